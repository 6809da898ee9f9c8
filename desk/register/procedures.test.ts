import { describe, expect, it } from 'vitest';
import { shippedProcedures } from '@/core/procedure/shipped';
import { type Procedure, procedureKey } from '@/core/procedure/step';
import { typedProcedure } from '@/core/procedure/typed';
import { freshDatabase } from '@/db/testing';
import type { Desk } from '../desk';
import { smallPlant } from '../testing';
import {
  heldProcedures,
  procedureChoices,
  procedureVersion,
  proceduresAt,
  saveProcedure,
  unknownProcedure,
  wholeProcedure,
  withdrawProcedure,
} from './procedures';

const code = 'regrease-running';
const shipped = shippedProcedures.get(code)!;

describe('a plant’s own procedures', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const planner: Desk = { ...desk, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } };
  const later = (minutes: number) => new Date(desk.now.getTime() + minutes * 60_000);
  const values = (change: Record<string, unknown> = {}, from: Procedure = shipped) => ({
    written: { ...typedProcedure(from), title: 'Regrease our way' },
    place: 'in-place',
    tookOver: false,
    why: 'We wipe twice.',
    ...change,
  });
  let own = '';

  it('are not written out of order', async () => {
    const steps = typedProcedure(shipped).steps.map((step, place) => (place === 0 ? { ...step, says: '' } : step));
    expect(
      await saveProcedure(
        planner,
        { code, version: shipped.version },
        values({ written: { ...typedProcedure(shipped), steps }, why: '' }),
      ),
    ).toMatchObject({
      fields: { 'steps.0.says': expect.any(String) as string, why: expect.any(String) as string },
    });
    expect(await heldProcedures(db)).toEqual([]);
  });

  it('stand in the place of the shipped one, which stays with the version that they were written from', async () => {
    const saved = await saveProcedure(planner, { code, version: shipped.version }, values());
    if (!saved.ok) throw new Error(saved.reason);
    own = saved.value.code;
    expect(own).toBe('house-regrease-our-way');
    expect((await proceduresAt(db)).get(code)).toMatchObject({ code: own, version: 1, title: 'Regrease our way' });
    expect(await wholeProcedure(db, own)).toMatchObject({
      isShipped: false,
      basedOn: procedureKey(shipped),
      base: { code },
      versions: [{ version: 1, initials: 'BE', why: 'We wipe twice.' }],
    });
    expect(await wholeProcedure(db, code)).toMatchObject({ isShipped: true, replacedBy: { code: own } });
    expect(await db.ProcedureVersion.count({ where: { code } })).toBe(1);
    expect(await procedureChoices(db)).toMatchObject({ [code]: 'Regrease our way' });
  });

  it('leave no room for a second in the same place, but for one beside', async () => {
    const from = { code, version: shipped.version };
    expect(await saveProcedure(planner, from, values())).toMatchObject({
      fields: { place: expect.stringContaining('stands in its place already') as string },
    });
    expect(await saveProcedure(planner, from, values({ place: 'beside' }))).toMatchObject({
      value: { code: `${own}-2` },
    });
    expect(await unknownProcedure(db, `${own}-2`)).toBeUndefined();
    expect(await unknownProcedure(db, `${own}-3`)).toMatchObject({ ok: false });
  });

  it('go on by versions, of which none is lost, and none written over', async () => {
    const next = { ...planner, now: later(10) };
    const change = values({ written: { ...typedProcedure(shipped), title: 'Regrease, wiped twice' } });
    expect(await saveProcedure(next, { code: own, version: 1 }, change)).toMatchObject({ ok: true });
    expect(await saveProcedure(next, { code: own, version: 1 }, change)).toMatchObject({ code: 'edited-meanwhile' });
    expect(await procedureVersion(db, `${own} 1`)).toMatchObject({ title: 'Regrease our way' });
    expect(await procedureVersion(db, `${own} 2`)).toMatchObject({ title: 'Regrease, wiped twice', code: own });
    for (const key of [`${own} 9`, `${own} Infinity`, `${own} 1e9`, own, ''])
      expect(await procedureVersion(db, key)).toBeUndefined();
    expect((await proceduresAt(db, later(5))).get(code)?.version).toBe(1);
    expect((await proceduresAt(db, later(-5))).get(code)).toBe(shipped);
  });

  it('are withdrawn and come back; meanwhile their tasks go by the shipped one', async () => {
    const when = { ...planner, now: later(20) };
    expect(await withdrawProcedure(when, { code, version: 1 }, true)).toMatchObject({ code: 'not-found' });
    expect(await withdrawProcedure(when, { code: own, version: 2 }, true)).toMatchObject({ ok: true });
    expect((await proceduresAt(db)).get(own)).toBe(shipped);
    const rival = await saveProcedure(when, { code, version: shipped.version }, values());
    if (!rival.ok) throw new Error(rival.reason);
    expect(await withdrawProcedure(when, { code: own, version: 3 }, false)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('stands in its place meanwhile') as string,
    });
    await withdrawProcedure(when, { code: rival.value.code, version: 1 }, true);
    expect(await withdrawProcedure(when, { code: own, version: 3 }, false)).toMatchObject({ ok: true });
    expect((await proceduresAt(db)).get(code)).toMatchObject({ code: own, version: 4 });
  });

  it('may come from nothing', async () => {
    const saved = await saveProcedure(planner, null, values({ place: 'in-place' }));
    expect(saved).toMatchObject({ ok: true });
    const { basedOn, inPlaceOf } = (await wholeProcedure(db, (saved as { value: { code: string } }).value.code))!;
    expect([basedOn, inPlaceOf]).toEqual([null, null]);
  });
});
