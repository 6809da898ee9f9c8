import { pointLabel } from '@/core/register/assignment';
import { type Twice, givenTwice, givingKinds, pairOf } from '@/core/walk/twice';
import type { Database } from '../desk';
import { groupBy } from '../group-by';
import { type BelievedRow, type BelievedRowOf, isOf, kindList, readBelieved, seqAt } from '../log/believed';

type PlannedRound = { id: string; startedAt: Date; plannedAt: Date | null };
/** An entry that put something in, with what went in and by whom. */
export type GivenEntry = {
  entryId: string;
  taskIds: string[];
  roundId: string | null;
  /** By what a correction of it has to name it. */
  newestId: string;
  happenedAt: string;
  person: { id: string; initials: string };
  kind: string;
  amount: { value: number; unit: string } | null;
};
/** A task that was done by two who did not know of each other. */
export type WrittenTwice = {
  taskId: string;
  title: string;
  machine: { id: string; code: string; name: string };
  point: { id: string; label: string; number: number; name: string };
  first: GivenEntry;
  second: GivenEntry;
};

/** When the plan of a round was read; rounds of older devices were planned as they began. */
const plannedMsOf = ({ startedAt, plannedAt }: PlannedRound): number => (plannedAt ?? startedAt).getTime();

const gives = `entry.kind IN (${kindList(givingKinds)})`;
type Giving = BelievedRowOf<(typeof givingKinds)[number]>;
const isGiving = isOf(...givingKinds);

/** What others gave at some points that the plan of a round could not know, and what was said to have happened both. */
async function sinceThen(db: Database, since: Date, pointIds: readonly string[]) {
  if (pointIds.length === 0) return { given: [], settled: new Set<string>() };
  const rows = await readBelieved(
    db,
    `entry.pointId IN (:pointIds) AND entry.seq > :seq AND (${gives} OR entry.kind = 'note')`,
    { pointIds, seq: await seqAt(db, since) },
  );
  const settled = rows
    .filter(isOf('note'))
    .flatMap(({ body }) => ('bothHappened' in body && body.bothHappened ? [pairOf(...body.bothHappened)] : []));
  return { given: rows.filter(isGiving), settled: new Set(settled) };
}

const asGiven = (row: Giving) => ({
  id: row.id,
  taskIds: row.taskIds,
  roundId: row.roundId,
  happenedMs: Date.parse(row.happenedAt),
  receivedMs: row.receivedAt.getTime(),
  row,
});

/** What was given twice on some rounds by people who did not know of each other, and nobody has settled. */
export async function writtenTwice(db: Database, rounds: readonly PlannedRound[]): Promise<WrittenTwice[]> {
  if (rounds.length === 0) return [];
  const plannedMs = new Map(rounds.map((round) => [round.id, plannedMsOf(round)]));
  const mine = (
    await readBelieved(db, `entry.roundId IN (:ids) AND ${gives}`, { ids: rounds.map(({ id }) => id) })
  ).filter(isGiving);
  const pointIds = [...new Set(mine.flatMap(({ pointId }) => pointId ?? []))];
  const { given, settled } = await sinceThen(db, new Date(Math.min(...plannedMs.values())), pointIds);
  const all = new Map([...mine, ...given].map((row) => [row.id, asGiven(row)]));
  return named(db, givenTwice([...all.values()], plannedMs, settled));
}

/** What others have done on a round's stops that its plan could not know, by task: the newest, where nobody has settled it. */
export async function doneByOthers(
  db: Database,
  round: PlannedRound,
  stops: readonly { taskId: string; pointId: string }[],
  mine: readonly BelievedRow[],
): Promise<Map<string, GivenEntry>> {
  const planned = plannedMsOf(round);
  const { given, settled } = await sinceThen(
    db,
    new Date(planned),
    stops.map(({ pointId }) => pointId),
  );
  const others = given.filter(({ roundId, receivedAt }) => roundId !== round.id && receivedAt.getTime() > planned);
  const entries = await givenEntries(db, others);
  const answered = (taskId: string) => mine.filter(isGiving).filter(({ taskIds }) => taskIds.includes(taskId));
  return new Map(
    stops.flatMap(({ taskId }) => {
      const newest = entries
        .filter(({ taskIds, entryId }) => {
          if (!taskIds.includes(taskId)) return false;
          return !answered(taskId).some(({ id }) => settled.has(pairOf(id, entryId)));
        })
        .at(-1);
      return newest ? [[taskId, newest] as const] : [];
    }),
  );
}

/** Entries with who wrote them and what went in. */
async function givenEntries(db: Database, rows: readonly Giving[]): Promise<GivenEntry[]> {
  if (rows.length === 0) return [];
  const people = await db.Person.findAll({
    where: { id: [...new Set(rows.map(({ personId }) => personId))] },
    attributes: ['id', 'initials'],
  });
  const initialsOf = new Map(people.map(({ id, initials }) => [id, initials]));
  return rows.map((row) => ({
    entryId: row.id,
    newestId: row.correctedBy ?? row.id,
    taskIds: row.taskIds,
    roundId: row.roundId,
    happenedAt: row.happenedAt,
    person: { id: row.personId, initials: initialsOf.get(row.personId) ?? '' },
    kind: row.kind,
    amount: amountIn(row.body),
  }));
}

/** How much went in, where the entry says it. */
const amountIn = (body: object): GivenEntry['amount'] => {
  const { massG, volumeL, strokes, amountKind, amount } = body as Partial<Record<string, number>> & {
    amountKind?: string;
  };
  const said: [number | undefined, string][] = [
    [massG, 'g'],
    [volumeL, 'L'],
    [strokes, 'strokes'],
    [amount, amountKind === 'litres' ? 'L' : amountKind === 'grams' ? 'g' : (amountKind ?? '')],
  ];
  const [value, unit] = said.find(([each]) => each !== undefined) ?? [];
  return value === undefined || !unit ? null : { value, unit };
};

type TaskRow = {
  id: string;
  title: string;
  pointId: string;
  number: number;
  pointName: string;
  machineId: string;
  code: string;
  name: string;
};

async function named(db: Database, twice: readonly Twice<ReturnType<typeof asGiven>>[]): Promise<WrittenTwice[]> {
  if (twice.length === 0) return [];
  const [entries, tasks] = await Promise.all([
    givenEntries(
      db,
      twice.flatMap(({ first, second }) => [first.row, second.row]),
    ),
    db.select<TaskRow>(
      'SELECT task.id, task.title, lube_point.id AS pointId, lube_point.number, lube_point.name AS pointName, machine.id AS machineId, machine.code, machine.name FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId WHERE task.id IN (:ids)',
      { ids: [...new Set(twice.map(({ taskId }) => taskId))] },
    ),
  ]);
  const entryOf = new Map(entries.map((entry) => [entry.entryId, entry]));
  const tasksOf = groupBy(tasks, ({ id }) => id);
  return twice.flatMap(({ taskId, first, second }) =>
    (tasksOf.get(taskId) ?? []).map(({ title, pointId, number, pointName, machineId, code, name }) => ({
      taskId,
      title,
      machine: { id: machineId, code, name },
      point: { id: pointId, label: pointLabel(code, number), number, name: pointName },
      first: entryOf.get(first.id)!,
      second: entryOf.get(second.id)!,
    })),
  );
}
