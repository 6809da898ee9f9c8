import { z } from 'zod';
import { monthDay, plantDay, quantity } from '../fields/fields';
import {
  type PlantCalendar,
  type PlantDay,
  dayNumber,
  dayOfNumber,
  instantOfPlantClock,
  plantClockMs,
} from '../time/plant-day';

const dayMs = 86_400_000;
/** A machine that stands for a century is not waited for. */
const horizonDays = 36_525;

/**
 * When a machine is meant to run: hours on each weekday (Monday first), spans in which the plant stands, and seasons
 * with more or less to do (factor 0.5: half as much).
 */
export const dutyPlanSchema = z
  .strictObject({
    hoursByWeekday: z
      .array(quantity('Hours on the weekday', 'h', { min: 0, max: 24 }))
      .length(7)
      .optional()
      .meta({ title: 'Hours by weekday, Monday first' }),
    closures: z
      .array(z.strictObject({ from: plantDay('Closed from'), to: plantDay('Closed to') }))
      .max(500)
      .optional()
      .meta({ title: 'Holidays and shutdowns' }),
    seasons: z
      .array(
        z.strictObject({
          from: monthDay('Season from'),
          to: monthDay('Season to'),
          factor: quantity('Share of the usual duty', '', { min: 0, max: 20 }),
        }),
      )
      .max(12)
      .optional()
      .meta({ title: 'Seasonal duty' }),
  })
  .superRefine(({ hoursByWeekday, closures = [] }, context) => {
    if (hoursByWeekday && hoursByWeekday.every((hours) => hours === 0))
      context.addIssue({
        code: 'custom',
        path: ['hoursByWeekday'],
        message: 'must have a day on which the machine runs.',
      });
    closures.forEach(({ from, to }, index) => {
      if (to < from)
        context.addIssue({ code: 'custom', path: ['closures', index, 'to'], message: 'lies before its beginning.' });
    });
  });
export type DutyPlan = z.infer<typeof dutyPlanSchema>;

/**
 * Planned hours on an average day, closures and seasons not counted; undefined where no hours are planned.
 * @example meanHours({ hoursByWeekday: [16, 16, 16, 16, 16, 0, 0] }) // 11.429
 */
export const meanHours = ({ hoursByWeekday }: DutyPlan): number | undefined =>
  hoursByWeekday && hoursByWeekday.reduce((sum, hours) => sum + hours, 0) / 7;

/** How much of an average day a day is: 0 in a closure, 1.4 on each of five working days. */
export function dutyOn({ hoursByWeekday, closures = [], seasons = [] }: DutyPlan, day: PlantDay): number {
  if (closures.some(({ from, to }) => day >= from && day <= to)) return 0;
  const mean = meanHours({ hoursByWeekday });
  const weekday = (dayNumber(day) + 3) % 7; // 1 January 1970 was a Thursday
  const share = hoursByWeekday && mean ? hoursByWeekday[weekday < 0 ? weekday + 7 : weekday]! / mean : 1;
  const monthAndDay = day.slice(5);
  const inside = ({ from, to }: { from: string; to: string }) =>
    from <= to ? monthAndDay >= from && monthAndDay <= to : monthAndDay >= from || monthAndDay <= to;
  return seasons.filter(inside).reduce((product, { factor }) => product * factor, share);
}

/**
 * A clock that runs only while the machine is meant to run, in average days. Rates are measured and forecasts made on
 * it, so that a shutdown neither lowers the rate nor uses an interval up.
 */
export type DutyClock = {
  /** What the clock shows at an instant; only differences mean something. */
  at: (instantMs: number) => number;
  /** The instant at which the clock will show this; Infinity where it never does within a century of `fromMs`. */
  instantOf: (reading: number, fromMs: number) => number;
  /**
   * The day by number on which it has gone on by so many average days since noon of another; Infinity where it never does
   * within a century. Days alone, without the time of day: for looking far ahead over many tasks.
   */
  dayAfter: (day: number, averageDays: number) => number;
};

/** The clock of a machine without a plan: every day counts alike. */
export const plainClock: DutyClock = {
  at: (instantMs) => instantMs / dayMs,
  instantOf: (reading) => reading * dayMs,
  dayAfter: (day, averageDays) => day + Math.floor(averageDays + 0.5),
};

/** Clocks by their plan: most machines of a plant share a few plans, and summing the days of decades takes a while. */
const knownClocks = new Map<string, DutyClock>();
const mostClocks = 500;

/** The clock of a duty plan, on the plant's days. Days are summed once and kept. */
export function dutyClock(plan: DutyPlan | null | undefined, calendar: PlantCalendar): DutyClock {
  if (!plan || (!plan.closures?.length && !plan.seasons?.length && new Set(plan.hoursByWeekday ?? []).size <= 1))
    return plainClock;
  const key = `${calendar.timeZone} ${calendar.dayStartsAtMinutes} ${JSON.stringify(plan)}`;
  const known = knownClocks.get(key);
  if (known) return known;
  if (knownClocks.size >= mostClocks) knownClocks.clear();
  const clock = summedClock(plan, calendar);
  knownClocks.set(key, clock);
  return clock;
}

function summedClock(plan: DutyPlan, calendar: PlantCalendar): DutyClock {
  const origin = dayNumber('2000-01-01');
  const sums = [0]; // sums[i]: average days from the origin to the beginning of day origin + i
  const sumTo = (offset: number): number => {
    if (offset < 0) return offset;
    while (sums.length <= offset) sums.push(sums.at(-1)! + dutyOn(plan, dayOfNumber(origin + sums.length - 1)));
    return sums[offset]!;
  };
  return {
    at(instantMs) {
      const local = plantClockMs(instantMs, calendar) / dayMs - origin;
      const whole = Math.floor(local);
      const before = sumTo(whole);
      return before + (local - whole) * (sumTo(whole + 1) - before);
    },
    instantOf(reading, fromMs) {
      const first = Math.floor(plantClockMs(fromMs, calendar) / dayMs) - origin;
      for (let offset = first; offset <= first + horizonDays; offset += 1) {
        const before = sumTo(offset);
        const length = sumTo(offset + 1) - before;
        if (length <= 0 || reading > before + length) continue;
        const local = (origin + offset + Math.max(0, (reading - before) / length)) * dayMs;
        return Math.max(fromMs, instantOfPlantClock(local, calendar));
      }
      return Infinity;
    },
    dayAfter(day, averageDays) {
      const from = day - origin;
      const reading = (sumTo(from) + sumTo(from + 1)) / 2 + averageDays;
      let span = 1;
      while (sumTo(from + span) < reading) if ((span *= 2) > horizonDays) return Infinity;
      let low = from + Math.floor(span / 2);
      let high = from + span;
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (sumTo(middle) < reading) low = middle;
        else high = middle;
      }
      return origin + low;
    },
  };
}
