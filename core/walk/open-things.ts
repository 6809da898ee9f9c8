import type { EntryBody } from '../entry/kinds';
import { type MachineState, runs } from '../words/machine-states';
import { mayStayOpen, runsWords } from '../words/runs-meanwhile';
import type { WalkDocument, WalkOpenThing } from './document';
import type { RoundEntry } from './round-entry';

const openingKinds = ['open', 'close', 'waiver', 'isolation'];
/** Whether an entry says something of what is open. */
export const isOpening = ({ kind }: Pick<RoundEntry, 'kind'>): boolean => openingKinds.includes(kind);

type Body = EntryBody<'open' | 'close' | 'waiver' | 'isolation'>;

/**
 * What is open at the machines of a walk, with one more entry: what it opens, without what it closes, by whom it is held
 * now. The same entry twice changes nothing more.
 */
export function withOpening(document: WalkDocument, entry: RoundEntry): WalkOpenThing[] {
  const said = entry.body as Body;
  const others = (id: string) => document.openThings.filter(({ entryId }) => entryId !== id);
  const changed = (id: string, change: Partial<WalkOpenThing>) =>
    document.openThings.map((thing) => (thing.entryId === id ? { ...thing, ...change } : thing));
  if ('allowedBy' in said) return changed(said.openId, { isWaived: true });
  if ('toId' in said) {
    const holder = document.people.find(({ id }) => id === said.toId);
    return changed('openId' in said ? said.openId : said.lockId, {
      holder: { id: said.toId, initials: holder?.initials ?? '' },
    });
  }
  if ('lockId' in said) return others(said.lockId);
  if ('openId' in said) return others(said.openId);
  return [...others(entry.id), opened(document, entry, said)];
}

function opened(
  { person, people, stops }: WalkDocument,
  { id, machineId, pointId, taskIds, personId, happenedAt }: RoundEntry,
  said: Extract<Body, { does: 'open' | 'lock' }>,
): WalkOpenThing {
  const what =
    said.does === 'lock'
      ? { isLock: true, name: `Lock ${said.lockNo}`, thing: null, runs: 'never' as const, minutes: undefined }
      : { isLock: false, name: said.name, thing: said.thing ?? null, runs: said.runs, minutes: said.minutes };
  const { minutes, ...rest } = what;
  return {
    ...rest,
    entryId: id,
    taskId: taskIds?.[0] ?? null,
    machineId: machineId ?? '',
    machineCode: stops.find((stop) => stop.machineId === machineId)?.machineCode ?? '',
    pointId: pointId ?? null,
    runsWords: runsWords({ runs: what.runs, minutes }),
    openedAt: happenedAt,
    holder: people.find((each) => each.id === personId) ?? person,
    isWaived: false,
    isOfWalk: true,
  };
}

/** The same after an entry has been taken off the device: what it opened is not open. What it closed is read anew. */
export const withoutOpening = (
  things: readonly WalkOpenThing[],
  { id }: Pick<RoundEntry, 'id' | 'kind' | 'body'>,
): WalkOpenThing[] => things.filter(({ entryId }) => entryId !== id);

/** What keeps a job from being done: opened for its task, must not be open then, and nobody waived it. */
export const keepsOpen = (things: readonly WalkOpenThing[], taskId: string): WalkOpenThing[] =>
  things.filter((thing) => thing.taskId === taskId && !thing.isLock && !thing.isWaived && !mayStayOpen(thing.runs));

/**
 * What keeps a round from being signed: opened on it, still held by its person, must not be open, and waived by nobody. Locks
 * belong to it.
 */
export const heldBy = (things: readonly WalkOpenThing[], personId: string): WalkOpenThing[] =>
  things.filter(
    ({ holder, isWaived, isOfWalk, runs }) => isOfWalk && holder.id === personId && !isWaived && !mayStayOpen(runs),
  );

/**
 * What at a machine says no to a run, whoever opened it and for whichever job: what must not be open then, and the locks of
 * others. Waived it says no all the same: a waiver lets a job be closed, it starts no machine.
 * @param things of one machine
 * @param personId whose own lock comes off as the last thing before the run
 * @param state that it is brought into
 */
export const forbidsRun = (
  things: readonly WalkOpenThing[],
  personId: string | undefined,
  state: MachineState,
): WalkOpenThing[] =>
  things.filter(({ isLock, holder, runs: meanwhile }) =>
    isLock ? holder.id !== personId : meanwhile === 'never' || (meanwhile === 'auxiliary' && runs(state)),
  );
