import type { BelievedEntry } from '../entry/believed';
import type { RunsMeanwhile } from '../words/runs-meanwhile';

type EntryOf<Kind extends BelievedEntry['kind']> = Extract<BelievedEntry, { kind: Kind }>;
type Opening = EntryOf<'open'> | EntryOf<'close'> | EntryOf<'waiver'> | EntryOf<'isolation'>;

/** An entry with who wrote it, and on which round. */
export type Written = Opening & { personId: string; roundId: string | null };

/** Something that was opened, or a lock that was put on, and what has become of it. */
export type OpenThing = {
  /** The entry that opened it. */
  entryId: string;
  machineId: string;
  pointId: string | null;
  /** The task that it was opened for, and the name that its procedure gives it; null where none. */
  taskId: string | null;
  thing: string | null;
  isLock: boolean;
  name: string;
  runs: RunsMeanwhile;
  minutes: number | null;
  openedMs: number;
  /** Who answers for it. */
  holderId: string;
  /** The round on which it was opened; null at the desk. */
  roundId: string | null;
  /** Who allowed it to stay open, and why, as it was said last; null where nobody did. */
  waivedBy: string | null;
  waivedWhy: string | null;
  closedMs: number | null;
  closedBy: string | null;
};

/** When something is taken for having happened: not later than it came in. */
const atMs = ({ happenedAt, receivedAt }: Opening): number => Math.min(Date.parse(happenedAt), receivedAt.getTime());

/** What an entry says of a thing that was opened before; undefined of one that opens. */
const aboutOf = ({ kind, body }: Opening): string | undefined => {
  if (kind === 'close' || kind === 'waiver') return body.openId;
  if (kind === 'open') return body.does === 'hand-on' ? body.openId : undefined;
  return body.does === 'lock' ? undefined : body.lockId;
};

/**
 * All that was ever opened or locked on a machine, in the order of the entries, and whether it is still so. The first that
 * closes it has closed it; whoever it was handed on to last holds it. What is said of something that nobody opened, or
 * whose opening was voided, says nothing.
 * @param entries of one machine, the oldest first
 */
export function openThings(entries: readonly Written[]): OpenThing[] {
  const things = new Map<string, OpenThing>();
  for (const entry of entries) {
    const about = aboutOf(entry);
    if (about === undefined) things.set(entry.id, begun(entry));
    else {
      const thing = things.get(about);
      if (thing) follow(thing, entry);
    }
  }
  return [...things.values()];
}

/** Something that an entry opens, or the lock that it puts on. */
function begun(entry: Written): OpenThing {
  const common = {
    entryId: entry.id,
    machineId: entry.machineId ?? '',
    pointId: entry.pointId,
    taskId: entry.taskIds[0] ?? null,
    openedMs: atMs(entry),
    holderId: entry.personId,
    roundId: entry.roundId,
    waivedBy: null,
    waivedWhy: null,
    closedMs: null,
    closedBy: null,
  };
  if (entry.kind === 'open' && entry.body.does === 'open') {
    const { name, runs, minutes = null, thing = null } = entry.body;
    return { ...common, isLock: false, name, runs, minutes, thing };
  }
  const lockNo = entry.kind === 'isolation' && entry.body.does === 'lock' ? entry.body.lockNo : '';
  return { ...common, isLock: true, name: `Lock ${lockNo}`, runs: 'never', minutes: null, thing: null };
}

function follow(thing: OpenThing, entry: Opening): void {
  if (entry.kind === 'waiver') {
    thing.waivedBy = entry.body.allowedBy;
    thing.waivedWhy = entry.body.reason;
  } else if ((entry.kind === 'open' || entry.kind === 'isolation') && entry.body.does === 'hand-on')
    thing.holderId = entry.body.toId;
  else if (thing.closedMs === null) {
    thing.closedMs = atMs(entry);
    thing.closedBy = entry.id;
  }
}
