import type { EntryBody } from '@/core/entry/kinds';
import { answersFinding, findingAnsweringKinds } from '@/core/entry/kinds';
import { pointLabel } from '@/core/register/assignment';
import type { PlantDay } from '@/core/time/plant-day';
import { plantToday } from '@/core/time/plant-day';
import {
  type Closer,
  type FindingWhat,
  type Meaning,
  type Urgency,
  findingSaid,
  meaningOf,
} from '@/core/words/findings';
import type { Database } from '../desk';
import {
  type BelievedRow,
  type BelievedStored,
  believed,
  believedColumns,
  isOf,
  kindList,
  parseBelieved,
  readBelieved,
} from '../log/believed';
import { ownSignsAt } from '../own-signs';
import { thePlant } from '../plant';
import { urgencyRanks } from '../standing/findings';

/** A finding with everything that was said of it. */
export type FindingPage = {
  id: string;
  urgency: Urgency;
  what: FindingWhat;
  said: string;
  meaning: Meaning;
  machine: { id: string; code: string; name: string };
  point: { id: string; number: number; label: string; name: string } | null;
  ownerId: string | null;
  dueOn: PlantDay;
  daySaid: boolean;
  isLate: boolean;
  isClosed: boolean;
  /** The same one before, which had been closed. */
  againOf: string | null;
  /** Every time that it was found, and all that was done about it, oldest first. */
  history: (BelievedRow & { initials: string })[];
  /** Work of the place since then that may have ended its cause, newest first. */
  answers: (BelievedRow & { initials: string })[];
};

/** So many pieces of work are offered as what answered it. */
const offeredAnswers = 20;

/**
 * A finding, by the name of any entry that found it.
 * @returns null where there is none of that name
 */
export async function readFinding(db: Database, now: Date, id: string): Promise<FindingPage | null> {
  const named = await db.FindingStanding.findByPk(id);
  const root = named?.joinedTo ? await db.FindingStanding.findByPk(named.joinedTo) : named;
  if (!root) return null;
  const [plant, machine, point, joined] = await Promise.all([
    thePlant(db),
    db.Machine.findByPk(root.machineId, { rejectOnEmpty: true }),
    root.pointId ? db.LubePoint.findByPk(root.pointId) : null,
    db.FindingStanding.findAll({ where: { joinedTo: root.entryId }, attributes: ['entryId'] }),
  ]);
  const foundIds = [root.entryId, ...joined.map(({ entryId }) => entryId)];
  const [ownAt, found, followed, answers] = await Promise.all([
    ownSignsAt(db, [root.pointId]),
    readBelieved(db, 'entry.id IN (:foundIds)', { foundIds }),
    readBelieved(db, "entry.machineId = :machineId AND entry.kind = 'follow-up'", { machineId: root.machineId }),
    workSince(db, root, now),
  ]);
  const about = followed.filter(isOf('follow-up')).filter((entry) => foundIds.includes(entry.body.findingId));
  const closing = about.find(({ id: each }) => each === root.closedBy)?.body;
  const ended =
    closing?.does === 'close'
      ? await readBelieved(db, 'entry.id = :answeredBy', { answeredBy: closing.answeredBy })
      : [];
  const history = [...found, ...about, ...ended].sort(
    (a, b) => Date.parse(a.happenedAt) - Date.parse(b.happenedAt) || a.seq - b.seq,
  );
  const initials = await initialsOf(db, [...history, ...answers]);
  const first = found.find(({ id: each }) => each === root.entryId)!.body as EntryBody<'finding'> & Closer;
  return {
    id: root.entryId,
    urgency: urgencyRanks[root.urgency]!,
    said: findingSaid(first.what, first),
    what: first.what,
    meaning: meaningOf(
      first.what,
      { kind: point?.kind ?? 'generic', consequence: point?.consequence ?? 2, own: ownAt(root.pointId) },
      first,
    ),
    machine: { id: machine.id, code: machine.code, name: machine.name },
    point: point && {
      id: point.id,
      number: point.number,
      label: pointLabel(machine.code, point.number),
      name: point.name,
    },
    ownerId: root.ownerId,
    dueOn: root.dueOn,
    daySaid: Boolean(root.daySaid),
    isLate: root.closedMs === null && root.dueOn < plantToday(now, plant),
    isClosed: root.closedMs !== null,
    againOf: root.againOf,
    history: history.map((entry) => ({ ...entry, initials: initials.get(entry.personId)! })),
    answers: answers.map((entry) => ({ ...entry, initials: initials.get(entry.personId)! })),
  };
}

/** What was done at the place of a finding since it was found, and may have ended its cause. */
async function workSince(
  db: Database,
  { machineId, pointId, foundMs }: { machineId: string; pointId: string | null; foundMs: number },
  now: Date,
): Promise<BelievedRow[]> {
  const rows = await db.select<BelievedStored>(
    `SELECT ${believedColumns} FROM ${believed} WHERE entry.machineId = :machineId AND entry.kind IN (${kindList(findingAnsweringKinds)})
     AND entry.happenedAtUtc BETWEEN :from AND :now ${pointId ? 'AND (entry.pointId = :pointId OR entry.pointId IS NULL)' : ''} ORDER BY entry.seq DESC LIMIT ${offeredAnswers}`,
    { machineId, pointId, from: new Date(Number(foundMs)), now },
  );
  return rows.map(parseBelieved).filter(answersFinding);
}

async function initialsOf(db: Database, entries: readonly { personId: string }[]): Promise<Map<string, string>> {
  const people = await db.Person.findAll({
    where: { id: [...new Set(entries.map(({ personId }) => personId))] },
    attributes: ['id', 'initials'],
  });
  return new Map(people.map(({ id, initials }) => [id, initials]));
}
