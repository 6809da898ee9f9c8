import { describe, expect, it } from 'vitest';
import { type BelievedEntry, asBelieved } from '../entry/believed';
import type { EntryKind } from '../entry/kinds';
import { dutyClock } from '../meter/duty';
import { dutyMeter, meterState } from '../meter/state';
import { dialsOf } from '../testing';
import { type TaskPlanAndLog, dueFacts, explainDue, latestPostponement } from './due-facts';
import { dueAsOf } from './task-due';

let seq = 0;
const vienna = { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 0 };
const utc = { timeZone: 'UTC', dayStartsAtMinutes: 0 };

const entry = (kind: EntryKind, at: string, body: Record<string, unknown> = {}): BelievedEntry =>
  asBelieved({
    id: `e${(seq += 1)}`,
    seq,
    kind,
    receivedAt: new Date(at),
    body,
    happenedAt: at.length === 10 ? `${at}T08:00:00Z` : at,
    machineId: 'm',
    pointId: 'p',
    taskIds: ['t'],
    kindVersion: 1,
    correctedBy: null,
  });
const spec = { unit: 'hours', rolloverAt: null, resolution: 0.1, maxPerDay: 24, dutyPerDay: null };
const readings = (rows: [string, number][], change: object = {}) =>
  meterState({ ...spec, ...change }, dialsOf(rows.map(([at, value]) => entry('reading', at, { meterId: 'x', value }))));
const facts = (change: Partial<TaskPlanAndLog>) =>
  dueFacts({
    stages: [{ name: 'steady', hours: 500 }],
    rhythm: 'actual',
    toleranceShare: 0.1,
    entries: [entry('grease', '2026-03-01')],
    meters: {},
    calendar: vienna,
    ...change,
  });

describe('histories as plants have them', () => {
  const weekly = (from: number, count: number, by = 70): [string, number][] =>
    Array.from({ length: count }, (_, index) => [
      new Date(Date.UTC(2026, 2, 1 + 7 * index, 8)).toISOString(),
      from + by * index,
    ]);

  it('a roll-over is counted on', () => {
    const hours = readings(
      weekly(9900, 6).map(([at, value]) => [at, value % 10_000]),
      { rolloverAt: 10_000 },
    );
    // 350 h since the service at ten a day, read on 5 April: 150 h to go are fifteen days.
    expect(facts({ meters: { hours } })).toMatchObject({ dueOn: '2026-04-20', dueHours: 10_400, confidence: 'good' });
  });

  it('a replaced dial is counted on', () => {
    const rows = weekly(5000, 6);
    const meters = {
      hours: meterState(
        spec,
        dialsOf([
          ...rows.slice(0, 3).map(([at, value]) => entry('reading', at, { meterId: 'x', value })),
          entry('meter-change', '2026-03-16', { meterId: 'x', oldValue: 5150, newValue: 0 }),
          ...rows.slice(3).map(([at, value]) => entry('reading', at, { meterId: 'x', value: value - 5150 })),
        ]),
      ),
    };
    expect(facts({ meters })).toMatchObject({ dueOn: '2026-04-20' });
  });

  it('a mistyped digit is left out, and changes nothing', () => {
    const rows = weekly(5000, 6);
    const odd: [string, number] = ['2026-03-24T08:00:00Z', 523];
    expect(facts({ meters: { hours: readings([...rows.slice(0, 4), odd, ...rows.slice(4)]) } })).toEqual(
      facts({ meters: { hours: readings(rows) } }),
    );
  });

  it('idle months lower the rate, and the day moves out', () => {
    const idle = readings([...weekly(5000, 3), ['2026-06-14T08:00:00Z', 5145], ['2026-06-21T08:00:00Z', 5150]]);
    expect(facts({ meters: { hours: idle } }).dueOn! > '2026-08-01').toBe(true);
  });

  it('two readings in one minute are one reading and a doubt, not a rate', () => {
    const rows = weekly(5000, 6);
    const twice: [string, number][] = [...rows, [rows.at(-1)![0].replace(':00.000', ':40.000'), rows.at(-1)![1] + 0.1]];
    expect(facts({ meters: { hours: readings(twice) } }).dueOn).toBe('2026-04-20');
  });

  it('daylight saving and a leap day take nothing away', () => {
    expect(facts({ stages: [{ name: 'x', days: 7 }], entries: [entry('grease', '2026-03-28T23:30:00Z')] }).dueOn).toBe(
      '2026-04-05',
    );
    expect(facts({ stages: [{ name: 'x', days: 2 }], entries: [entry('grease', '2028-02-28T12:00:00Z')] }).dueOn).toBe(
      '2028-03-01',
    );
    const leap = readings([
      ['2028-02-01T08:00:00Z', 100],
      ['2028-02-15T08:00:00Z', 240],
      ['2028-02-28T08:00:00Z', 370],
    ]);
    expect(
      facts({ stages: [{ name: 'x', hours: 290 }], entries: [entry('grease', '2028-02-01')], meters: { hours: leap } })
        .dueOn,
    ).toBe('2028-03-01');
  });

  it('a machine without a meter runs by its plan, and stands in a shutdown', () => {
    const at = (closures: { from: string; to: string }[]) =>
      facts({
        stages: [{ name: 'x', hours: 160 }],
        meters: { hours: dutyMeter(16, dutyClock({ closures }, vienna)) },
      });
    expect(at([])).toMatchObject({ dueOn: '2026-03-11', confidence: 'low' });
    expect(at([{ from: '2026-03-05', to: '2026-03-07' }]).dueOn).toBe('2026-03-14');
  });

  it('a machine that stands is due for its first use', () => {
    const stages = [{ name: 'x', days: 365, standstillDays: 14 }];
    expect(
      facts({
        stages,
        meters: {
          hours: readings([...weekly(5000, 3), ['2026-03-22T08:00:00Z', 5140], ['2026-03-29T08:00:00Z', 5140]]),
        },
      }),
    ).toMatchObject({ by: 'standstill', dueOn: '2026-03-29' });
    expect(facts({ stages, meters: { hours: readings(weekly(5000, 5)) } }).by).toBe('days');
  });
});

