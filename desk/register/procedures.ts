import type { Transaction } from 'sequelize';
import { z } from 'zod';
import {
  type HeldProcedure,
  type ProceduresInForce,
  codeOfKey,
  procedureTitles,
  proceduresInForce,
} from '@/core/procedure/in-force';
import { shippedProcedures } from '@/core/procedure/shipped';
import { type Procedure, procedureKey, procedureSchema } from '@/core/procedure/step';
import { procedureForm } from '@/core/procedure/typed';
import { noProcedure } from '@/core/procedure/usual';
import { line } from '@/core/units/typed-field';
import { type Database, type Desk, type Refusal, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';

type Row = InstanceType<Database['ProcedureVersion']>;

const heldOf = ({
  document,
  basedOn,
  inPlaceOf,
  isWithdrawn,
}: Pick<Row, 'document' | 'basedOn' | 'inPlaceOf' | 'isWithdrawn'>) => ({
  procedure: document,
  basedOn,
  inPlaceOf,
  isWithdrawn: Boolean(isWithdrawn),
});

/**
 * The newest version of each procedure that is not as this program ships it: the plant’s own, and, for an instant before an
 * update of the program, what it shipped until then.
 */
export async function heldProcedures(db: Database, asOf?: Date): Promise<HeldProcedure[]> {
  const rows = await db.select<Pick<Row, 'document' | 'basedOn' | 'inPlaceOf' | 'isWithdrawn'>>(
    `SELECT kept.document, kept.basedOn, kept.inPlaceOf, kept.isWithdrawn FROM procedure_version AS kept
     JOIN (SELECT code, MAX(version) AS version FROM procedure_version ${asOf ? 'WHERE writtenAt <= :asOf' : ''} GROUP BY code) AS newest
       ON newest.code = kept.code AND newest.version = kept.version
     WHERE NOT (kept.personId IS NULL AND CONCAT(kept.code, ' ', kept.version) IN (:shipped)) ORDER BY kept.code`,
    { asOf: asOf ?? null, shipped: [...shippedProcedures.values()].map(procedureKey) },
  );
  return rows.map(heldOf);
}

/** What is done under each code, now or at an instant: a round goes by what was in force when its plan was read. */
export const proceduresAt = async (db: Database, asOf?: Date): Promise<ProceduresInForce> =>
  proceduresInForce(await heldProcedures(db, asOf));

/** What a task may name, as a form offers it. */
export const procedureChoices = async (db: Database): Promise<Record<string, string>> =>
  procedureTitles(await heldProcedures(db));

/** Refuses a task that names a procedure which there is not. */
export async function unknownProcedure(db: Database, code: string): Promise<Refusal | undefined> {
  if (code === '' || code === noProcedure || (await proceduresAt(db)).has(code)) return undefined;
  return refusal('invalid', 'Some of this cannot be.', { procedureCode: 'Done by the steps of: choose one.' });
}

/** One version of a procedure by the key that a round keeps; undefined where the book has none. */
export async function procedureVersion(db: Database, key: string): Promise<Procedure | undefined> {
  const shipped = shippedProcedures.get(codeOfKey(key));
  if (shipped && procedureKey(shipped) === key) return shipped;
  const [, code, version] = /^(\S+) (\d{1,6})$/.exec(key) ?? [];
  if (!code) return undefined;
  return (await db.ProcedureVersion.findOne({ where: { code, version: Number(version) } }))?.document;
}

/** Who wrote a version, when and why; `initials` is null where it came with the program. */
export type VersionLine = {
  version: number;
  initials: string | null;
  why: string;
  writtenAt: Date;
  isWithdrawn: boolean;
};

export const procedureVersions = async (db: Database, code: string): Promise<VersionLine[]> =>
  (
    await db.select<VersionLine>(
      `SELECT kept.version, person.initials, kept.why, kept.writtenAt, kept.isWithdrawn
       FROM procedure_version AS kept LEFT JOIN person ON person.id = kept.personId WHERE kept.code = :code ORDER BY kept.version DESC`,
      { code },
    )
  ).map((row) => ({ ...row, isWithdrawn: Boolean(row.isWithdrawn) }));

/** A procedure with what it was written from, and which of the plant’s own stands in its place. */
export type WholeProcedure = HeldProcedure & {
  isShipped: boolean;
  versions: VersionLine[];
  base: Procedure | null;
  /** What is done under its code, where that is another. */
  replacedBy: Procedure | null;
};

/** One procedure by its code, as it is now; undefined where there is none. */
export async function wholeProcedure(db: Database, code: string): Promise<WholeProcedure | undefined> {
  const shipped = shippedProcedures.get(code);
  const [row, versions, inForce] = await Promise.all([
    shipped ? null : db.ProcedureVersion.findOne({ where: { code }, order: [['version', 'DESC']] }),
    procedureVersions(db, code),
    proceduresAt(db),
  ]);
  if (!shipped && !row) return undefined;
  const held = row ? heldOf(row) : { procedure: shipped!, basedOn: null, inPlaceOf: null, isWithdrawn: false };
  const instead = inForce.get(code);
  return {
    ...held,
    isShipped: shipped !== undefined,
    versions,
    base: (held.basedOn && (await procedureVersion(db, held.basedOn))) || null,
    replacedBy: instead && instead.code !== code ? instead : null,
  };
}

/** Keeps the shipped versions that are not kept yet: what a round went by is found after the program ships another. */
export const keepShipped = (
  db: Pick<Database, 'ProcedureVersion'>,
  now: Date,
  shipped: readonly Procedure[] = [...shippedProcedures.values()],
  transaction?: Transaction,
): Promise<unknown> =>
  db.ProcedureVersion.bulkCreate(
    shipped.map((document) => ({
      code: document.code,
      version: document.version,
      document,
      basedOn: null,
      inPlaceOf: null,
      isWithdrawn: false,
      personId: null,
      why: '',
      writtenAt: now,
    })),
    { ignoreDuplicates: true, ...(transaction && { transaction }) },
  );

const houseForm = z.strictObject({
  written: procedureForm,
  /** `in-place` of the shipped one wherever tasks go by it, or `beside` it for the tasks that name it. */
  place: z.enum(['in-place', 'beside'], { error: 'Where it is used: choose one.' }).default('beside'),
  /** What has changed in the shipped one since is in it now. */
  tookOver: z.boolean().default(false),
  why: line('What is different, and why', { required: true, max: 400 }),
});

const meanwhile = refusal(
  'edited-meanwhile',
  'Someone else has changed this procedure meanwhile. What you typed is kept: open the page anew beside it, compare, and save again.',
);

/** A code that nothing goes by yet, from a title. */
async function freeCode(db: Database, title: string, transaction: Transaction): Promise<string> {
  const words = title
    .normalize('NFKD')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .join('-');
  const stem = `house-${words || 'procedure'}`.slice(0, 36).replace(/-$/, '');
  for (let count = 1; ; count += 1) {
    const code = count === 1 ? stem : `${stem}-${count}`;
    if (!(await db.ProcedureVersion.count({ where: { code }, transaction }))) return code;
  }
}

/**
 * Keeps a procedure of the plant’s own: a first version (from a shipped one, from one of its own, or from nothing), or the
 * next version of one that it has. Versions before it stay; rounds that go by them go on by them.
 * @param from the code of what it is written from, and the version that was read; null for one from nothing
 */
export async function saveProcedure(
  { db, now, actor }: Desk,
  from: { code: string; version: number } | null,
  values: unknown,
): Promise<Result<{ code: string }>> {
  const form = parseForm(houseForm, values);
  // The form knows its fields without the part of it that they stand in.
  if (!form.ok) return { ...form, fields: unnested(form.fields) };
  const { written, place, tookOver, why } = form.value;
  return alone(db, 'plant', async (transaction) => {
    const known = from ? await wholeProcedure(db, from.code) : undefined;
    if (from && !known) return refusal('not-found', 'This procedure is not in the book.');
    if (known && known.procedure.version !== from!.version) return meanwhile;
    if (known?.isShipped) await keepShipped(db, now, [known.procedure], transaction);
    const before = known && ownBefore(known);
    const basedOn = known ? baseOf(known, tookOver) : null;
    const inPlaceOf = place === 'in-place' && basedOn ? codeOfKey(basedOn) : null;
    const code = before?.code ?? (await freeCode(db, written.title, transaction));
    const rival = await rivalIn(db, inPlaceOf, code);
    if (rival)
      return refusal('invalid', 'Two cannot stand in the same place.', {
        place: `“${rival.title}” stands in its place already: change that one, or keep this one beside it.`,
      });
    const document = procedureSchema.parse({
      ...written,
      code,
      version: (before?.version ?? 0) + 1,
      source: basedOn ? `House way, from ${basedOn.replace(' ', ' version ')}` : 'House way',
      ...(known && passedOn(known.procedure)),
    });
    const by = { personId: actor.id, why, writtenAt: now };
    await addVersion(db, { procedure: document, basedOn, inPlaceOf, isWithdrawn: false }, by, transaction);
    return done({ code });
  });
}

/** What the form does not ask, and stays as it was. */
const passedOn = ({ writes, followedBy }: Procedure) => ({
  ...(writes && { writes }),
  ...(followedBy && { followedBy }),
});

/** What a next version follows: only one of the plant’s own has one. */
const ownBefore = ({ isShipped, procedure }: WholeProcedure): Procedure | undefined =>
  isShipped ? undefined : procedure;

/** One of the plant’s own that stands where another is to stand. */
async function rivalIn(db: Database, inPlaceOf: string | null, code: string): Promise<Procedure | undefined> {
  const there = inPlaceOf ? (await proceduresAt(db)).get(inPlaceOf) : undefined;
  return there && there.code !== inPlaceOf && there.code !== code ? there : undefined;
}

const addVersion = (
  db: Database,
  { procedure, ...held }: HeldProcedure,
  by: { personId: string; why: string; writtenAt: Date },
  transaction: Transaction,
) =>
  db.ProcedureVersion.create(
    { code: procedure.code, version: procedure.version, document: procedure, ...held, ...by },
    { transaction },
  );

/** The shipped version that one is compared with. */
function baseOf({ procedure, isShipped, basedOn }: WholeProcedure, tookOver: boolean): string | null {
  if (isShipped) return procedureKey(procedure);
  const newest = basedOn ? shippedProcedures.get(codeOfKey(basedOn)) : undefined;
  return tookOver && newest ? procedureKey(newest) : basedOn;
}

const unnested = (fields: Record<string, string> | undefined): Record<string, string> =>
  Object.fromEntries(Object.entries(fields ?? {}).map(([path, words]) => [path.replace(/^written\./, ''), words]));

/** Takes one of the plant’s own out of use, or back: its tasks go by what it was written from meanwhile. */
export async function withdrawProcedure(
  { db, now, actor }: Desk,
  from: { code: string; version: number },
  isWithdrawn: boolean,
): Promise<Result<{ code: string }>> {
  return alone(db, 'plant', async (transaction) => {
    const known = await wholeProcedure(db, from.code);
    if (!known || known.isShipped) return refusal('not-found', 'This is none of the plant’s own procedures.');
    if (known.procedure.version !== from.version) return meanwhile;
    const { basedOn, inPlaceOf, procedure } = known;
    const rival = isWithdrawn ? undefined : await rivalIn(db, inPlaceOf, from.code);
    if (rival)
      return refusal('invalid', `“${rival.title}” stands in its place meanwhile: take that one out of use first.`);
    await addVersion(
      db,
      { procedure: { ...procedure, version: procedure.version + 1 }, basedOn, inPlaceOf, isWithdrawn },
      { personId: actor.id, why: isWithdrawn ? 'Taken out of use.' : 'Back in use.', writtenAt: now },
      transaction,
    );
    return done({ code: from.code });
  });
}
