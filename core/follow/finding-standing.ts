import type { BelievedEntry } from '../entry/believed';
import { type PlantDay, addDays } from '../time/plant-day';
import { type FindingWhat, type Urgency, asFinding, isLower } from '../words/findings';
import { afterVisits } from '../words/severity';

type EntryOf<Kind extends BelievedEntry['kind']> = Extract<BelievedEntry, { kind: Kind }>;
export type Followed = EntryOf<'finding'> | EntryOf<'follow-up'>;

/** Within so many days a finding is followed up where nobody named a day (L C). */
export const daysToFollow: Readonly<Record<Urgency, number>> = { 'act-now': 0, plan: 7, watch: 30 };

/** Where a finding stands. */
export type FindingStanding = {
  entryId: string;
  machineId: string;
  pointId: string | null;
  what: FindingWhat;
  /** The highest that anybody gave it; watched for three visits running it is planned. */
  urgency: Urgency;
  /** When it was found, or came in where a clock ran ahead (ms). */
  foundMs: number;
  /** The one that was open already when the same was found once more; null where it stands for itself. */
  joinedTo: string | null;
  /** Days on which it was found while it was open. */
  visits: number;
  /** The entry that found it last, and when. */
  newestId: string;
  newestMs: number;
  /** The same one before, which had been closed. */
  againOf: string | null;
  ownerId: string | null;
  /** By when it is to be followed up; `daySaid` where a person named the day. */
  dueOn: PlantDay;
  daySaid: boolean;
  /** When it was closed, and by which follow-up; null while it is open. */
  closedMs: number | null;
  closedBy: string | null;
};

/** When something is taken for having happened: not later than it came in. */
const atMs = ({ happenedAt, receivedAt }: Pick<Followed, 'happenedAt' | 'receivedAt'>): number =>
  Math.min(Date.parse(happenedAt), receivedAt.getTime());

/** Two findings are the same when they are of one sign at one place; what has no word of its own is known by its text. */
const sameness = ({ pointId, body: { what, text } }: EntryOf<'finding'>): string =>
  [pointId, what, what === 'other' ? text : ''].join('/');

/**
 * Where the findings of a machine stand: what is found again while it is open is joined with the first, and closed with it;
 * found again after that it is a new one that came back. An owner and a day are what was said last. It is closed only with
 * an entry that still answers it: once that is voided, the finding is open again.
 * @param entries findings and follow-ups of one machine, in any order
 * @param answers whether an entry of that name holds and may answer a finding
 * @param dayOf the plant's day of an instant
 * @example findingStandings([], () => true, String) // []
 */
export function findingStandings(
  entries: readonly Followed[],
  answers: (entryId: string) => boolean,
  dayOf: (ms: number) => PlantDay,
): FindingStanding[] {
  const all: FindingStanding[] = [];
  const roots = new Map<string, FindingStanding>();
  const newest = new Map<string, FindingStanding>();
  const days = new Map<FindingStanding, Set<PlantDay>>();
  const inOrder = [...entries].sort(
    (a, b) => atMs(a) - atMs(b) || (a.kind === b.kind ? a.seq - b.seq : a.kind === 'finding' ? -1 : 1),
  );
  for (const entry of inOrder) {
    if (entry.kind === 'follow-up') {
      const root = roots.get(entry.body.findingId);
      if (root) follow(root, entry, answers);
      continue;
    }
    const key = sameness(entry);
    const before = newest.get(key);
    const found = beginning(entry, before, dayOf);
    all.push(found);
    const root = found.joinedTo === null ? found : before!;
    roots.set(found.entryId, root);
    newest.set(key, root);
    const seenOn = days.get(root) ?? new Set();
    days.set(root, seenOn.add(dayOf(found.foundMs)));
    root.visits = seenOn.size;
    root.newestId = found.entryId;
    root.newestMs = found.foundMs;
    if (isLower(root.urgency, found.urgency)) root.urgency = found.urgency;
  }
  for (const root of all) if (root.joinedTo === null) settle(root, dayOf);
  return all.map((each) => {
    const root = roots.get(each.entryId)!;
    const { urgency, visits, ownerId, dueOn, daySaid, closedMs, closedBy } = root;
    return { ...each, urgency, visits, ownerId, dueOn, daySaid, closedMs, closedBy };
  });
}

/** A finding by itself, before anything was said of it. */
function beginning(
  entry: EntryOf<'finding'>,
  before: FindingStanding | undefined,
  dayOf: (ms: number) => PlantDay,
): FindingStanding {
  const foundMs = atMs(entry);
  const { what, urgency } = entry.body;
  const isOpen = before !== undefined && before.closedMs === null;
  return {
    entryId: entry.id,
    machineId: entry.machineId!,
    pointId: entry.pointId,
    what,
    urgency,
    foundMs,
    joinedTo: isOpen ? before.entryId : null,
    visits: 1,
    newestId: entry.id,
    newestMs: foundMs,
    againOf: before && !isOpen ? before.entryId : null,
    ownerId: null,
    dueOn: dayOf(foundMs),
    daySaid: false,
    closedMs: null,
    closedBy: null,
  };
}

/** What a follow-up makes of a finding. */
function follow(root: FindingStanding, entry: EntryOf<'follow-up'>, answers: (entryId: string) => boolean): void {
  const { body } = entry;
  switch (body.does) {
    case 'take':
      root.ownerId = body.ownerId ?? root.ownerId;
      if (body.byOn !== undefined) {
        root.dueOn = body.byOn;
        root.daySaid = true;
      }
      return;
    case 'close':
      if (!answers(body.answeredBy)) return;
      root.closedMs = atMs(entry);
      root.closedBy = entry.id;
      return;
    case 'reopen':
      root.closedMs = null;
      root.closedBy = null;
  }
}

/** How urgent a finding is after all its visits, and by when it is followed up where nobody named a day. */
function settle(root: FindingStanding, dayOf: (ms: number) => PlantDay): void {
  root.urgency = asFinding(afterVisits({ verdict: root.urgency, restart: 'yes' }, root.visits)).urgency;
  if (!root.daySaid) root.dueOn = addDays(dayOf(root.foundMs), daysToFollow[root.urgency]);
}
