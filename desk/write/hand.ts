import type { EntryKind } from '@/core/entry/kinds';
import { type Role, may, whoDoes } from '@/core/people/rights';
import type { EnrolledDevice } from '@/db/models/people';
import { isOfOthers } from '../log/written-by';
import { signedInOn } from '../people/devices';
import { type Actor, type Database, type Refusal, refusal } from '../desk';

/** What whoever runs a machine writes at its counter. */
const atTheCounter: readonly EntryKind[] = ['grease', 'top-up', 'check', 'reading', 'correction'];

type Said = { personId?: unknown; kind?: unknown; machineId?: unknown; roundId?: unknown; replacesId?: unknown };
/** Whoever wrote something, and what they may. */
type Hand = { id: string; roles: readonly Role[] };
type Caller = { actor: Actor; roles: readonly Role[]; counterOf?: string | null } | { client: string };

/**
 * Whose hand wrote what was sent: one writes in one's own name, and changes what others have written only where that is
 * one's to do. What an enrolled device has signed is written by whoever it says, if they were ever signed in on it: a tablet
 * that was handed on keeps nobody's words back. What is wrong in other ways is found later, in better words.
 * @param raws entries or rounds as they came
 * @param device that has signed them, where one has
 * @returns why they are not taken; undefined where they may be looked at
 */
export async function refusedHand(
  db: Database,
  caller: Caller,
  raws: readonly unknown[],
  device?: EnrolledDevice,
): Promise<Refusal | undefined> {
  if (!('actor' in caller)) return refusal('forbidden', whoDoes('write'));
  const said = raws.map((raw): Said => (typeof raw === 'object' && raw !== null ? raw : {}));
  const own: Hand = { id: caller.actor.id, roles: caller.roles };
  const others = said.flatMap(({ personId }) =>
    typeof personId === 'string' && personId !== own.id ? [personId] : [],
  );
  const hands = new Map([[own.id, own], ...(device ? await handsOn(db, device, others) : [])]);
  if (others.some((id) => !hands.has(id)))
    return refusal(
      'not-yours',
      `This was written by somebody else than ${caller.actor.name}, who is signed in here. It waits until they sign in on this device.`,
    );
  const { counterOf } = caller;
  if (counterOf && said.some(({ machineId }) => machineId !== counterOf))
    return refusal(
      'forbidden',
      'This device is the counter of one machine: what concerns another is written elsewhere.',
    );
  for (const { id, roles } of hands.values()) {
    const theirs = said.filter(({ personId }) => (typeof personId === 'string' ? personId : own.id) === id);
    const refused = await refusedTo(db, { id, roles }, theirs);
    if (refused) return refused;
  }
  return undefined;
}

/** What may not be a hand's, though it wrote it itself. */
async function refusedTo(db: Database, hand: Hand, said: readonly Said[]): Promise<Refusal | undefined> {
  if (!may(hand, 'write') && !said.every(isAtTheCounter))
    return refusal('forbidden', `At the counter of a machine its own work is written. ${whoDoes('write')}`);
  if (may(hand, 'void-others')) return undefined;
  const replaced = said.flatMap(({ replacesId }) => (typeof replacesId === 'string' ? [replacesId] : []));
  return (await isOfOthers(db, replaced, hand.id))
    ? refusal('forbidden', `Somebody else wrote what this corrects. ${whoDoes('void-others')}`)
    : undefined;
}

/** Those of some people who were signed in on a device, with what they may; also who has left since. */
async function handsOn(db: Database, device: EnrolledDevice, ids: readonly string[]): Promise<[string, Hand][]> {
  if (ids.length === 0) return [];
  const were = await signedInOn(db, device, ids);
  const people = await db.Person.findAll({ where: { id: [...were] } });
  return people.map(({ id, roles }) => [id, { id, roles }]);
}

const isAtTheCounter = ({ kind, roundId }: Said): boolean =>
  kind === undefined || ((roundId === undefined || roundId === null) && atTheCounter.includes(kind as EntryKind));
