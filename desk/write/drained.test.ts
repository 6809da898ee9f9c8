import { subDays } from 'date-fns';
import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { sumpOf } from '../assign/sump';
import { readBelieved } from '../log/believed';
import { smallPlant } from '../testing';
import { drainedBefore } from '../walk/drained-before';
import { writeEntry } from './write-entries';

describe('what came out of a sump', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const reservoirId = newId();
  await db.Reservoir.create({ id: reservoirId, machineId: ids.machine, name: 'Sump', capacityL: 50, residualL: 5 });
  await db.LubePoint.update({ reservoirId }, { where: { id: ids.point } });
  const reservoir = (await db.Reservoir.findByPk(reservoirId))!;
  const write = async (
    daysAgo: number,
    kind: 'oil-change' | 'drain' | 'flush' | 'top-up',
    body: Record<string, unknown>,
  ) =>
    expect(
      await writeEntry(
        db,
        desk.now,
        entry({ kind, pointId: ids.point, happenedAt: subDays(desk.now, daysAgo).toISOString(), body }),
      ),
    ).toMatchObject({ ok: true });
  const change = (daysAgo: number, more: object = {}) =>
    write(daysAgo, 'oil-change', { lubricantId: ids.oil, volumeL: 45, ...more });
  const findings = async () =>
    (await readBelieved(db, "entry.kind = 'finding' AND entry.pointId = :id", { id: ids.point })).map(
      ({ body }) => body as { what: string; text: string },
    );
  const underWay = async () => (await drainedBefore(db, [{ taskId: 't', pointId: ids.point }])).get('t');

  it('is taken for what was put on top, until a filling is written', async () => {
    await write(100, 'top-up', { lubricantId: ids.oil, amountKind: 'litres', amount: 1 });
    expect((await sumpOf(db, subDays(desk.now, 95), reservoir))!.isAssumed).toBe(true);
  });

  it('is held against the book: less than nine tenths was lost unseen', async () => {
    await change(90);
    expect(await underWay()).toBeUndefined();
    expect((await sumpOf(db, desk.now, reservoir))!.isAssumed).toBe(false);
    await write(60, 'drain', { volumeL: 40, what: 'oil' });
    expect(await findings()).toMatchObject([{ what: 'use-high', text: expect.stringContaining('89 %') as string }]);
    expect((await sumpOf(db, subDays(desk.now, 60), reservoir))!.volumeL).toBeCloseTo(10);
  });

  it('is known to the visit that goes on, and said once for one job', async () => {
    expect(await underWay()).toBe(40);
    await write(59, 'flush', { times: 2, volumeL: 20, lubricantId: ids.oil });
    await change(59, { drainedL: 40 });
    expect(await findings()).toHaveLength(1);
    expect(await underWay()).toBeUndefined();
    expect((await sumpOf(db, desk.now, reservoir))!.volumeL).toBeCloseTo(50);
  });

  it('more than was in there is water or too much; as much as it should be says nothing', async () => {
    await change(30, { drainedL: 48 });
    expect((await findings()).map(({ what }) => what)).toEqual(['use-high', 'level-up']);
    await change(10, { drainedL: 45 });
    await write(5, 'drain', { volumeL: 0.3, what: 'water' });
    expect(await findings()).toHaveLength(2);
  });
});
