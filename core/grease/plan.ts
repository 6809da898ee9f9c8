import { readDesignation } from '../bearing/designations';
import { type Notice, type StoredComputation, computeStored } from '../method';
import { greaseInitialFill } from './initial-fill';
import { greaseInterval } from './interval';
import { greaseQuantity } from './quantity';
import type { StrokeRounding } from './strokes';

/** The schools of how much grease: metered by size, metered by interval, purged to the relief plug, or fixed strokes. */
export const greaseSchools = {
  fixed: 'metered, fixed dose by size',
  'by-interval': 'metered, dose by interval',
  purge: 'purge until clean grease shows, with a maximum',
  strokes: 'a fixed few strokes',
} as const;
export type GreaseSchool = keyof typeof greaseSchools;

/** Without a maximum of its own a purge stops at this multiple of the metered dose: nothing at the relief by then means blocked. */
export const purgeMultiple = 3;

/** A number with its working, or why there is none. */
export type Proposed = { ok: true; value: number; stored: StoredComputation } | { ok: false; reason: string };

/** Machine hours between services, and the calendar days that they may not pass. */
export type ProposedInterval =
  { ok: true; value: number; days: number; stored: StoredComputation } | { ok: false; reason: string };

/** An insert bearing never gets more than this share of its free volume. */
const insertShareOfVolume = 0.25;

export type GreasePlan = {
  /** Why this bearing gets no grease at all; the rest then only informs. */
  closed: string | null;
  school: GreaseSchool;
  rounding: StrokeRounding;
  /** Grams of one service; for a purge its maximum. */
  amount: Proposed;
  interval: ProposedInterval;
  /** What the other schools would say, one tap away. */
  others: { school: GreaseSchool; amount: Proposed }[];
  /** The other temperature rule's interval. */
  otherInterval: { rule: 'steps' | 'halving'; interval: ProposedInterval };
  notices: Notice[];
};

/** A number that stands at a task, and what comes out now. */
export type Changed<Before = number> = { before: Before; after: number };
export type PlanChanges = { amount: Changed | null; hours: Changed | null; days: Changed<number | null> | null };

/** Values that differ by less than this share are the same. */
const same = 1e-6;

/** A computed value that came out otherwise; null where it did not, or where none was kept. */
export const changed = (before: number | null, after: number): Changed | null =>
  before === null || Math.abs(after - before) <= same * Math.abs(before) ? null : { before, after };

/**
 * What of a plan stands otherwise at its task.
 * @param kept the task's amount, the hours of its stored computation, and the calendar beside them; undefined where a person
 * has overruled that
 * @returns undefined where all of it stands there, or the plan has no answer
 */
export function planChanges(
  { amount, interval }: Pick<GreasePlan, 'amount' | 'interval'>,
  kept: { amount: number | null; hours: number | null; days: number | null | undefined },
): PlanChanges | undefined {
  if (!amount.ok || !interval.ok) return undefined;
  const changes = {
    amount: changed(kept.amount, amount.value),
    hours: changed(kept.hours, interval.value),
    days: kept.days === undefined || kept.days === interval.days ? null : { before: kept.days, after: interval.days },
  };
  return Object.values(changes).some(Boolean) ? changes : undefined;
}

/** Hours of a stored interval, be it of grease or of oil; null where none is stored. */
export function storedHours(stored: StoredComputation | null): number | null {
  const { intervalH, lifeH } = (stored?.result ?? {}) as { intervalH?: number; lifeH?: number };
  return intervalH ?? lifeH ?? null;
}

type Details = Readonly<Record<string, number | string>>;
type Schools = { greaseSchool: 'fixed' | 'by-interval'; temperatureRule: 'steps' | 'halving' };

/** Amount and interval of a greased bearing, by the plant's schools or the point's own, from the point's fields. */
export function greasePlan(
  details: Details,
  schools: Schools,
  lubricant: { densityGCm3: number; upperC: number | null } | null,
): GreasePlan {
  const { bearingKind, boreMm, speedRpm, temperatureC, contamination, moisture, vibrationMmS, position, sealing } =
    details;
  const insert = insertOf(details);
  const intervalBy = (rule: 'steps' | 'halving'): ProposedInterval => {
    const run = computeStored(greaseInterval, {
      kind: bearingKind,
      boreMm,
      speedRpm,
      temperatureC,
      contamination,
      moisture,
      vibrationMmS,
      position,
      temperatureRule: rule,
      greaseUpperC: lubricant?.upperC,
    });
    return run.ok
      ? { ok: true, value: run.result.intervalH, days: run.result.capDays, stored: run.stored }
      : { ok: false, reason: run.reason };
  };
  const interval = intervalBy(schools.temperatureRule);
  const metered = (school: 'fixed' | 'by-interval'): Proposed => {
    const dose = meteredDose(details, school, interval.ok ? interval.value : undefined, lubricant?.densityGCm3);
    return insert && dose.ok ? withinInsert(dose, insert, lubricant?.densityGCm3) : dose;
  };
  const amountBy = (school: GreaseSchool): Proposed => {
    if (school === 'fixed' || school === 'by-interval') return metered(school);
    const base = metered('fixed');
    if (school === 'strokes' || !base.ok) return base;
    const own = Number(details.purgeMaxG) || undefined;
    const value = own ?? purgeMultiple * base.value;
    return {
      ok: true,
      value,
      stored: {
        ...base.stored,
        result: { massG: value },
        working: [
          ...base.stored.working,
          {
            label: 'Maximum of a purge',
            expression: own ? 'set for this point' : `${purgeMultiple}·${Number(base.value.toPrecision(5))}`,
            value,
            unit: 'g',
          },
        ],
      },
    };
  };
  const chosen = (details.greaseSchool as GreaseSchool | undefined) || schools.greaseSchool;
  // A purge presses out past the lip: lip seals are metered whatever the school.
  const school = chosen === 'purge' && sealing === 'lip' ? schools.greaseSchool : chosen;
  const notices: Notice[] = [];
  if (sealing === 'lip')
    notices.push({
      level: 'caution',
      text: `Lip seals: metered doses only, one slow stroke at a time, never more than ${metered('fixed').ok ? 'the metered dose' : 'computed'}.${chosen === 'purge' ? ' Purging was asked for and is not followed here.' : ''}`,
    });
  if (school === 'purge')
    notices.push({
      level: 'caution',
      text: 'Stop when clean grease shows at the relief, and at the maximum in any case: nothing at the relief by then means blocked. Stop and report. Only the first purge of a dry housing may need its whole free space: ask then.',
    });
  return {
    closed: closedReason(details),
    school,
    rounding: strokeRounding(details),
    amount: amountBy(school),
    interval,
    others: (['fixed', 'by-interval'] as const)
      .filter((other) => other !== school)
      .map((other) => ({ school: other, amount: amountBy(other) })),
    otherInterval: {
      rule: schools.temperatureRule === 'steps' ? 'halving' : 'steps',
      interval: intervalBy(schools.temperatureRule === 'steps' ? 'halving' : 'steps'),
    },
    notices,
  };
}

