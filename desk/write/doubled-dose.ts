import { isService } from '@/core/entry/kinds';
import type { Database } from '../desk';
import type { Received } from '../log/append';
import { entriesOfRound } from '../follow/round-entries';
import { bookFinding } from './book-finding';

/** What a service put in, in the words of the trade; undefined where nothing was measured. */
function dose(body: Record<string, unknown>): string | undefined {
  const { massG, volumeL, amountKind, amount } = body as Record<string, unknown>;
  if (typeof massG === 'number' && massG > 0) return `${massG} g`;
  if (typeof volumeL === 'number' && volumeL > 0) return `${volumeL} L`;
  return amountKind === 'litres' && typeof amount === 'number' && amount > 0 ? `${amount} L` : undefined;
}

/**
 * The finding that a stop was given its dose twice on one round, as when two people walk it: the second is no service, and
 * what it put in is in there all the same. Undefined where an entry doubles nothing.
 */
export async function doubledDose(db: Database, received: Received): Promise<Received | undefined> {
  const { envelope } = received;
  const { roundId, taskIds, body, personId } = envelope;
  const second = dose(body);
  if (roundId === null || !isService(envelope) || taskIds.length === 0 || second === undefined) return undefined;
  const before = (await entriesOfRound(db, roundId)).find(
    (entry) => isService(entry) && entry.taskIds.some((id) => taskIds.includes(id)) && dose(entry.body) !== undefined,
  );
  if (!before) return undefined;
  const people = await db.Person.findAll({ where: { id: [before.personId, personId] } });
  const nameOf = (id: string) => people.find((person) => person.id === id)?.name ?? 'somebody';
  return bookFinding(db, received, 'doubled', {
    what: 'double-dose',
    urgency: 'watch',
    text: `Given twice on one round: ${dose(before.body)} by ${nameOf(before.personId)}, then ${second} by ${nameOf(personId)}. Look whether it is too much: heat, a pushed seal, a level above its mark.`,
  });
}
