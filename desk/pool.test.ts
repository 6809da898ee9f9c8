import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { createTask } from './plan/tasks';
import { smallPlant, taskForm } from './testing';
import { writeEntry } from './write/write-entries';

describe.each([1, 2])('a pool of %i', (pool) => {
  it('is enough for a dozen saves at once: nothing inside a transaction asks for a second connection', async () => {
    const db = await freshDatabase({ pool });
    const { ids, desk, entry } = await smallPlant(db);
    const saves = Array.from({ length: 12 }, (_, index) =>
      index % 3 === 0
        ? createTask(desk, ids.point, { ...taskForm, title: `Look ${index}` })
        : writeEntry(
            db,
            desk.now,
            entry({ kind: 'note', body: { text: `Note ${index}` }, machineId: index % 2 ? ids.machine : ids.other }),
          ),
    );
    expect((await Promise.all(saves)).every(({ ok }) => ok)).toBe(true);
    expect(await db.Entry.count()).toBe(8);
    // What fails leaves no half behind.
    await expect(
      db.transaction(async () => {
        await db.Area.create({ id: ids.plant, code: 'X', name: 'Half', position: 9, outline: null });
        throw new Error('broken off');
      }),
    ).rejects.toThrow('broken off');
    expect(await db.Area.findOne({ where: { code: 'X' } })).toBeNull();
    await db.close();
  });
});
