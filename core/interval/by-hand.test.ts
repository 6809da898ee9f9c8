import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resultOf } from '../testing';
import { intervalNextDue } from './next-due';

/**
 * Due dates beside a second set that is counted out: days on a paper calendar, hours by letting the machine run a quarter
 * of an hour at a time. Shares nothing with the method but its questions.
 */
const dayMs = 86_400_000;
type Input = Parameters<typeof intervalNextDue.input.parse>[0];
const due = (input: object) => resultOf(intervalNextDue.compute(intervalNextDue.input.parse(input as Input)));

/** The date that a clock on the wall of the plant shows. */
const onTheWall = (atMs: number, timeZone: string) =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(atMs);

/** A date some days on, counted on a calendar without clocks. */
const daysOn = (date: string, days: number) =>
  new Date(Date.parse(`${date}T00:00:00Z`) + days * dayMs).toISOString().slice(0, 10);

const zones = ['UTC', 'Europe/Vienna', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata'];
const instants = fc
  .integer({ min: Date.UTC(2023, 0, 1) / 60_000, max: Date.UTC(2029, 0, 1) / 60_000 })
  .map((m) => m * 60_000);

describe('a due date beside one that is counted out', () => {
  it('by days: the calendar of the plant, over leap days and the change of clocks', () => {
    fc.assert(
      fc.property(instants, fc.integer({ min: 1, max: 1500 }), fc.constantFrom(...zones), (atMs, days, timeZone) => {
        const at = new Date(atMs).toISOString();
        const result = due({ stages: [{ name: 'x', days }], history: [{ at }], meters: {}, asOf: at, timeZone });
        expect(result.dueOn).toBe(daysOn(onTheWall(atMs, timeZone), days));
      }),
      { numRuns: 300 },
    );
  });

  it('by hours: the day on the wall when the remaining hours have been run', () => {
    fc.assert(
      fc.property(
        instants,
        fc.integer({ min: 50, max: 4000 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 0, max: 2000 }),
        fc.constantFrom(...zones),
        (atMs, every, perDay, ran, timeZone) => {
          const serviceMs = atMs - 200 * dayMs;
          const result = due({
            stages: [{ name: 'x', hours: every }],
            history: [{ at: new Date(serviceMs).toISOString(), hours: 7000 }],
            meters: { hours: 7000 + ran },
            perDay: { hours: perDay },
            asOf: new Date(atMs).toISOString(),
            timeZone,
          });
          // Overdue lies back by the same rate, but never before the service itself.
          const exactMs = atMs + ((every - ran) / perDay) * dayMs;
          fc.pre(Math.abs((exactMs % 1_800_000) - 900_000) < 899_000);
          const counted = onTheWall(exactMs, timeZone);
          const service = onTheWall(serviceMs, timeZone);
          expect(result.dueOn).toBe(counted < service ? service : counted);
          expect(result.dueAt).toEqual({ hours: 7000 + every });
        },
      ),
      { numRuns: 300 },
    );
  });

  it('by hours over closures: nothing runs while the plant is shut', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ after: fc.integer({ min: 1, max: 40 }), length: fc.integer({ min: 1, max: 25 }) }), {
          maxLength: 4,
        }),
        fc.integer({ min: 20, max: 1500 }),
        fc.constantFrom(4, 8, 16, 24),
        (spans, remaining, perDay) => {
          let day = '2026-03-02';
          const closures = spans.map(({ after, length }) => {
            const from = daysOn(day, after);
            day = daysOn(from, length);
            return { from, to: daysOn(from, length - 1) };
          });
          const result = due({
            stages: [{ name: 'x', hours: remaining }],
            history: [{ at: '2026-03-02T00:00:00Z', hours: 0 }],
            meters: { hours: 0 },
            perDay: { hours: perDay },
            asOf: '2026-03-02T00:00:00Z',
            dutyPlan: { closures },
          });
          const open = (date: string) => !closures.some(({ from, to }) => date >= from && date <= to);
          let left = remaining;
          let quarter = Date.UTC(2026, 2, 2);
          for (let date = '2026-03-02'; left > 1e-9; date = daysOn(date, 1)) {
            const runs = open(date);
            for (let count = 0; count < 96 && left > 1e-9; count += 1, quarter += 900_000)
              if (runs) left -= perDay / 96;
          }
          // Done with the last quarter of a day, the next day has begun: both are right, the method may say either.
          const ends = [quarter - 1, quarter].map((atMs) => new Date(atMs).toISOString().slice(0, 10));
          expect(ends.concat(nextOpen(ends[1]!, open))).toContain(result.dueOn);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('by whichever comes first, in the stage that the number of services gives', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ count: fc.integer({ min: 1, max: 3 }), days: fc.integer({ min: 1, max: 90 }) }), {
          maxLength: 3,
        }),
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 100, max: 3000 }),
        fc.integer({ min: 0, max: 9 }),
        (runIn, days, hours, services) => {
          const stages = [
            ...runIn.map((stage, index) => ({ name: `run-in ${index}`, ...stage })),
            { name: 'steady', days, hours },
          ];
          const history = Array.from({ length: services + 1 }, (_, index) => ({
            at: new Date(Date.UTC(2026, 0, 1 + 3 * index, 12)).toISOString(),
            hours: 30 * index,
          }));
          const last = history.at(-1)!;
          const result = due({ stages, history, meters: { hours: last.hours }, perDay: { hours: 10 }, asOf: last.at });
          const oneByOne = runIn.flatMap(({ count, ...limits }, index) =>
            Array.from({ length: count }, () => ({ name: `run-in ${index}`, ...limits, hours: undefined })),
          );
          const stage = oneByOne[services] ?? { name: 'steady', days, hours };
          const byDays = daysOn(last.at.slice(0, 10), stage.days);
          const byHours =
            stage.hours === undefined
              ? undefined
              : new Date(Date.parse(last.at) + (stage.hours / 10) * dayMs).toISOString().slice(0, 10);
          expect(result.stage).toBe(stage.name);
          expect(result.dueOn).toBe(byHours !== undefined && byHours < byDays ? byHours : byDays);
        },
      ),
      { numRuns: 300 },
    );
  });
});

/** The first day from one on that the plant is open. */
function nextOpen(from: string, open: (date: string) => boolean): string {
  let day = from;
  while (!open(day)) day = daysOn(day, 1);
  return day;
}
