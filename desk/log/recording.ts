import { randomBytes } from 'node:crypto';
import canonicalize from 'canonicalize';
import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { type Difference, type Seen, type Values, differences } from '@/core/changes/change';
import { recordedThings } from '@/core/changes/recorded';
import { type EntryKind, newestVersion } from '@/core/entry/kinds';
import { groupBy } from '../group-by';
import type { Database } from '../desk';
import { append } from './append';
import { digestOfValues } from './seal';
import { automaticPerson } from '../automatic-person';

/** So many changes stand in one entry at most. */
const mostInEntry = 200;

const recorded = new WeakSet<Transaction>();

/**
 * The same database, for somebody who changes the plan or who gets in: whatever its transactions change stands in the log
 * with them, in that person's name, or neither is written.
 * @param by who changes it; undefined for what only the book itself does
 */
export function recordingFor(db: Database, now: Date, by: { id: string } | undefined): Database {
  return {
    ...db,
    transaction: (work) =>
      db.transaction(async (transaction) => {
        if (recorded.has(transaction)) return work(transaction);
        recorded.add(transaction);
        const mark = ulid(now.getTime());
        await db.change('SET @tagebuch_change = :mark', { mark }, transaction);
        try {
          const value = await work(transaction);
          await recordChanges(db, now, by, mark, transaction);
          return value;
        } finally {
          recorded.delete(transaction);
          // Where the connection is broken it is not used again.
          await db.change('SET @tagebuch_change = NULL', {}, transaction).catch(() => {});
        }
      }),
  };
}

type Row = {
  seq: string | number;
  thing: string;
  thingId: string;
  ofId: string | null;
  was: string | null;
  became: string | null;
};

const seenOf = ({ thing, thingId, ofId, was, became }: Row): Seen => ({
  thing,
  id: thingId,
  of: ofId,
  was: was === null ? null : (JSON.parse(was) as Values),
  became: became === null ? null : (JSON.parse(became) as Values),
});

/** Takes up what a transaction has changed, and what was changed before by nobody of the book. */
async function recordChanges(
  db: Database,
  now: Date,
  by: { id: string } | undefined,
  mark: string,
  transaction: Transaction,
): Promise<void> {
  // Whoever is let change something takes up their own; what another left behind was done past the book.
  const outside = await seenBy(db, 'NOT (mark <=> :mark)', { mark }, transaction);
  const theBook = outside.length > 0 || !by ? { id: await automaticPerson(db, now, 'BOOK') } : undefined;
  // What others of the book change is theirs to take up, and cannot be seen before they have.
  const own = await seenBy(db, 'mark = :mark', { mark }, transaction);
  if (theBook) await writeChanges(db, now, { by: theBook, outside: true, seen: outside }, transaction);
  await writeChanges(db, now, { by: by ?? theBook!, outside: false, seen: own }, transaction);
}

/** Takes what was noted out of the table, so that nobody else takes it up too. */
async function seenBy(
  db: Database,
  which: string,
  values: { mark: string },
  transaction: Transaction,
): Promise<Seen[]> {
  const noted = await db.select<{ seq: string }>(`SELECT seq FROM change_seen WHERE ${which}`, values, transaction);
  if (noted.length === 0) return [];
  const rows = await db.select<Row>(
    'SELECT * FROM change_seen WHERE seq IN (:seqs) ORDER BY seq FOR UPDATE SKIP LOCKED',
    { seqs: noted.map(({ seq }) => seq) },
    transaction,
  );
  await db.change('DELETE FROM change_seen WHERE seq IN (:seqs)', { seqs: rows.map(({ seq }) => seq) }, transaction);
  return rows.map(seenOf);
}

async function writeChanges(
  db: Database,
  now: Date,
  { by, outside, seen }: { by: { id: string }; outside: boolean; seen: Seen[] },
  transaction: Transaction,
): Promise<void> {
  const changed = differences(seen).map(withoutSecrets);
  for (const [kind, all] of groupBy(changed, ({ thing }) => recordedThings[thing]!.kind))
    for (let from = 0; from < all.length; from += mostInEntry)
      await writeEntryOf(db, now, { kind, by, outside, changed: all.slice(from, from + mostInEntry) }, transaction);
}

async function writeEntryOf(
  db: Database,
  now: Date,
  { kind, by, outside, changed }: { kind: EntryKind; by: { id: string }; outside: boolean; changed: Difference[] },
  transaction: Transaction,
): Promise<void> {
  const id = ulid(now.getTime());
  const forgotten = new Set(
    changed.filter(({ thing, became }) => thing === 'person' && became?.forgottenAt).map((person) => person.id),
  );
  const salted = changed.map((difference) => ({ ...difference, salt: randomBytes(16).toString('hex') }));
  const [written] = await append(
    db,
    [
      {
        receivedAt: now,
        envelope: {
          id,
          kind,
          kindVersion: newestVersion(kind),
          body: {
            changes: salted.map(({ thing, id: thingId, how, fields, salt, was, became }) => ({
              thing,
              id: thingId,
              how,
              fields,
              before: digestOfValues(salt, was),
              after: digestOfValues(salt, became),
            })),
            ...(outside && { outside }),
          },
          happenedAt: now.toISOString(),
          offsetMinutes: 0,
          personId: by.id,
          deviceId: outside ? 'database' : 'server',
          machineId: null,
          pointId: null,
          taskIds: [],
          roundId: null,
          replacesId: null,
        },
      },
    ],
    transaction,
  );
  await db.insert(
    'change_made',
    salted.map(({ thing, id: thingId, of, salt, was, became }, place) => ({
      seq: written!.seq,
      place,
      thing,
      thingId,
      ofId: of,
      // Whoever is being forgotten is forgotten here too.
      ...(forgotten.has(thingId) || (of !== null && forgotten.has(of))
        ? { salt: null, was: null, became: null, erasedAt: now }
        : { salt, was: was && canonicalize(was)!, became: became && canonicalize(became)!, erasedAt: null }),
    })),
    transaction,
  );
}

const secretWords = 'kept secret';

/** What is secret is known as changed, and as nothing else. */
function withoutSecrets(difference: Difference): Difference {
  const secret = recordedThings[difference.thing]?.secret ?? [];
  const hide = (values: Values | null): Values | null =>
    values &&
    Object.fromEntries(
      Object.entries(values).map(([field, value]) => [field, secret.includes(field) ? secretWords : value]),
    );
  return { ...difference, was: hide(difference.was), became: hide(difference.became) };
}
