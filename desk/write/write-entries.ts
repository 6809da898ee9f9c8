import type { Transaction } from 'sequelize';
import { contentOf } from '@/core/entry/content';
import { type EntryEnvelope, entryEnvelope } from '@/core/entry/envelope';
import { type EntryBody, kindsOfTheBook } from '@/core/entry/kinds';
import { problemsOf } from '@/core/problems';
import { recordingFor } from '../log/recording';
import { appendProjected } from '../change/append-projected';
import { type Database, hindrance, isDuplicate } from '../desk';
import { type Whom, alone, aloneWithFree } from '../locks';
import { type Appended, type Received, entriesAsWritten } from '../log/append';
import { sealedContent } from '../log/seal';
import { noteTrick } from '../register/tricks';
import { applyFirstHours } from '../plan/task-templates';
import { doubledDose } from './doubled-dose';
import { drainedUnlike } from './drained';
import { notInOrder } from './not-in-order';
import { type WriteOutcome, conflict, invalid, written } from './outcome';
import { type References, checkReferences, readReferences } from './references';
import { checkBody, checkRules } from './rules';
import { settledIfKnown } from './settled';
import { type Together, together } from './together';

/**
 * Writes one entry to the log: the only way in. Sending the same entry twice writes it once.
 * @param raw the envelope as the device sent it
 */
export async function writeEntry(db: Database, now: Date, raw: unknown): Promise<WriteOutcome> {
  const read = readEnvelope(raw);
  return read.ok ? settledIfKnown(db, await queueOf(db)({ envelope: read.envelope, receivedAt: now })) : read;
}

/** Takes back what was written with an entry that was refused. */
class Refused extends Error {
  constructor(readonly outcome: WriteOutcome & { ok: false }) {
    super(outcome.reason);
  }
}

/**
 * Writes entries that say one thing together, in their order: all of them, or none where one is refused.
 * @param raws the envelopes as the device sent them, at least one
 * @returns what became of the last; of the one that was refused, with its place before the pointers
 */
export async function writeTogether(db: Database, now: Date, raws: readonly unknown[]): Promise<WriteOutcome> {
  const refusedAt = (place: number, { problems, ...outcome }: WriteOutcome & { ok: false }) => ({
    ...outcome,
    problems: problems.map((each) => ({ ...each, pointer: `/${place}${each.pointer}` })),
  });
  const batch: Received[] = [];
  for (const [place, raw] of raws.entries()) {
    const read = readEnvelope(raw);
    if (!read.ok) return refusedAt(place, read);
    batch.push({ envelope: read.envelope, receivedAt: now });
  }
  try {
    const last = await alone(db, whomOf(batch.map(({ envelope }) => envelope)), async () => {
      const outcomes: WriteOutcome[] = [];
      for (const [place, received] of batch.entries()) {
        const outcome = await writeAlone(db, received);
        if (!outcome.ok) throw new Refused(refusedAt(place, outcome));
        outcomes.push(outcome);
      }
      return outcomes.at(-1)!;
    });
    return await settledIfKnown(db, last);
  } catch (error) {
    if (error instanceof Refused) return error.outcome;
    throw error;
  }
}

function readEnvelope(raw: unknown): { ok: true; envelope: EntryEnvelope } | (WriteOutcome & { ok: false }) {
  const parsed = entryEnvelope.safeParse(raw, { reportInput: true });
  if (!parsed.success) return invalid(problemsOf(parsed.error, entryEnvelope));
  const envelope = parsed.data;
  if (kindsOfTheBook.includes(envelope.kind))
    return invalid([
      {
        pointer: '/kind',
        detail: 'The book writes this by itself when somebody changes what it is about.',
        code: 'rule',
      },
    ]);
  const problems = checkBody(envelope.kind, envelope.kindVersion, envelope.body);
  return problems.length > 0 ? invalid(problems) : { ok: true, envelope };
}

const queues = new WeakMap<Database, Together<Received, WriteOutcome>>();

/** Entries that come in while others are being written wait, and are written with one transaction then. */
function queueOf(db: Database): Together<Received, WriteOutcome> {
  let queue = queues.get(db);
  if (!queue)
    queues.set(
      db,
      (queue = together({
        // What one entry is checked against must not be what another of the same batch changes.
        apart: ({ envelope: { id, machineId } }) => [id, machineId ?? 'no machine'],
        many: (batch) => writeFree(db, batch),
        hopeless: (error) => hindrance(error) !== undefined,
        one: (received) => writeAlone(db, received),
      })),
    );
  return queue;
}

