import type { Transaction } from 'sequelize';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { fitsAction, isService, kinds } from '@/core/entry/kinds';
import { type TaskAction, taskActions } from '@/core/words/task-words';
import { pointerOf } from '@/core/problems';
import type { Database } from '../desk';
import { groupBy } from '../group-by';
import { answeredTasks, entriesNamed } from '../log/append';
import { newestOfMachine } from '../log/believed';
import { type StampRow, type Stamps, stampsOf } from '../standing/known-machines';
import { type WriteOutcome, invalid } from './outcome';

type PersonRow = { id: string; name: string; active: number; leftAt: Date | null };

/** Whatever some entries name and the book has. */
export type References = {
  people: Map<string, PersonRow>;
  rounds: Set<string>;
  lubricants: Set<string>;
  guns: Set<string>;
  /** Points, meters and tasks by the machine that they are on. */
  machineOfPoint: Map<string, string>;
  machineOfMeter: Map<string, string>;
  machineOfTask: Map<string, string>;
  /** What each task has done, and its name. */
  taskNamed: Map<string, { action: TaskAction; title: string }>;
  /** What is open for a task and must not be while it is done, by the task. */
  openFor: Map<string, string[]>;
  /** Entries by whose name one is in the book already. */
  entries: Set<string>;
  /** How far the plan and the log of each machine are. */
  stamps: Map<string, Stamps>;
};

type Named = Partial<Record<'lubricantId' | 'gunId' | 'meterId' | 'taskId', string>>;
type Ids = readonly (string | null | undefined)[];

/** Where each kind of thing is found, with the columns of all: id, machine, name, active, left, plan and log of a machine. */
const sources = {
  person:
    'person.id, NULL AS machineId, name, active, leftAt, NULL AS planStamp, NULL AS seq FROM person WHERE person.id',
  machine: `machine.id, machine.id, NULL, NULL, NULL, planStamp, ${newestOfMachine} FROM machine WHERE machine.id`,
  round: 'round.id, NULL, NULL, NULL, NULL, NULL, NULL FROM round WHERE round.id',
  lubricant: 'lubricant.id, NULL, NULL, NULL, NULL, NULL, NULL FROM lubricant WHERE lubricant.id',
  gun: 'gun.id, NULL, NULL, NULL, NULL, NULL, NULL FROM gun WHERE gun.id',
  point: 'lube_point.id, machineId, NULL, NULL, NULL, NULL, NULL FROM lube_point WHERE lube_point.id',
  meter: 'meter.id, machineId, NULL, NULL, NULL, NULL, NULL FROM meter WHERE meter.id',
  task: "task.id, machineId, CONCAT(task.action, ':', task.title), NULL, NULL, NULL, NULL FROM task JOIN lube_point ON lube_point.id = task.pointId WHERE task.id",
  opened:
    "taskId AS id, machineId, open_thing.name, NULL, NULL, NULL, NULL FROM open_thing WHERE closedMs IS NULL AND waivedBy IS NULL AND isLock = 0 AND runs <> 'may' AND taskId",
  entry: `entry.id, NULL, NULL, NULL, NULL, NULL, NULL ${entriesNamed}`,
};
type Source = keyof typeof sources;

/** Reads what some entries name, with one question: asking costs more than the answer. */
export async function readReferences(
  db: Database,
  envelopes: readonly EntryEnvelope[],
  transaction: Transaction,
): Promise<References> {
  const bodies = envelopes.map(({ body }) => body as Named);
  const named: Record<Source, Ids> = {
    person: envelopes.map(({ personId }) => personId),
    machine: envelopes.map(({ machineId }) => machineId),
    round: envelopes.map(({ roundId }) => roundId),
    lubricant: bodies.map(({ lubricantId }) => lubricantId),
    gun: bodies.map(({ gunId }) => gunId),
    point: envelopes.map(({ pointId }) => pointId),
    meter: bodies.map(({ meterId }) => meterId),
    task: [...envelopes.flatMap(answeredTasks), ...bodies.map(({ taskId }) => taskId)],
    opened: envelopes.flatMap((envelope) => (kinds[envelope.kind].service ? answeredTasks(envelope) : [])),
    entry: envelopes.map(({ id }) => id),
  };
  const wanted = (Object.keys(sources) as Source[]).flatMap((source) => {
    const ids = [...new Set(named[source].flatMap((id) => id ?? []))];
    return ids.length > 0 ? [{ source, ids }] : [];
  });
  const rows = await db.select<PersonRow & StampRow & { source: Source; machineId: string }>(
    wanted.map(({ source }) => `SELECT '${source}' AS source, ${sources[source]} IN (:${source})`).join(' UNION ALL '),
    Object.fromEntries(wanted.map(({ source, ids }) => [source, ids])),
    transaction,
  );
  const of = (wantedSource: Source) => rows.filter(({ source }) => source === wantedSource);
  const known = (source: Source) => new Set(of(source).map(({ id }) => id));
  const machineOf = (source: Source) => new Map(of(source).map(({ id, machineId }) => [id, machineId]));
  return {
    people: new Map(of('person').map((person) => [person.id, person])),
    rounds: known('round'),
    lubricants: known('lubricant'),
    guns: known('gun'),
    machineOfPoint: machineOf('point'),
    machineOfMeter: machineOf('meter'),
    machineOfTask: machineOf('task'),
    taskNamed: new Map(
      of('task').map(({ id, name }) => {
        const [action = '', ...title] = name.split(':');
        return [id, { action: action as TaskAction, title: title.join(':') }];
      }),
    ),
    openFor: groupOpen(of('opened')),
    entries: known('entry'),
    stamps: stampsOf(of('machine')),
  };
}

