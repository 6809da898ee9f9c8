import { type Transaction, UniqueConstraintError } from 'sequelize';
import { isClockAhead, replacementOf } from '@/core/entry/believed';
import { type EntryBody, isWritable, type EntryKind, bodySchema, kinds, versionsOf } from '@/core/entry/kinds';
import { latestPostponement, postponementRule } from '@/core/interval/due-facts';
import { type Problem, pointerOf, problemsOf } from '@/core/problems';
import type { Database } from '../desk';
import { alone } from '../locks';
import { type Received, answeredTasks } from '../log/append';
import { contentOf, sealedContent } from '../log/seal';
import { applyFirstHours } from '../plan/task-templates';
import { thePlant } from '../plant';
import { doubledDose } from './doubled-dose';
import { appendProjected } from '../change/append-projected';
import { entriesOfRound } from '../follow/round-entries';
import { type EntryEnvelope, entryEnvelope } from '@/core/entry/envelope';

export type Written = { id: string; seq: number; hash: string; receivedAt: string; clockAhead: boolean };

/** `stored` is false when the same entry was there already and nothing was written. */
export type WriteOutcome =
  | { ok: true; stored: boolean; entry: Written }
  | { ok: false; code: 'invalid' | 'conflict'; reason: string; problems: Problem[] };

const invalid = (problems: Problem[]): WriteOutcome => ({
  ok: false,
  code: 'invalid',
  reason: problems.map(({ detail }) => detail).join(' '),
  problems,
});
const conflict = (pointer: string, detail: string): WriteOutcome => ({
  ok: false,
  code: 'conflict',
  reason: detail,
  problems: [{ pointer, detail, code: 'conflict' }],
});

/**
 * Writes one entry to the log: the only way in. Sending the same entry twice writes it once.
 * @param raw the envelope as the device sent it
 */
export async function writeEntry(db: Database, now: Date, raw: unknown): Promise<WriteOutcome> {
  const parsed = entryEnvelope.safeParse(raw, { reportInput: true });
  if (!parsed.success) return invalid(problemsOf(parsed.error, entryEnvelope));
  const envelope = parsed.data;
  const bodyProblems = checkBody(envelope.kind, envelope.kindVersion, envelope.body);
  if (bodyProblems.length > 0) return invalid(bodyProblems);
  const { machineId, roundId, kind } = envelope;
  const whom = {
    machineIds: machineId ? [machineId] : [],
    ...(roundId && { round: { id: roundId, ends: kind === 'hand-over' } }),
  };
  const writeOnce = () => alone(db, whom, (transaction) => writeParsed(db, { envelope, receivedAt: now }, transaction));
  try {
    return await writeOnce();
  } catch (error) {
    // Sent twice at the same moment: the other one is in the book by now.
    if (error instanceof UniqueConstraintError && (await db.Entry.findByPk(envelope.id))) return writeOnce();
    throw error;
  }
}

/** Writes an entry whose machine the transaction has to itself. */
async function writeParsed(db: Database, received: Received, transaction: Transaction): Promise<WriteOutcome> {
  const { envelope, receivedAt } = received;
  const known = await db.Entry.findByPk(envelope.id, { transaction });
  if (known) {
    if (sealedContent(known) !== contentOf(envelope))
      return conflict('/id', 'Another entry with this identifier and other content is already in the book.');
    return { ok: true, stored: false, entry: written(known) };
  }
  const problem =
    (await checkReferences(db, envelope, transaction)) ?? (await checkSignature(db, envelope, transaction));
  if (problem) return problem;
  const begun = await beginFirstHours(db, receivedAt, envelope, transaction);
  const doubled = await doubledDose(db, received);
  const [entry] = await appendProjected(db, [received, ...(doubled ? [doubled] : [])], transaction, begun);
  return { ok: true, stored: true, entry: written(entry!) };
}

const written = ({ id, seq, hash, receivedAt, happenedAtUtc }: InstanceType<Database['Entry']>): Written => ({
  id,
  seq: Number(seq),
  hash,
  receivedAt: receivedAt.toISOString(),
  clockAhead: isClockAhead(happenedAtUtc.getTime(), receivedAt.getTime()),
});