describe('how it looks on a day', () => {
  const due = facts({
    meters: {
      hours: readings([
        ['2026-03-01T08:00:00Z', 5000],
        ['2026-03-15T08:00:00Z', 5140],
        ['2026-03-29T08:00:00Z', 5280],
      ]),
    },
  });
  const asOf = (day: string) =>
    dueAsOf(due, {
      nowMs: Date.parse(`${day}T10:00:00Z`),
      calendar: vienna,
      hours: undefined,
      governingReadMs: Date.parse('2026-03-29T08:00:00Z'),
      assumedHoursPerDay: 10,
    });

  it('is a rough guess once the meter has not been read for five weeks', () => {
    expect([asOf('2026-04-20').confidence, asOf('2026-05-10').confidence]).toEqual(['fair', 'low']);
    expect(due.dueOn).toBe('2026-04-20');
  });

  it('is explained with every limit, the first one named', () => {
    const { limits, working } = explainDue(
      {
        stages: [{ name: 'steady', hours: 500, days: 30 }],
        rhythm: 'actual',
        toleranceShare: 0.1,
        entries: [entry('grease', '2026-03-01')],
        meters: {
          hours: readings([
            ['2026-03-01T08:00:00Z', 5000],
            ['2026-03-15T08:00:00Z', 5140],
          ]),
        },
        calendar: utc,
      },
      '2026-03-20',
    );
    expect(limits.map(({ by }) => by)).toEqual(['hours', 'days']);
    expect(working.at(-1)).toMatchObject({ label: 'First limit reached', value: '2026-03-31' });
  });

  it('may be put off by a quarter of its interval, an eighth where a failure costs days, and never before a first service', () => {
    const known = { dueOn: '2026-04-10', lastMs: Date.parse('2026-03-01T08:00:00Z') };
    expect(latestPostponement(known, 2, utc)).toBe('2026-04-20');
    expect(latestPostponement(known, 4, utc)).toBe('2026-04-15');
    expect(latestPostponement({ ...known, dueOn: '2026-04-20', postponedFrom: '2026-04-10' }, 2, utc)).toBe(
      '2026-04-20',
    );
    expect(latestPostponement({ ...known, lastMs: Date.parse('2020-03-01T08:00:00Z') }, 2, utc)).toBe('2026-07-09');
    expect(latestPostponement({ dueOn: '2026-04-10' }, 2, utc)).toBeUndefined();
  });
});