const groupOpen = (rows: readonly { id: string; name: string }[]): Map<string, string[]> =>
  new Map([...groupBy(rows, ({ id }) => id)].map(([taskId, open]) => [taskId, open.map(({ name }) => name)]));

const problem = (path: PropertyKey[], detail: string): WriteOutcome =>
  invalid([{ pointer: pointerOf(path), detail, code: 'unknown-reference' }]);

/**
 * Everything an entry names must exist and belong together.
 * @param machines those of the register that some entries name
 */
export function checkReferences(
  envelope: EntryEnvelope,
  known: References,
  machines: ReadonlySet<string>,
): WriteOutcome | undefined {
  const { personId, machineId, pointId, roundId, happenedAt, kind } = envelope;
  const person = known.people.get(personId);
  if (!person) return problem(['personId'], 'This person is not on the plant’s list.');
  // An entry may come in late: what counts is who belonged to the plant when it happened.
  if (!person.active && !(person.leftAt && Date.parse(happenedAt) <= person.leftAt.getTime()))
    return problem(['personId'], `${person.name} was not on the plant’s list any more when this happened.`);
  if (machineId === null && kinds[kind].needsMachine) return problem(['machineId'], 'Say which machine this is about.');
  if (machineId !== null && !machines.has(machineId))
    return problem(['machineId'], 'This machine is not in the register.');
  if (pointId !== null && known.machineOfPoint.get(pointId) !== machineId)
    return problem(['pointId'], 'This point is not on that machine.');
  if (roundId !== null && !known.rounds.has(roundId)) return problem(['roundId'], 'This round is not known.');
  if (!answeredTasks(envelope).every((taskId) => known.machineOfTask.get(taskId) === machineId))
    return problem(['taskIds'], 'A task named here is not on that machine.');
  return checkFit(envelope, known) ?? checkOpen(envelope, known) ?? checkNamed(envelope, known);
}

/** Only a fitting entry answers a task: a top-up is no oil change. */
function checkFit({ kind, kindVersion, taskIds }: EntryEnvelope, { taskNamed }: References): WriteOutcome | undefined {
  for (const taskId of taskIds) {
    const task = taskNamed.get(taskId);
    if (task && !fitsAction(kind, kindVersion, task.action))
      return invalid([
        {
          pointer: '/taskIds',
          detail: `"${task.title}" is not answered by this: ${kinds[kind].title.toLowerCase()} is not "${taskActions[task.action].toLowerCase()}". Write what was done, or leave the task open.`,
          code: 'rule',
        },
      ]);
  }
  return undefined;
}

/** A job is not done while something of it is open that must not be. */
function checkOpen(envelope: EntryEnvelope, { openFor }: References): WriteOutcome | undefined {
  if (!isService(envelope as never)) return undefined;
  const open = envelope.taskIds.flatMap((taskId) => openFor.get(taskId) ?? []);
  if (open.length === 0) return undefined;
  return invalid([
    {
      pointer: '/taskIds',
      detail: `Still open: ${open.join(', ')}. Close it first, or have it waived by name and with a reason; then this is done.`,
      code: 'rule',
    },
  ]);
}

/** What the body names; `machineOf…` is undefined for what there is not, and no entry's machine is. */
function checkNamed({ body, machineId }: EntryEnvelope, known: References): WriteOutcome | undefined {
  const { lubricantId, gunId, meterId, taskId } = body as Named;
  if (lubricantId && !known.lubricants.has(lubricantId))
    return problem(['body', 'lubricantId'], 'This lubricant is not in the store room.');
  if (gunId && !known.guns.has(gunId)) return problem(['body', 'gunId'], 'This gun is not known.');
  if (meterId && known.machineOfMeter.get(meterId) !== machineId)
    return problem(['body', 'meterId'], 'This meter is not on that machine.');
  if (taskId && known.machineOfTask.get(taskId) !== machineId)
    return problem(['body', 'taskId'], 'This task is not on that machine.');
  return undefined;
}

/** The same for a body that a correction puts in another's place. */
export const checkReplacement = async (
  db: Database,
  envelope: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> => checkNamed(envelope, await readReferences(db, [envelope], transaction));
