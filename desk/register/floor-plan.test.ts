import { describe, expect, it } from 'vitest';
import { emptyFloorPlan } from '@/core/floor/floor-plan';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { readFloorPlan, saveFloorPlan } from './floor-plan';

const nodes = [
  { id: 'a', x: 0, y: 0 },
  { id: 'b', x: 30, y: 0 },
];
const drawn = {
  nodes,
  aisles: [{ from: 'a', to: 'b', floors: 0, closedIn: ['night'] }],
  areas: [{ code: 'A', x: 0, y: -10, width: 30, height: 20 }],
  machines: [{ code: 'M-1', x: 10, y: 2 }],
  stores: [{ kind: 'cart' as const, name: 'Cart', x: -1, y: 0 }],
};

describe('the floor plan', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);

  it('is empty at first, with all that could stand on it', async () => {
    expect(await readFloorPlan(db)).toEqual({
      plan: emptyFloorPlan,
      version: 0,
      machines: [
        { code: 'M-1', name: 'Fan', area: 'A' },
        { code: 'M-2', name: 'Pump', area: 'A' },
      ],
      areas: [{ code: 'A', name: 'Hall A' }],
    });
  });

  it('is kept as a whole, and comes back as it was drawn', async () => {
    expect(await saveFloorPlan(desk, 0, drawn)).toMatchObject({ ok: true });
    expect(await readFloorPlan(db)).toMatchObject({ plan: drawn, version: 1 });
  });

  it('is not drawn over by somebody who began from an older one, first or later', async () => {
    for (const version of [0, 7])
      expect(await saveFloorPlan(desk, version, emptyFloorPlan)).toMatchObject({ ok: false, code: 'edited-meanwhile' });
    const moved = { ...drawn, machines: [{ code: 'M-1', x: 12, y: 2 }] };
    expect(await saveFloorPlan(desk, 1, moved)).toMatchObject({ ok: true });
    // Only a machine was moved; the drawing has a new version all the same.
    expect(await readFloorPlan(db)).toMatchObject({ plan: moved, version: 2 });
  });

  it('refuses machines and areas that are not in the plant, and keeps what it had', async () => {
    const strange = { ...drawn, machines: [{ code: 'X-9', x: 1, y: 1 }], areas: [{ ...drawn.areas[0]!, code: 'Z' }] };
    const refused = await saveFloorPlan(desk, 2, strange);
    expect(refused).toMatchObject({ ok: false, reason: expect.stringMatching(/no machine X-9, no area Z/) });
    expect((await readFloorPlan(db)).plan.machines).toEqual([{ code: 'M-1', x: 12, y: 2 }]);
  });

  it('refuses what cannot be a plan, naming the place', async () => {
    const refused = await saveFloorPlan(desk, 2, { ...drawn, aisles: [{ from: 'a', to: 'z' }] });
    expect(refused).toMatchObject({
      ok: false,
      fields: { 'aisles.0': expect.stringMatching(/node that is not there/) },
    });
  });

  it('shows no machine that was taken out of use, and has its place again when it comes back', async () => {
    await db.Machine.update({ retiredOn: '2026-06-01' }, { where: { id: ids.machine } });
    expect((await readFloorPlan(db)).plan.machines).toEqual([]);
    await db.Machine.update({ retiredOn: null }, { where: { id: ids.machine } });
    expect((await readFloorPlan(db)).plan.machines).toHaveLength(1);
  });
});
