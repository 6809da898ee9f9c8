import { describe, expect, it } from 'vitest';
import { shippedProcedures } from '@/core/procedure/shipped';
import { procedureKey } from '@/core/procedure/step';
import { typedProcedure } from '@/core/procedure/typed';
import { freshDatabase } from '@/db/testing';
import type { Desk } from '../desk';
import { openThingsAt } from '../follow/open-things';
import { heldProcedures, keepShipped, procedureVersion, saveProcedure } from '../register/procedures';
import { loadTaskStates } from '../standing/states';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { stopProcedures } from './stop-procedures';

const code = 'regrease-running';
const shipped = shippedProcedures.get(code)!;

describe('by what a stop is done', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const planner: Desk = { ...desk, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } };
  const before = { ...shipped, version: shipped.version - 1, title: 'As it was shipped before' };
  const hours = (count: number) => new Date(desk.now.getTime() + count * 3_600_000);
  const here = async (asOf?: Date) => {
    const states = await loadTaskStates(db, desk.now, { taskIds: [ids.task] });
    const { shown } = await openThingsAt(db, desk.now, { machineId: ids.machine });
    const by = (await stopProcedures(db, states, shown, asOf)).get(ids.task);
    return by && [procedureKey(by.procedure), by.procedure.title, by.leftAfter];
  };
  const now = [procedureKey(shipped), shipped.title, null];

  it('is what was shipped when the plan was read, also after the program ships another', async () => {
    expect(await here()).toEqual(now);
    await keepShipped(db, hours(-48), [before]);
    await keepShipped(db, hours(-24));
    await keepShipped(db, hours(-12));
    expect(await db.ProcedureVersion.count()).toBe(shippedProcedures.size + 1);
    expect(await heldProcedures(db)).toEqual([]);
    expect(await here(hours(-36))).toEqual([procedureKey(before), before.title, null]);
    expect(await here(hours(-1))).toEqual(now);
    expect(await here(hours(-99))).toEqual(now);
    expect(await procedureVersion(db, procedureKey(before))).toEqual(before);
  });

  it('is the plant’s own from when it is written on', async () => {
    const written = { ...typedProcedure(shipped), title: 'Our way' };
    const saved = await saveProcedure(
      { ...planner, now: hours(1) },
      { code, version: shipped.version },
      { written, place: 'in-place', tookOver: false, why: 'Tried.' },
    );
    expect(saved).toMatchObject({ ok: true });
    expect(await here(hours(2))).toEqual(['house-our-way 1', 'Our way', null]);
    expect(await here(hours(0))).toEqual(now);
  });

  it('is, for a job under way, the version that it was begun by, after the step where it was left', async () => {
    const openId = newId();
    const left = entry({
      id: openId,
      kind: 'open',
      pointId: ids.point,
      taskIds: [ids.task],
      body: {
        does: 'open',
        name: 'Guard',
        runs: 'never',
        thing: 'guard',
        at: { procedure: procedureKey(before), step: 'wipe' },
      },
    });
    expect((await writeEntry(db, desk.now, left)).ok).toBe(true);
    expect(await here(hours(2))).toEqual([procedureKey(before), before.title, 'wipe']);
    await writeEntry(db, desk.now, entry({ kind: 'close', pointId: ids.point, body: { openId } }));
    expect(await here(hours(2))).toEqual(['house-our-way 1', 'Our way', null]);
  });

  it('is the second visit, once the first has opened all that it leaves open', async () => {
    const first = shippedProcedures.get('overnight-drain')!;
    const key = procedureKey(first);
    await db.Task.update({ procedureCode: first.code }, { where: { id: ids.task } });
    expect(await here()).toEqual([key, first.title, null]);
    const openAt = async (thing: string) => {
      const at = { procedure: key, step: `open-${thing}` };
      const body = { does: 'open', name: thing, runs: 'never', thing, at };
      await writeEntry(db, desk.now, entry({ kind: 'open', pointId: ids.point, taskIds: [ids.task], body }));
    };
    await openAt('filler');
    expect(await here()).toEqual([key, first.title, 'open-filler']);
    await openAt('drain');
    const second = shippedProcedures.get('overnight-drain-end')!;
    expect(await here()).toEqual([procedureKey(second), second.title, null]);
    const { shown } = await openThingsAt(db, desk.now, { machineId: ids.machine });
    const drain = shown.find(({ name }) => name === 'drain')!;
    const at = { procedure: procedureKey(second), step: 'close-drain' };
    const close = entry({
      kind: 'close',
      pointId: ids.point,
      taskIds: [ids.task],
      body: { openId: drain.entryId, at },
    });
    expect((await writeEntry(db, desk.now, close)).ok).toBe(true);
    expect(await here()).toEqual([procedureKey(second), second.title, 'close-drain']);
  });

  it('is another where the task was given another meanwhile', async () => {
    await db.Task.update({ procedureCode: 'purge-with-relief' }, { where: { id: ids.task } });
    expect((await here())?.[0]).toBe(procedureKey(shippedProcedures.get('purge-with-relief')!));
    await db.Task.update({ procedureCode: 'none' }, { where: { id: ids.task } });
    expect(await here()).toBeUndefined();
  });
});
