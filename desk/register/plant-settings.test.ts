import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { thePlant } from '../plant';
import { compareWithLog } from '../standing/rebuild';
import { loadTaskStates } from '../standing/states';
import { createTask } from '../plan/tasks';
import { smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { savePlantSettings } from './plant-settings';

const form = {
  name: 'Test plant',
  timeZone: 'Europe/Vienna',
  dayStartsAt: '06:00',
  greaseSchool: 'fixed',
  temperatureRule: 'steps',
  airForCleaning: false,
  unitsBeside: [] as string[],
};

describe('the settings of a plant', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);

  it.each([
    ['a zone that is none', { timeZone: 'Europe/Nowhere' }, 'timeZone'],
    ['a clock that is none', { dayStartsAt: '25:10' }, 'dayStartsAt'],
    ['midnight of the next day', { dayStartsAt: '24:00' }, 'dayStartsAt'],
    ['a school that is none', { greaseSchool: 'much' }, 'greaseSchool'],
    ['no name', { name: ' ' }, 'name'],
    ['units that are none', { unitsBeside: ['mass', 'stones'] }, 'unitsBeside.1'],
  ])('refuse %s, in words at its field', async (_, wrong, field) => {
    const answer = await savePlantSettings(desk, { ...form, ...wrong });
    expect(answer.ok ? [] : Object.keys(answer.fields ?? {})).toEqual([field]);
    expect((await thePlant(db)).timeZone).toBe('Europe/Vienna');
  });

  it('move every date where the days of the plant begin elsewhere, and agree with the log', async () => {
    // At 04:00 of the 10th in Vienna: written on the page of the 9th while the day begins at six.
    const made = await createTask(desk, ids.point, { ...taskForm, when: '30 d' });
    const taskId = made.ok ? made.value.id : '';
    const greased = entry({ kind: 'grease', body: { lubricantId: ids.grease, massG: 20 }, taskIds: [taskId] });
    expect(await writeEntry(db, desk.now, { ...greased, happenedAt: '2026-06-10T02:00:00Z' })).toMatchObject({
      ok: true,
    });
    const dueOn = async () => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!.due.dueOn;
    const before = await dueOn();
    expect(
      await savePlantSettings(desk, {
        ...form,
        dayStartsAt: '0:00',
        airForCleaning: true,
        unitsBeside: ['mass', 'temperature'],
      }),
    ).toEqual({
      ok: true,
      value: null,
    });
    const after = await dueOn();
    expect(Date.parse(after!) - Date.parse(before!)).toBe(86_400_000);
    expect((await compareWithLog(db)).differences).toEqual([]);
    expect(await thePlant(db)).toMatchObject({
      airForCleaning: true,
      dayStartsAtMinutes: 0,
      unitsBeside: ['mass', 'temperature'],
    });
  });
});