/**
 * The metered dose of a bearing by its point's fields; an insert's by the width of its outer ring.
 * @param intervalH machine hours between doses, for the school that goes by it
 */
export function meteredDose(
  details: Details,
  school: 'fixed' | 'by-interval',
  intervalH: number | undefined,
  densityGCm3: number | undefined,
): Proposed {
  const insert = insertOf(details);
  const run = computeStored(greaseQuantity, {
    outsideDiameterMm: details.outsideDiameterMm,
    widthMm: insert?.doseWidthMm ?? details.widthMm,
    school,
    // Inserts are dosed as through a centre groove: their way in is a hole in the outer ring.
    feed: school === 'fixed' ? (insert ? 'centre' : details.feed) : undefined,
    intervalH: school === 'by-interval' ? intervalH : undefined,
    densityGCm3,
  });
  return run.ok ? { ok: true, value: run.result.massG, stored: run.stored } : { ok: false, reason: run.reason };
}

const readOf = ({ designation }: Details) =>
  typeof designation === 'string' && designation !== '' ? readDesignation(designation) : undefined;

type Insert = { boreMm: number; outsideDiameterMm: number; doseWidthMm: number };

/** Boundary dimensions of an insert bearing; undefined where the point is none. */
function insertOf(details: Details): Insert | undefined {
  const dimensions = readOf(details)?.dimensions;
  const { doseWidthMm } = dimensions ?? {};
  return dimensions && doseWidthMm !== undefined ? { ...dimensions, doseWidthMm } : undefined;
}

/** A dose kept within a quarter of an insert's free volume, with the line of working that says so. */
function withinInsert(
  dose: Proposed & { ok: true },
  { boreMm, outsideDiameterMm, doseWidthMm }: Insert,
  densityGCm3: number | undefined,
): Proposed {
  const volume = computeStored(greaseInitialFill, {
    boreMm,
    outsideDiameterMm,
    widthMm: doseWidthMm,
    speedShare: 0.5,
    densityGCm3,
  });
  if (!volume.ok) return dose;
  const most = volume.result.freeVolumeCm3 * insertShareOfVolume * (densityGCm3 ?? 0.9);
  if (dose.value <= most) return dose;
  return {
    ok: true,
    value: most,
    stored: {
      ...dose.stored,
      result: { massG: most },
      working: [
        ...dose.stored.working,
        {
          label: 'At most a quarter of the free volume',
          expression: `${insertShareOfVolume}·free volume`,
          value: most,
          unit: 'g',
        },
      ],
    },
  };
}

/** How strokes are rounded at a point: lip seals let go when more than the metered dose is pressed in. */
export const strokeRounding = ({ sealing }: Details): StrokeRounding => (sealing === 'lip' ? 'down' : 'nearest');

/** Why a bearing takes no grease: closed on both sides without a way in, or nobody knows. Null where it does. */
export function closedReason(details: Details): string | null {
  const read = readOf(details);
  const designation = String(details.designation ?? '');
  const said = details.sealing !== undefined && details.sealing !== 'unknown' && details.sealing !== '';
  if (read && read.unread.length > 0 && !said)
    return `${designation}: ${read.unread.join(', ')} is not known here, so nobody knows whether it is closed. No dose is proposed until it is said at the point how it is sealed; ask the maker or look at it.`;
  if (read?.closure === 'both-sides' && !read.isInsert && !read.centreGroove && read.unread.length === 0)
    return `${designation} is closed on both sides and filled for life: there is no way in for grease, so it is not regreased. Listen to it, feel its temperature with a probe, and replace it when it is worn.`;
  if (details.sealing === 'closed')
    return 'The bearing is closed on both sides and filled for life: there is no way in for grease, so it is not regreased.';
  return null;
}
