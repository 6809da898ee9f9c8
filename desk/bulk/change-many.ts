import { ulid } from 'ulid';
import { type ManyChange, changeManyForm, changedPoint, manyFields } from '@/core/register/change-many';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints } from '../locks';
import { parseForm } from '../parse';
import type { PointChange } from '@/db/models/register';
import { saving } from '../change/save';
import { undoTemplate } from '../plan/task-templates';

type PointRow = InstanceType<Database['LubePoint']>;
export type Preview = { pointId: string; before: string; after: string; skipped: string | null }[];

const valueOf = (point: PointRow) => ({
  kind: point.kind,
  machineState: point.machineState,
  consequence: point.consequence,
  cautions: point.cautions,
  doNots: point.doNots,
  accessNote: point.accessNote,
  enoughSign: point.enoughSign,
  forbidsAirGun: point.forbidsAirGun,
  materials: point.materials,
  details: point.details,
});

async function plan(
  db: Database,
  values: unknown,
): Promise<Result<{ change: ManyChange; rows: { point: PointRow; outcome: ReturnType<typeof changedPoint> }[] }>> {
  const form = parseForm(changeManyForm, values);
  if (!form.ok) return form;
  const points = await db.LubePoint.findAll({ where: { id: form.value.pointIds, retiredOn: null } });
  if (points.length === 0) return refusal('invalid', 'Pick at least one point.');
  const inOrder = form.value.pointIds.flatMap((id) => points.find((point) => point.id === id) ?? []);
  return done({
    change: form.value,
    rows: inOrder.map((point) => ({ point, outcome: changedPoint(valueOf(point), form.value) })),
  });
}

/** What a change of many points would do to each, before anything is changed. */
export async function previewChange({ db }: Desk, values: unknown): Promise<Result<Preview>> {
  const planned = await plan(db, values);
  if (!planned.ok) return planned;
  return done(
    planned.value.rows.map(({ point, outcome }) => ({
      pointId: point.id,
      before: outcome.before,
      after: outcome.after,
      skipped: outcome.skipped,
    })),
  );
}

/** Changes many points at once and keeps what each was before. */
export async function applyChange(
  { db, now, actor }: Desk,
  values: unknown,
): Promise<Result<{ changeSetId: string; changed: number }>> {
  const form = parseForm(changeManyForm, values);
  if (!form.ok) return form;
  return saving(async () =>
    alone(db, { machineIds: await machinesOfPoints(db, form.value.pointIds) }, async (transaction) => {
      const planned = await plan(db, values);
      if (!planned.ok) return planned;
      const { change, rows } = planned.value;
      const wanted = rows.flatMap(({ point, outcome }) =>
        outcome.skipped === null && outcome.patch ? [{ point, patch: outcome.patch, undo: outcome.undo! }] : [],
      );
      if (wanted.length === 0)
        return refusal('invalid', 'Nothing would change: every point picked has this already, or is of another kind.');
      const changes: PointChange[] = [];
      for (const { point, patch, undo } of wanted) {
        await point.update(patch, { transaction });
        changes.push({ pointId: point.id, version: point.version as number, before: undo, after: patch });
      }
      const set = await db.ChangeSet.create(
        {
          id: ulid(now.getTime()),
          personId: actor.id,
          madeAt: now,
          title: `${manyFields[change.field].label}, ${changes.length} ${changes.length === 1 ? 'point' : 'points'}`,
          changes,
        },
        { transaction },
      );
      return done({ changeSetId: set.id, changed: changes.length });
    }),
  );
}

/** Takes a change of many points back, all of it or nothing: not where a point was changed again since. */
export async function undoChange({ db, now }: Desk, changeSetId: string): Promise<Result<{ changed: number }>> {
  const known = await db.ChangeSet.findByPk(changeSetId);
  if (!known) return refusal('not-found', 'This change is not in the book.');
  const machineIds = await machinesOfPoints(
    db,
    known.changes.map(({ pointId }) => pointId),
  );
  return saving(() =>
    alone(db, { machineIds }, async (transaction) => {
      const set = await db.ChangeSet.findByPk(changeSetId, { transaction, lock: transaction.LOCK.UPDATE });
      if (!set) return refusal('not-found', 'This change is not in the book.');
      if (set.kind !== 'points') return undoTemplate(db, now, set, transaction);
      if (set.undoneAt) return refusal('conflict', 'This change has been taken back already.');
      const changes = set.changes as PointChange[];
      const points = await db.LubePoint.findAll({ where: { id: changes.map(({ pointId }) => pointId) }, transaction });
      const later = changes.filter(
        ({ pointId, version }) => points.find(({ id }) => id === pointId)?.version !== version,
      );
      if (later.length > 0)
        return refusal(
          'edited-meanwhile',
          `${later.length} of these points were changed again since. Nothing is taken back; change them by hand.`,
        );
      for (const { pointId, before } of changes)
        await points.find(({ id }) => id === pointId)!.update(before, { transaction });
      await set.update({ undoneAt: now }, { transaction });
      return done({ changed: changes.length });
    }),
  );
}
