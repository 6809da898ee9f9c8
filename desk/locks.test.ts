import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { rebuild } from './standing/rebuild';
import { updateTask } from './plan/tasks';
import { saveClosures, updateMachine } from './register/machines';
import { smallPlant, storedStandings, taskForm } from './testing';
import { writeEntry } from './write/write-entries';

const regrease = { ...taskForm, action: 'grease', title: 'Regrease', amountKind: 'grams', amount: '20' };
const machineForm = (code: string, areaId: string, dutyHoursPerDay: string) => ({
  code,
  name: 'Fan',
  areaId,
  description: '',
  dutyHoursPerDay,
  fittingCount: '',
  energySources: [],
});

describe('changes of the plan and entries of one machine', async () => {
  const db = await freshDatabase({ pool: 10 });
  const { ids, desk, entry } = await smallPlant(db);
  const service = (minutesAgo: number) =>
    writeEntry(
      db,
      desk.now,
      entry({
        kind: 'grease',
        pointId: ids.point,
        taskIds: [ids.task],
        happenedAt: new Date(desk.now.getTime() - minutesAgo * 60_000).toISOString(),
        body: { lubricantId: ids.grease, massG: 20 },
      }),
    );
  const raced = async (change: (race: number) => Promise<unknown>) => {
    // Either may come first, by up to twenty milliseconds.
    const after = (ms: number) => new Promise((resolve) => setTimeout(resolve, Math.max(0, ms)));
    for (let race = 0; race < 20; race += 1) {
      await Promise.all([
        after(race * 2 - 20).then(() => change(race)),
        after(20 - race * 2).then(() => service(500 - race)),
      ]);
      const standing = await storedStandings(db);
      await rebuild(db);
      expect(standing).toEqual(await storedStandings(db));
    }
  };

  it('exclude each other: the due list says what a rebuild says, however close together they are', async () => {
    await raced(async (race) => {
      const { version } = (await db.Task.findByPk(ids.task))!;
      const saved = await updateTask(desk, ids.task, version!, { ...regrease, when: `${900 + race} h` });
      expect(saved).toMatchObject({ ok: true });
    });
  });

  it('so do changes of the machine, and of the whole plant', async () => {
    await raced(async (race) => {
      const { version } = (await db.Machine.findByPk(ids.machine))!;
      const saved = await updateMachine(desk, ids.machine, version!, machineForm('M-1', ids.area, String(4 + race)));
      expect(saved).toMatchObject({ ok: true });
    });
    await raced(async (race) => {
      const closures = [{ name: 'Shutdown', from: '2026-07-01', to: `2026-07-${10 + race}` }];
      expect(await saveClosures(desk, { closures })).toMatchObject({ ok: true });
    });
  });
});