function checkBody(kind: EntryKind, version: number, body: unknown): Problem[] {
  if (!isWritable(kind))
    return [{ pointer: '/kind', detail: `Entries of kind "${kind}" cannot be written yet.`, code: 'not-open' }];
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

/** Everything an entry names must exist and belong together. */
async function checkReferences(
  db: Database,
  envelope: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const problem = (path: PropertyKey[], detail: string) =>
    invalid([{ pointer: pointerOf(path), detail, code: 'unknown-reference' }]);
  const find = { transaction };
  const person = await db.Person.findByPk(envelope.personId, find);
  if (!person) return problem(['personId'], 'This person is not on the plant’s list.');
  // An entry may come in late: what counts is who belonged to the plant when it happened.
  if (!person.active && !(person.leftAt && Date.parse(envelope.happenedAt) <= person.leftAt.getTime()))
    return problem(['personId'], `${person.name} was not on the plant’s list any more when this happened.`);
  if (envelope.machineId === null && kinds[envelope.kind].needsMachine)
    return problem(['machineId'], 'Say which machine this is about.');
  if (envelope.machineId !== null && !(await db.Machine.findByPk(envelope.machineId, find)))
    return problem(['machineId'], 'This machine is not in the register.');
  if (envelope.pointId !== null) {
    const point = await db.LubePoint.findByPk(envelope.pointId, find);
    if (!point || point.machineId !== envelope.machineId)
      return problem(['pointId'], 'This point is not on that machine.');
  }
  if (envelope.roundId !== null && !(await db.Round.findByPk(envelope.roundId, find)))
    return problem(['roundId'], 'This round is not known.');
  const tasks = answeredTasks(envelope);
  if (tasks.length > 0) {
    if (!(await areOfMachine(db, tasks, envelope.machineId, transaction)))
      return problem(['taskIds'], 'A task named here is not on that machine.');
  }
  return (
    (await checkBodyReferences(db, envelope, transaction)) ??
    (await checkPostponement(db, envelope, transaction)) ??
    (envelope.kind === 'correction' || envelope.replacesId !== null
      ? checkCorrection(db, envelope, transaction)
      : undefined)
  );
}

/** Whether some tasks are known and all of one machine. */
async function areOfMachine(
  db: Database,
  tasks: readonly string[],
  machineId: string | null,
  transaction: Transaction,
): Promise<boolean> {
  const rows = await db.select<{ machineId: string }>(
    'SELECT lube_point.machineId FROM task JOIN lube_point ON lube_point.id = task.pointId WHERE task.id IN (:tasks)',
    { tasks: [...tasks] },
    transaction,
  );
  return rows.length === tasks.length && rows.every((row) => row.machineId === machineId);
}

async function checkBodyReferences(
  db: Database,
  { body, machineId }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  const problem = (field: string, detail: string) =>
    invalid([{ pointer: `/body/${field}`, detail, code: 'unknown-reference' }]);
  const { lubricantId, gunId, meterId, taskId } = body as Partial<
    Record<'lubricantId' | 'gunId' | 'meterId' | 'taskId', string>
  >;
  if (lubricantId && !(await db.Lubricant.findByPk(lubricantId, { transaction })))
    return problem('lubricantId', 'This lubricant is not in the store room.');
  if (gunId && !(await db.Gun.findByPk(gunId, { transaction }))) return problem('gunId', 'This gun is not known.');
  if (meterId) {
    const meter = await db.Meter.findByPk(meterId, { transaction });
    if (!meter || meter.machineId !== machineId) return problem('meterId', 'This meter is not on that machine.');
  }
  if (taskId && !(await areOfMachine(db, [taskId], machineId, transaction)))
    return problem('taskId', 'This task is not on that machine.');
  return undefined;
}

/**
 * A whole unit that is commissioned or overhauled gets the tasks of its first hours, however its entry came in.
 * @returns the machine whose plan this may have changed
 */
async function beginFirstHours(
  db: Database,
  now: Date,
  { kind, body, machineId, pointId, taskIds }: EntryEnvelope,
  transaction: Transaction,
): Promise<string[]> {
  if (
    kind !== 'commissioning' ||
    (body as EntryBody<'commissioning'>).basis !== 'commissioned' ||
    taskIds.length > 0 ||
    !machineId
  )
    return [];
  await applyFirstHours(
    db,
    now,
    await db.LubePoint.findAll({
      where: { retiredOn: null, ...(pointId ? { id: pointId } : { machineId }) },
      transaction,
    }),
    transaction,
  );
  return [machineId];
}

/** A task is put off only so far, and never brought nearer by it. */
async function checkPostponement(
  db: Database,
  { kind, body, taskIds }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  if (kind !== 'postpone') return undefined;
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
  { kind, roundId }: EntryEnvelope,
  transaction: Transaction,
): Promise<WriteOutcome | undefined> {
  if (kind !== 'hand-over' || roundId === null) return undefined;
  const signed = (await entriesOfRound(db, roundId)).find((entry) => entry.kind === 'hand-over');
  if (!signed) return undefined;
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
  const replacement = replacementOf(envelope.body);
  if (!replacement) return undefined;
  const problems = checkBody(original.kind, replacement.kindVersion, replacement.body).map((each) => ({
    ...each,
    pointer: each.pointer.replace(/^\/(body|kindVersion)/, '/body/replacement/$1'),
  }));
  return problems.length > 0
    ? invalid(problems)
    : checkBodyReferences(db, { ...envelope, body: replacement.body }, transaction);
}
