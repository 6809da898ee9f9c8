import type { EntryKind } from '@/core/entry/kinds';
import { type Role, may, whoDoes } from '@/core/people/rights';
import { isOfOthers } from '../log/written-by';
import { type Actor, type Database, type Refusal, refusal } from '../desk';

/** What whoever runs a machine writes at its counter. */
const atTheCounter: readonly EntryKind[] = ['grease', 'top-up', 'check', 'reading', 'correction'];

type Said = { personId?: unknown; kind?: unknown; roundId?: unknown; replacesId?: unknown };

/**
 * Whose hand wrote what was sent: one writes in one's own name, and changes what others have written only where that is
 * one's to do. What is wrong in other ways is found later, in better words.
 * @param raws entries or rounds as they came
 * @returns why they are not taken; undefined where they may be looked at
 */
export async function refusedHand(
  db: Database,
  caller: { actor: Actor; roles: readonly Role[] } | { client: string },
  raws: readonly unknown[],
): Promise<Refusal | undefined> {
  if (!('actor' in caller)) return refusal('forbidden', whoDoes('write'));
  const said = raws.map((raw): Said => (typeof raw === 'object' && raw !== null ? raw : {}));
  if (said.some(({ personId }) => typeof personId === 'string' && personId !== caller.actor.id))
    return refusal(
      'not-yours',
      `This was written by somebody else than ${caller.actor.name}, who is signed in here. It waits until they sign in on this device.`,
    );
  if (!may(caller, 'write') && !said.every(isAtTheCounter))
    return refusal('forbidden', `At the counter of a machine its own work is written. ${whoDoes('write')}`);
  if (may(caller, 'void-others')) return undefined;
  const replaced = said.flatMap(({ replacesId }) => (typeof replacesId === 'string' ? [replacesId] : []));
  return (await isOfOthers(db, replaced, caller.actor.id))
    ? refusal('forbidden', `Somebody else wrote what this corrects. ${whoDoes('void-others')}`)
    : undefined;
}

const isAtTheCounter = ({ kind, roundId }: Said): boolean =>
  kind === undefined || ((roundId === undefined || roundId === null) && atTheCounter.includes(kind as EntryKind));
