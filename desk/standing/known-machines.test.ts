import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { appendProjected } from '../change/append-projected';
import { smallPlant } from '../testing';
import { writeReadings } from '../write/readings';
import { writeEntry } from '../write/write-entries';
import { projectMachines } from './projection';
import { compareWithLog } from './rebuild';

describe('what is known of a machine', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const dayMs = 86_400_000;
  const on = (ago: number) => new Date(desk.now.getTime() - ago * dayMs).toISOString();
  const grease = (ago: number, sent = {}) =>
    entry({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      happenedAt: on(ago),
      body: { lubricantId: ids.grease, massG: 5 },
      ...sent,
    });
  const write = async (sent: object, by = db) =>
    expect(await writeEntry(by, desk.now, sent)).toMatchObject({ ok: true });
  const dueOn = async () => (await db.DueStanding.findByPk(ids.task))!.dueOn;
  const differences = async () => (await compareWithLog(db)).differences;
  const setDays = (days: number) => db.IntervalStage.update({ days, hours: null }, { where: { taskId: ids.task } });

  it('is gone on from, entry by entry, until its plan is said to be another', async () => {
    await setDays(30);
    await projectMachines(db, [ids.machine]);
    await write(grease(20));
    const [before] = [await dueOn()];
    await write(grease(10));
    expect(Date.parse((await dueOn())!) - Date.parse(before!)).toBe(10 * dayMs);
    // Changed behind the book’s back, which no use case does: the next entry goes by the plan as it is known.
    await setDays(60);
    await write(grease(5));
    expect(Date.parse((await dueOn())!) - Date.parse(before!)).toBe(15 * dayMs);
    await projectMachines(db, [ids.machine]);
    expect(Date.parse((await dueOn())!) - Date.parse(before!)).toBe(45 * dayMs);
    await write(grease(4));
    expect(await differences()).toEqual([]);
  });

  it('has become old when another process has written meanwhile', async () => {
    // A process of its own knows nothing of what this one knows.
    const other = { ...db };
    await write(grease(3));
    await write(grease(2), other);
    await write(
      entry({ kind: 'finding', pointId: ids.point, body: { what: 'leak', urgency: 'watch', text: '' } }),
      other,
    );
    await write(grease(1));
    expect((await db.DueStanding.findByPk(ids.task))!.servicesDone).toBeGreaterThan(3);
    expect(await differences()).toEqual([]);
  });

  it('is forgotten where the entry was not written after all', async () => {
    await write(grease(0.9));
    const failing = db.transaction(async (transaction) => {
      const envelope = { ...grease(0.8), kindVersion: 1 } as never;
      await appendProjected(db, [{ envelope, receivedAt: desk.now }], transaction);
      throw new Error('The power went.');
    });
    await expect(failing).rejects.toThrow('The power went.');
    await write(grease(0.7));
    expect(await differences()).toEqual([]);
  });

  it('is not kept of more machines at once than there is room for, and none of them goes wrong by it', async () => {
    const many = Array.from({ length: 120 }, () => ({ machineId: newId(), meterId: newId() }));
    const rest = { areaId: ids.area, description: '', dutyHoursPerDay: 16, fittingCount: null, energySources: [] };
    await db.Machine.bulkCreate(
      many.map(({ machineId }, place) => ({ id: machineId, code: `X-${place}`, name: 'Pump', ...rest })),
    );
    await db.Meter.bulkCreate(
      many.map((of) => ({ id: of.meterId, machineId: of.machineId, name: 'Hours', unit: 'hours', rolloverAt: null })),
    );
    const read = (ago: number, value: number, some = many) =>
      writeReadings(
        db,
        desk.now,
        ids.anna,
        'test',
        some.map((of) => ({ ...of, at: on(ago), value })),
      );
    await read(9, 100, many.slice(0, 3));
    await read(6, 130);
    await db.transaction(async () => {
      await read(4, 150);
      await read(3, 160, many.slice(0, 3));
    });
    await read(1, 180, many.slice(0, 3));
    expect(await db.MeterStanding.findByPk(many[0]!.meterId)).toMatchObject({ accumulated: 180, kept: 5 });
    expect(await differences()).toEqual([]);
  }, 60_000);
});
