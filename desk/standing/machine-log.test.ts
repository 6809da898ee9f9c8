import { describe, expect, it } from 'vitest';
import { MachineLog } from './machine-log';
import { asBelieved } from '@/core/entry/believed';

const meterId = '01ARZ3NDEKTSV4RRFFQ69G5FAV';
const shown = (...readings: [seq: number, happenedAt: string, body: string][]) => {
  const log = new MachineLog();
  for (const reading of readings) log.addReadingText(...reading);
  return log.dials(meterId).readings.map(({ atMs, value }) => [new Date(atMs).toISOString().slice(0, 10), value]);
};

describe('the log by what it is about', () => {
  it('takes readings apart as stored, and parses those that say more', () => {
    expect(
      shown(
        [1, '2026-06-01T08:00:00Z', `{"meterId":"${meterId}","value":1000.5}`],
        [2, '2026-06-02T08:00:00Z', `{"meterId":"${meterId}","note":"Glass dirty, \\"value\\":7?","value":1010}`],
        [3, '2026-06-03T08:00:00Z', `{"confirmed":"Ran double.","meterId":"${meterId}","value":1e3}`],
        [4, '2026-06-04T08:00:00Z', `{"meterId":"${meterId}","typed":{"value":"1 030"},"value":1030}`],
      ),
    ).toEqual([
      ['2026-06-01', 1000.5],
      ['2026-06-02', 1010],
      ['2026-06-03', 1000],
      ['2026-06-04', 1030],
    ]);
  });

  it('puts readings in order of time, and of one instant the one written later last', () => {
    const body = (value: number) => `{"meterId":"${meterId}","value":${value}}`;
    expect(
      shown(
        [3, '2026-06-02T08:00:00Z', body(30)],
        [1, '2026-06-01T08:00:00Z', body(10)],
        [2, '2026-06-02T08:00:00Z', body(20)],
      ),
    ).toEqual([
      ['2026-06-01', 10],
      ['2026-06-02', 20],
      ['2026-06-02', 30],
    ]);
    expect(new MachineLog().dials(meterId)).toEqual({ readings: [], replacements: [] });
  });

  it('knows what was last filled in, whatever order the log comes in', () => {
    const log = new MachineLog();
    const fill = (seq: number, day: string, lubricantId: string, kind: 'oil-change' | 'top-up' = 'oil-change') =>
      log.add(
        asBelieved({
          id: String(seq),
          seq,
          kind,
          body: { lubricantId },
          happenedAt: `${day}T08:00:00Z`,
          machineId: 'm',
          pointId: 'p',
          personId: '',
          roundId: null,
          receivedAt: new Date(`${day}T08:00:01Z`),
          taskIds: [],
          kindVersion: 1,
          deviceId: 'test',
          correctedBy: null,
        }),
      );
    fill(2, '2026-06-02', 'new');
    fill(1, '2026-05-01', 'old');
    fill(3, '2026-06-03', 'wrong', 'top-up');
    expect(log.contents(['p'])).toBe('new');
    expect(log.contents(['q'])).toBeUndefined();
  });
});
