import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { projectMachines } from '../standing/projection';
import { loadMeters } from '../standing/meters';
import { loadTaskStates } from '../standing/states';
import { readMeterPage } from '../read/meter';
import { importReadings, previewReadings } from '../bulk/import-readings';
import { smallPlant } from '../testing';
import { postReadings } from './readings';
import { verifyLog } from '../log/verify';
import { writeEntry } from './write-entries';

describe('readings from elsewhere', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  await db.Meter.update({ rolloverAt: 10_000 }, { where: { id: ids.meter } });
  await projectMachines(db, [ids.machine]);
  const post = (...readings: [string, number][]) =>
    postReadings(db, desk.now, ids.meter, {
      source: 'cabinet',
      readings: readings.map(([at, value]) => ({ at, value })),
    });

  it('are stored once, however often they are sent', async () => {
    const sent: [string, number][] = [
      ['2026-06-01T06:00:00Z', 9900],
      ['2026-06-08T08:00+02:00', 9980],
    ];
    expect(await post(...sent)).toEqual({ stored: 2, known: 0, leftOut: [] });
    expect(await post(...sent)).toEqual({ stored: 0, known: 2, leftOut: [] });
    expect((await verifyLog(db)).firstBroken).toBeNull();
  });

  it('count on over a roll-over, and move the due date of the tasks they concern', async () => {
    await writeEntry(
      db,
      desk.now,
      entry({
        kind: 'grease',
        pointId: ids.point,
        taskIds: [ids.task],
        happenedAt: '2026-06-01T06:00:00Z',
        body: { lubricantId: ids.grease, massG: 20 },
      }),
    );
    expect(await post(['2026-06-15T06:00:00Z', 60])).toMatchObject({ stored: 1, leftOut: [] });
    const [meter] = await loadMeters(db, [ids.machine]);
    expect(meter).toMatchObject({ accumulated: 10_060, last: { value: 60 } });
    // 160 h in fourteen days, three readings: half of the measured 11.4 a day, half of the planned 16; 840 h to go.
    expect((await loadTaskStates(db, desk.now, { taskIds: [ids.task] }))[0]!.due.dueOn).toBe('2026-08-15');
  });

  it('are kept, marked and left out when they cannot be, each with its reason', async () => {
    const answer = await post(
      ['2026-06-12T06:00:00Z', 12_000],
      ['2026-06-12T07:00:00Z', 9500],
      ['2027-01-01T00:00:00Z', 100],
    );
    expect(answer!.stored).toBe(3);
    expect(answer!.leftOut.map(({ index }) => index)).toEqual([0, 1, 2]);
    expect(answer!.leftOut[0]!.reason).toContain('rolls over');
    expect(answer!.leftOut[2]!.reason).toContain('future');
    const page = await readMeterPage(desk, 'M-1', ids.meter);
    expect(page!.lines.filter(({ leftOut }) => leftOut)).toHaveLength(2);
    expect(page!.lines[0]).toMatchObject({ source: 'posted by cabinet', by: 'Meter gateway' });
  });

  it('are refused for a meter that is not there', async () => {
    expect(
      await postReadings(db, desk.now, ids.point, {
        source: 'x',
        readings: [{ at: '2026-06-01T06:00:00Z', value: 1 }],
      }),
    ).toBeUndefined();
  });

  describe('as a table', () => {
    const table = [
      'machine;date;time;reading',
      'M-1;2026-06-15;11:30;62',
      'M-1;2026-06-15;;62',
      'X-9;2026-06-15;;5',
      'M-1;15/06/2026;;5',
      'M-1;2026-06-15;9:00;ten',
      'M-1;2027-06-15;;5',
      'M-1;2026-06-15;11:30;63',
      'M-1;2026-06-14;10:00;9000',
    ].join('\n');
    const form = { text: table, fileName: 'june.csv', mapping: null };

    it('is previewed row by row, and nothing is written', async () => {
      const before = await db.Entry.count();
      const preview = await previewReadings(desk, form);
      if (!preview.ok) throw new Error(preview.reason);
      expect(preview.value).toMatchObject({
        mapping: { machine: 0, day: 1, time: 2, value: 3 },
        missing: [],
        faulty: 5,
        ready: 3,
        known: 0,
        doubtful: 1,
      });
      expect(preview.value.lines.slice(0, 5).map(({ line, problems }) => [line, problems[0]!.column])).toEqual([
        [4, 'machine'],
        [5, 'day'],
        [6, 'value'],
        [7, 'day'],
        [8, 'day'],
      ]);
      expect(await db.Entry.count()).toBe(before);
    });

    it('goes in without its faulty rows, and says where it came from', async () => {
      expect(await importReadings(desk, form)).toEqual({ ok: true, value: { stored: 3, known: 0, faulty: 5 } });
      expect(await importReadings(desk, form)).toEqual({ ok: true, value: { stored: 0, known: 3, faulty: 5 } });
      expect((await readMeterPage(desk, 'M-1', ids.meter))!.lines[0]!.source).toBe('imported from june.csv');
    });

    it('asks for columns that cannot be guessed, and refuses what holds no rows', async () => {
      const preview = await previewReadings(desk, { ...form, text: 'a,b\n1,2' });
      expect(preview).toMatchObject({ ok: true, value: { missing: ['Machine code', 'Day', 'Reading'], lines: [] } });
      expect(await importReadings(desk, { ...form, text: 'a,b\n1,2' })).toMatchObject({
        ok: false,
        reason: expect.stringContaining('Machine code'),
      });
      expect(await previewReadings(desk, { ...form, text: 'machine,date,reading' })).toMatchObject({
        ok: false,
        code: 'invalid',
      });
      expect(await previewReadings(desk, { ...form, text: '' })).toMatchObject({
        ok: false,
        fields: { text: expect.stringContaining('Choose a file') },
      });
    });
  });
});
