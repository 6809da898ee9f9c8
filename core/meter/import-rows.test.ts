import { describe, expect, it } from 'vitest';
import { type ImportRules, guessMapping, parseDay, readRows } from './import-rows';
import { instantOfWallClock } from '../time/plant-day';

const meter = (id: string, machineCode: string, name = 'Hour meter', unit = 'hours') => ({
  id,
  machineId: `m-${machineCode}`,
  machineCode,
  name,
  unit,
});
const rules: ImportRules = {
  meters: [meter('a', 'BM-1'), meter('b', 'P1'), meter('c', 'P1', 'Strokes', 'cycles')],
  timeZone: 'Europe/Vienna',
  nowMs: Date.parse('2026-11-25T12:00:00Z'),
};
const mapping = { machine: 0, meter: 1, day: 2, time: 3, value: 4 };
const read = (...cells: string[][]) => readRows(cells, mapping, rules);
const problem = (...cells: string[]) => {
  const [row] = read(cells);
  return row!.ok ? undefined : row!.problems.map(({ column, reason }) => `${column}: ${reason}`).join(' | ');
};

describe('a table of readings', () => {
  it('is mapped by the words of its first line', () => {
    expect(guessMapping(['Machine', 'Meter', 'Date', 'Time', 'Reading'])).toEqual(mapping);
    expect(guessMapping(['date', 'asset', 'hours'])).toEqual({ machine: 1, day: 0, value: 2 });
  });

  it('takes days as people write them, at the plant’s time', () => {
    const rows = read(
      ['bm-1', '', '2026-11-24', '07:45', '18 300,5'],
      ['P1', 'strokes', '24.11.2026', '', '120000'],
      ['BM-1', '', '3 Nov 2026 06:00', '', '18000 h'],
    );
    expect(rows).toMatchObject([
      { ok: true, line: 2, meter: { id: 'a' }, atMs: Date.parse('2026-11-24T06:45:00Z'), value: 18_300.5 },
      { ok: true, line: 3, meter: { id: 'c' }, atMs: Date.parse('2026-11-24T11:00:00Z'), value: 120_000 },
      { ok: true, line: 4, atMs: Date.parse('2026-11-03T05:00:00Z'), value: 18_000 },
    ]);
  });

  it.each([
    [['XX-9', '', '2026-11-24', '', '5'], 'machine: XX-9 is no machine'],
    [['P1', '', '2026-11-24', '', '5'], 'meter: P1 has several meters'],
    [['P1', 'Odometer', '2026-11-24', '', '5'], 'meter: P1 has no meter "Odometer"'],
    [['BM-1', '', '11/12/2026', '', '5'], 'day: 11/12/2026 can be read two ways'],
    [['BM-1', '', '2026-02-30', '', '5'], 'day that does not exist'],
    [['BM-1', '', '', '', '5'], 'day: Day: is empty'],
    [['BM-1', '', '2026-12-24', '', '5'], 'day: Lies in the future'],
    [['BM-1', '', '2026-11-24', '25:00', '5'], 'time: 25:00 is no time'],
    [['BM-1', '', '2026-03-29', '02:30', '5'], 'the clock was put forward'],
    [['BM-1', '', '2026-11-24', '', 'broken'], 'value: '],
    [['BM-1', '', '2026-11-24', '', '1,500'], 'value: '],
    [['BM-1', '', '2026-11-24', '', '-3'], 'no negative value'],
    [['BM-1', '', '2026-11-24', '', ''], 'value: Reading: is empty'],
  ])('says what is wrong with %j', (cells, words) => {
    expect(problem(...cells)).toContain(words);
  });

  it('names every fault of a row, and a row that stands twice', () => {
    expect(problem('XX', '', 'soon', '', 'x')!.split(' | ')).toHaveLength(3);
    const [, second] = read(['BM-1', '', '2026-11-24', '', '5'], ['BM-1', '', '2026-11-24', '', '6']);
    expect(second).toMatchObject({ ok: false, problems: [{ reason: expect.stringContaining('line 2') }] });
  });

  it('takes the first of a time that comes twice, and reads both sorts of leap day', () => {
    expect(instantOfWallClock('2026-10-25', 150, 'Europe/Vienna')).toBe(Date.parse('2026-10-25T00:30:00Z'));
    expect(parseDay('29.2.2028')).toEqual({ ok: true, day: '2028-02-29' });
    expect(parseDay('29.2.2026').ok).toBe(false);
  });
});
