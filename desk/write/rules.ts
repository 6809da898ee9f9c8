import type { Transaction } from 'sequelize';
import { replacementOf } from '@/core/entry/believed';
import type { EntryEnvelope } from '@/core/entry/envelope';
import { type EntryBody, type EntryKind, bodySchema, kindsOfTheBook, versionsOf } from '@/core/entry/kinds';
import { latestPostponement, postponementRule } from '@/core/interval/due-facts';
import { type Problem, problemsOf } from '@/core/problems';
import type { Database } from '../desk';
import { entriesOfRound } from '../follow/round-entries';
import { thePlant } from '../plant';
import { checkBelongs } from './belongs';
import { checkFollowUp } from './follow-up';
import { checkHandedBack, checkOpened } from './opened';
import { checkLooked } from './looked';
import { type WriteOutcome, conflict, invalid } from './outcome';
import { checkReplacement } from './references';

/** What the rules of the book say of an entry that names only what there is; undefined where nothing is against it. */
export async function checkRules(
  db: Database,
  envelope: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const { kind, replacesId } = envelope;
  if (kind === 'correction' || replacesId !== null) return checkCorrection(db, envelope, transaction);
  if (kind === 'postpone') return checkPostponement(db, envelope, transaction);
  if (kind === 'hand-over') return checkSignature(db, envelope, transaction);
  if (kind === 'follow-up') return checkFollowUp(db, envelope, transaction);
  if (kind === 'open' || kind === 'close' || kind === 'waiver' || kind === 'isolation')
    return checkOpened(db, envelope, transaction);
  if (kind === 'check') return checkLooked(db, envelope, transaction);
  return checkBelongs(db, envelope, transaction);
}

/** What is wrong with the body of an entry, by its kind and version. */
export function checkBody(kind: EntryKind, version: number, body: unknown): Problem[] {
  const schema = bodySchema(kind, version);
  if (!schema)
    return [
      {
        pointer: '/kindVersion',
        detail: `This version of the book knows "${kind}" in the versions ${versionsOf(kind).join(', ')}.`,
        code: 'not-open',
      },
    ];
  const parsed = schema.safeParse(body, { reportInput: true });
  return parsed.success
    ? []
    : problemsOf(parsed.error, schema).map((problem) => ({ ...problem, pointer: `/body${problem.pointer}` }));
}

/** A task is put off only so far, and never brought nearer by it. */
async function checkPostponement(
  db: Database,
  { body, taskIds }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const refuse = (field: string, detail: string) => invalid([{ pointer: field, detail, code: 'rule' }]);
  if (taskIds.length === 0) return refuse('/taskIds', 'Say which task is put off.');
  const { untilOn } = body as EntryBody<'postpone'>;
  const plant = await thePlant(db, transaction);
  const rows = await db.select<{
    dueOn: string | null;
    postponedFrom: string | null;
    lastMs: string | null;
    consequence: number;
  }>(
    'SELECT due_state.dueOn, due_state.postponedFrom, due_state.lastMs, lube_point.consequence FROM due_state JOIN lube_point ON lube_point.id = due_state.pointId WHERE due_state.taskId IN (:taskIds)',
    { taskIds },
    transaction,
  );
  for (const { dueOn, postponedFrom, lastMs, consequence } of rows) {
    const planned = postponedFrom ?? dueOn;
    const latest = latestPostponement(
      {
        ...(dueOn && { dueOn }),
        ...(postponedFrom && { postponedFrom }),
        ...(lastMs !== null && { lastMs: Number(lastMs) }),
      },
      consequence,
      plant,
    );
    if (!planned || !latest)
      return refuse(
        '/body/untilOn',
        'Put off until: this task has no date that could be put off. Say first when it was last done.',
      );
    if (untilOn <= planned)
      return refuse(
        '/body/untilOn',
        `Put off until: must lie after ${planned}, the day it is due. To do it earlier, just do it: the next interval counts from then.`,
      );
    if (untilOn > latest) return refuse('/body/untilOn', `Put off until: ${latest} at the latest. ${postponementRule}`);
  }
  return undefined;
}

/** A round is signed once. */
async function checkSignature(
  db: Database,
  { roundId, personId, body }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  if (roundId === null) return undefined;
  if ((body as EntryBody<'hand-over'>).scope === 'shift')
    return invalid([{ pointer: '/roundId', detail: 'What was read of a day belongs to no round.', code: 'rule' }]);
  const signed = (await entriesOfRound(db, roundId)).find((entry) => entry.kind === 'hand-over');
  if (!signed) return checkHandedBack(db, { roundId, personId }, transaction);
  const person = await db.Person.findByPk(signed.personId, { transaction });
  return conflict('/roundId', `This round has been signed already, by ${person?.name ?? 'somebody'}.`);
}

/** A correction names the newest entry of its chain and carries a whole new body of the original's kind. */
async function checkCorrection(
  db: Database,
  envelope: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  if (envelope.kind !== 'correction')
    return invalid([{ pointer: '/replacesId', detail: 'Only a correction replaces another entry.', code: 'rule' }]);
  if (envelope.replacesId === null)
    return invalid([{ pointer: '/replacesId', detail: 'Say which entry this corrects.', code: 'missing' }]);
  const replaced = await db.Entry.findByPk(envelope.replacesId, { transaction });
  if (!replaced)
    return invalid([
      { pointer: '/replacesId', detail: 'The entry to correct is not in the book.', code: 'unknown-reference' },
    ]);
  if (replaced.machineId !== envelope.machineId || replaced.pointId !== envelope.pointId)
    return invalid([
      {
        pointer: '/machineId',
        detail:
          'A correction stays with the machine and point of its original. Void the entry and write a new one instead.',
        code: 'rule',
      },
    ]);
  if (await db.Entry.findOne({ where: { replacesId: replaced.id }, transaction }))
    return conflict(
      '/replacesId',
      'This entry has been corrected meanwhile. Open the newest version and correct that one.',
    );
  let original = replaced;
  while (original.replacesId) {
    if ((JSON.parse(original.body) as { void?: true }).void)
      return conflict('/replacesId', 'This entry has been voided. Write a new one instead.');
    original = (await db.Entry.findByPk(original.replacesId, { transaction }))!;
  }
  if (kindsOfTheBook.includes(original.kind))
    return invalid([
      {
        pointer: '/replacesId',
        detail: 'What was changed is changed again where it stands; the book keeps both.',
        code: 'rule',
      },
    ]);
  const replacement = replacementOf(envelope.body);
  if (!replacement) return undefined;
  const problems = checkBody(original.kind, replacement.kindVersion, replacement.body);
  if (problems.length > 0) return inReplacement(invalid(problems));
  return (
    (await checkReplacement(db, { ...envelope, body: replacement.body }, transaction)) ??
    inReplacement(await checkLooked(db, { ...replacement, kind: original.kind }, transaction))
  );
}

/** What is against a body, said of the place that it has in its correction. */
const inReplacement = <Outcome extends WriteOutcome | undefined>(outcome: Outcome): Outcome =>
  outcome && 'problems' in outcome
    ? {
        ...outcome,
        problems: outcome.problems.map((each) => ({
          ...each,
          pointer: each.pointer.replace(/^\/(body|kindVersion)/, '/body/replacement/$1'),
        })),
      }
    : outcome;
