import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { pointLabel } from '@/core/register/assignment';
import { freshDatabase } from '@/db/testing';
import { openFindings } from '../follow/findings';
import { createTask } from '../plan/tasks';
import { smallPlant, taskForm } from '../testing';
import { eachObserved, planObservations, takeObservations } from './observations-file';

describe('readings in a file', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const readings = [{ quantity: 'temperature', name: 'Oil temperature', unit: '°C', validIn: '', warnHigh: '70' }];
  await createTask(desk, ids.point, { ...taskForm, when: '7 d', readings });
  const [point] = await db.select<{ code: string; number: number }>(
    'SELECT machine.code, lube_point.number FROM lube_point JOIN machine ON machine.id = lube_point.machineId WHERE lube_point.id = :id',
    { id: ids.point },
  );
  const label = pointLabel(point!.code, point!.number);
  const row = (day: number, value: string, change: object = {}) => ({
    at: `2026-06-0${day}T08:00:00+02:00`,
    point: label,
    quantity: 'Oil temperature',
    value,
    unit: '°C',
    ...change,
  });
  const take = (rows: object[]) => takeObservations(desk, { text: Papa.unparse(rows) });
  const observed = async () => {
    const all = [];
    for await (const looks of eachObserved(db)) all.push(...looks);
    return all;
  };

  it('are judged as they are written; what cannot be read is left out and said', async () => {
    const answer = await take([row(1, '61'), row(2, '75'), row(3, 'hot'), row(4, '-3.5', { quantity: 'Room' })]);
    expect(answer).toMatchObject({ ok: true, value: { stored: 3, known: 0, faults: [{ line: 4 }] } });
    expect((await openFindings(db, desk.now)).shown.map(({ said, text }) => [said, text])).toEqual([
      ['hotter than usual', 'Oil temperature 75 °C, above 70 °C.'],
    ]);
  });

  it('taken once more write nothing, whether they bring their identifiers or not', async () => {
    const before = await observed();
    expect(await take([row(1, '61'), row(2, '75')])).toMatchObject({ ok: true, value: { stored: 0, known: 2 } });
    const file = before.flatMap(({ id, at, values }) => values.map((value) => ({ id, at, point: label, ...value })));
    expect(await take(file)).toMatchObject({ ok: true, value: { stored: 0, known: 3, faults: [] } });
    expect(await observed()).toEqual(before);
    expect(await take([{ ...file[0]!, value: 62 }])).toMatchObject({
      ok: true,
      value: { stored: 0, faults: [{ line: 2, reason: expect.stringContaining('in the book already') as string }] },
    });
  });

  it('go out of one book and into another as they were', async () => {
    const file = (await observed()).flatMap(({ id, at, values }) =>
      values.map((value) => ({ id, at, point: label, ...value })),
    );
    const other = await freshDatabase();
    const { desk: there } = await smallPlant(other);
    expect(await takeObservations(there, { text: Papa.unparse(file) })).toMatchObject({
      ok: true,
      value: { stored: 3, faults: [] },
    });
    const all = [];
    for await (const looks of eachObserved(other)) all.push(...looks);
    expect(all.map(({ id, at, values }) => ({ id, at, values }))).toEqual(
      (await observed()).map(({ id, at, values }) => ({ id, at, values })),
    );
  });

  it.each([
    ['', 'Choose a file'],
    ['a,b\n1,2', 'Missing: at, point, quantity, value'],
  ])('%j is refused in words', async (text, words) => {
    const answer = await planObservations(desk, { text });
    expect(!answer.ok && [answer.reason, ...Object.values(answer.fields ?? {})].join(' ')).toContain(words);
  });
});