const whomOf = (envelopes: readonly EntryEnvelope[]): Exclude<Whom, 'plant'> => ({
  machineIds: envelopes.flatMap(({ machineId }) => machineId ?? []),
  rounds: envelopes.flatMap(({ roundId, kind }) =>
    roundId === null ? [] : { id: roundId, ends: kind === 'hand-over' },
  ),
});

const referencesOf = (db: Database, batch: readonly Received[], transaction: Transaction): Promise<References> =>
  readReferences(
    db,
    batch.map(({ envelope }) => envelope),
    transaction,
  );

/** Writes those entries whose machine nobody else has just now; undefined for the others. */
const writeFree = (db: Database, batch: readonly Received[]): Promise<(WriteOutcome | undefined)[]> =>
  aloneWithFree(db, whomOf(batch.map(({ envelope }) => envelope)), async (transaction, locks) => {
    const [free, references] = await Promise.all([locks, referencesOf(db, batch, transaction)]);
    const mine = batch.filter(({ envelope: { machineId } }) => machineId === null || free.has(machineId));
    const outcomes = await writeParsed(db, mine, free, references, transaction);
    return batch.map((received) => (mine.includes(received) ? outcomes[mine.indexOf(received)] : undefined));
  });

/** Writes one entry, waiting for whoever has its machine. */
async function writeAlone(db: Database, received: Received): Promise<WriteOutcome> {
  const writeOnce = () =>
    alone(db, whomOf([received.envelope]), async (transaction, machines) => {
      const references = await referencesOf(db, [received], transaction);
      return (await writeParsed(db, [received], machines, references, transaction))[0]!;
    });
  try {
    return await writeOnce();
  } catch (error) {
    // Sent twice at the same moment: the other one is in the book by now.
    if (isDuplicate(error) && (await db.Entry.findByPk(received.envelope.id))) return writeOnce();
    throw error;
  }
}

/** Writes entries of different machines, all of which the transaction has to itself. */
async function writeParsed(
  db: Database,
  batch: readonly Received[],
  machines: ReadonlySet<string>,
  references: References,
  transaction: Transaction,
): Promise<WriteOutcome[]> {
  const stored = references.entries.size > 0 ? await entriesAsWritten(db, references.entries, transaction) : [];
  const known = new Map(stored.map((entry) => [entry.id, entry]));
  const refused = new Map<Received, WriteOutcome>();
  const right: Received[] = [];
  const begun: string[] = [];
  for (const received of batch) {
    const { envelope, receivedAt } = received;
    const before = known.get(envelope.id);
    const problem = before
      ? writtenBefore(before, envelope)
      : (checkReferences(envelope, references, machines) ?? (await checkRules(db, envelope, transaction)));
    if (problem) {
      refused.set(received, problem);
      continue;
    }
    begun.push(...(await beginFirstHours(db, receivedAt, envelope, transaction)));
    const doubled = await doubledDose(db, received);
    const off = await notInOrder(db, received, batch);
    const drained = await drainedUnlike(db, received);
    right.push(received, ...[doubled, off, drained].flatMap((said) => said ?? []));
  }
  const appended = await appendProjected(db, right, transaction, { replanned: begun, stamps: references.stamps });
  for (const { envelope } of right) await noteTrick(db, envelope, transaction);
  return batch.map(
    (received) =>
      refused.get(received) ?? { ok: true, stored: true, entry: written(appended[right.indexOf(received)]!) },
  );
}

/** The same entry once more is no other; another one of its name is none. */
const writtenBefore = (known: Appended, envelope: EntryEnvelope): WriteOutcome =>
  sealedContent(known) === contentOf(envelope)
    ? { ok: true, stored: false, entry: written(known) }
    : conflict('/id', 'Another entry with this identifier and other content is already in the book.');

/**
 * A whole unit that is commissioned or overhauled gets the tasks of its first hours, however its entry came in.
 * @returns the machine whose plan this may have changed
 */
async function beginFirstHours(
  db: Database,
  now: Date,
  { kind, body, personId, machineId, pointId, taskIds }: EntryEnvelope,
  transaction: Transaction,
): Promise<string[]> {
  if (
    kind !== 'commissioning' ||
    (body as EntryBody<'commissioning'>).basis !== 'commissioned' ||
    taskIds.length > 0 ||
    !machineId
  )
    return [];
  await recordingFor(db, now, { id: personId }).transaction(async () =>
    applyFirstHours(
      db,
      now,
      await db.LubePoint.findAll({
        where: { retiredOn: null, ...(pointId ? { id: pointId } : { machineId }) },
        transaction,
      }),
      transaction,
    ),
  );
  return [machineId];
}
