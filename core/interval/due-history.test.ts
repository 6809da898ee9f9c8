import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BelievedEntry } from '../entry/believed';
import { meterState } from '../meter/state';
import { plainClock } from '../meter/duty';
import { addDays, dayNumber } from '../time/plant-day';
import { type TaskPlanAndLog, dueFacts } from './due-facts';
import { dueHistory, sameInput } from './due-history';

const calendar = { timeZone: 'UTC', dayStartsAtMinutes: 0 };
const start = '2026-01-01';
const at = (day: number) => `${addDays(start, day)}T08:00:00.000Z`;
const service = (day: number, seq = day): BelievedEntry => ({
  id: `s${seq}`,
  seq,
  kind: 'grease',
  kindVersion: 1,
  body: { lubricantId: 'none', massG: 1 },
  happenedAt: at(day),
  receivedAt: new Date(at(day)),
  machineId: null,
  pointId: null,
  taskIds: ['t'],
  correctedBy: null,
});
const meter = (readings: readonly [day: number, value: number][]) =>
  meterState(
    { unit: 'hours', rolloverAt: null, resolution: 1, maxPerDay: 24, dutyPerDay: null, clock: plainClock },
    { readings: readings.map(([day, value]) => ({ atMs: Date.parse(at(day)), value })), replacements: [] },
  );
const task = (change: Partial<TaskPlanAndLog> = {}): TaskPlanAndLog => ({
  stages: [{ name: 'steady', days: 30 }],
  rhythm: 'actual',
  toleranceShare: 0.1,
  entries: [],
  meters: {},
  calendar,
  ...change,
});

describe('where a task stood before', () => {
  it('is unknown until something is entered, then due an interval after each service', () => {
    const { past, sinceOn } = dueHistory(task({ entries: [service(40), service(5)] }));
    expect(past.map(({ sinceOn: since, untilOn, facts: { state, dueOn } }) => [since, untilOn, state, dueOn])).toEqual([
      [null, '2026-01-06', 'unknown', undefined],
      ['2026-01-06', '2026-02-10', 'known', '2026-02-05'],
    ]);
    expect(sinceOn).toBe('2026-02-10');
    expect(dueHistory(task())).toEqual({ past: [], sinceOn: null });
  });

  it('goes by how the machine ran at the time, not by how it runs now', () => {
    // Ten hours a day to the service on day 100, two a day ever since.
    const hours = meter(
      [0, 20, 40, 60, 80, 100, 140, 180, 220].map((day) => [day, day <= 100 ? day * 10 : 800 + day * 2]),
    );
    const input = task({
      stages: [{ name: 'steady', hours: 900 }],
      entries: [service(0), service(100)],
      meters: { hours },
    });
    const [, span] = dueHistory(input).past;
    expect(dayNumber(span!.facts.dueOn!) - dayNumber(start)).toBe(90);
    expect(span!.facts).toMatchObject({ by: 'hours', lastHours: 0, dueHours: 900 });
    expect(dayNumber(dueFacts(input).dueOn!) - dayNumber(start)).toBeGreaterThan(300);
  });

  it('counts on days alone before the meter was first read', () => {
    const hours = meter([
      [50, 5000],
      [60, 5100],
      [70, 5200],
    ]);
    const input = task({
      stages: [{ name: 'steady', hours: 100, days: 30 }],
      entries: [service(1), service(20), service(65)],
      meters: { hours },
    });
    expect(dueHistory(input).past.map(({ facts }) => facts.by)).toEqual([undefined, 'days', 'hours']);
  });

  it('spans follow one another without gaps, and what comes later changes none that is over', () => {
    const days = fc.uniqueArray(fc.integer({ min: 0, max: 300 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(days, days, (services, readings) => {
        const kept = [...readings].sort((a, b) => a - b).map((day): [number, number] => [day, day * 12]);
        const of = (upTo: number) =>
          dueHistory(
            task({
              stages: [{ name: 'steady', hours: 400, days: 60 }],
              entries: services.filter((day) => day <= upTo).map((day) => service(day)),
              meters: { hours: meter(kept) },
            }),
          );
        const { past, sinceOn } = of(300);
        expect(past.map(({ sinceOn: since }) => since)).toEqual([
          null,
          ...past.slice(0, -1).map(({ untilOn }) => untilOn),
        ]);
        expect(past.at(-1)!.untilOn).toBe(sinceOn);
        const newest = Math.max(...services);
        expect(of(newest - 1).past).toEqual(past.slice(0, -1));
      }),
      { numRuns: 60 },
    );
  });

  it('goes on from what was made of it before something was added, whatever was added', () => {
    const day = fc.integer({ min: 0, max: 300 });
    const added = fc.record({ services: fc.array(day, { maxLength: 4 }), readings: fc.array(day, { maxLength: 4 }) });
    fc.assert(
      fc.property(fc.array(added, { minLength: 2, maxLength: 6 }), fc.boolean(), (steps, slow) => {
        const entries: BelievedEntry[] = [];
        const readings: [number, number][] = [];
        let before: Parameters<typeof dueHistory>[2];
        for (const step of steps) {
          for (const each of step.services) entries.push(service(each, entries.length));
          for (const each of step.readings) readings.push([each, slow && each > 150 ? 1500 + each : each * 11]);
          const input = task({
            stages: [{ name: 'steady', hours: 400, days: 60 }],
            entries: [...entries],
            meters: { hours: meter(readings) },
            calendar,
          });
          const history = dueHistory(input, undefined, before);
          expect(history).toEqual(dueHistory(input));
          before = { input, history };
        }
      }),
      { numRuns: 150 },
    );
  });

  it('takes spans over that nothing was added to, and none where the interval is another', () => {
    const input = task({ entries: [service(5), service(40)] });
    const before = { input, history: dueHistory(input) };
    const later = { ...input, entries: [...input.entries, service(70)] };
    expect(dueHistory(later, undefined, before).past[1]).toBe(before.history.past[1]);
    const other = { ...later, stages: [{ name: 'steady', days: 20 }] };
    expect(dueHistory(other, undefined, before)).toEqual(dueHistory(other));
  });

  it('tells the same input from another', () => {
    const input = task({ entries: [service(5)], meters: { hours: meter([[0, 0]]) } });
    expect(sameInput(input, { ...input, entries: [...input.entries] })).toBe(true);
    for (const change of [
      { entries: [] },
      { stages: [] },
      { meters: {} },
      { severity: 0.5 },
      { events: [{ name: 'flood', atMs: 1 }] },
    ])
      expect(sameInput(input, { ...input, ...change })).toBe(false);
  });
});
