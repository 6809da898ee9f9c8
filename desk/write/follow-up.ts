import type { Transaction } from 'sequelize';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { type EntryBody, answersFinding, kinds } from '@/core/entry/kinds';
import type { Database } from '../desk';
import { readBelieved } from '../log/believed';
import { type WriteOutcome, conflict, invalid } from './outcome';

const refuse = (field: string, detail: string): WriteOutcome =>
  invalid([{ pointer: `/body/${field}`, detail, code: 'rule' }]);
const unknown = (field: string, detail: string): WriteOutcome =>
  invalid([{ pointer: `/body/${field}`, detail, code: 'unknown-reference' }]);

/** A follow-up is of a finding at its own place; it closes one only with work that was done there since. */
export async function checkFollowUp(
  db: Database,
  { body, machineId, pointId }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const said = body as EntryBody<'follow-up'>;
  const found = await db.FindingStanding.findByPk(said.findingId, { transaction });
  if (!found || found.machineId !== machineId || found.pointId !== pointId)
    return unknown('findingId', 'There is no such finding at this machine and point.');
  const isClosed = found.closedMs !== null;
  switch (said.does) {
    case 'take': {
      if (isClosed) return conflict('/body/findingId', 'This finding has been closed meanwhile. Open it again first.');
      const owner = said.ownerId ? await db.Person.findByPk(said.ownerId, { transaction }) : undefined;
      if (said.ownerId && !owner?.active) return unknown('ownerId', 'This person is not on the plant’s list.');
      return undefined;
    }
    case 'reopen':
      return isClosed ? undefined : conflict('/body/findingId', 'This finding is open.');
    case 'close': {
      if (isClosed) return conflict('/body/findingId', 'This finding has been closed meanwhile.');
      return checkAnswer(db, said.answeredBy, { machineId, pointId, foundMs: Number(found.foundMs) }, transaction);
    }
  }
}

async function checkAnswer(
  db: Database,
  id: string,
  { machineId, pointId, foundMs }: { machineId: string | null; pointId: string | null; foundMs: number },
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const [answer] = await readBelieved(db, 'entry.id = :id', { id }, transaction);
  if (!answer || answer.machineId !== machineId)
    return unknown('answeredBy', 'The entry that answers it is not in the book of this machine.');
  if (answer.pointId !== null && pointId !== null && answer.pointId !== pointId)
    return refuse('answeredBy', 'What answers it was done at another point of this machine.');
  if (Date.parse(answer.happenedAt) < foundMs)
    return refuse('answeredBy', 'What answers it happened before it was found.');
  if (!answersFinding(answer))
    return refuse(
      'answeredBy',
      `A finding is closed by what ended its cause: "${kinds[answer.kind].title.toLowerCase()}" does not. Name the work that did, or write what was done.`,
    );
  return undefined;
}
