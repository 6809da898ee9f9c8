import { readDesignation } from '../bearing/designations';
import { type Notice, type StoredComputation, computeStored } from '../method';
import { greaseInterval } from './interval';
import { greaseQuantity } from './quantity';

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

export type GreasePlan = {
  /** Why this bearing gets no grease at all; the rest then only informs. */
  closed: string | null;
  school: GreaseSchool;
  /** Grams of one service; for a purge its maximum. */
  amount: Proposed;
  interval: Proposed;
  /** What the other schools would say, one tap away. */
  others: { school: GreaseSchool; amount: Proposed }[];
  /** The other temperature rule's interval. */
  otherInterval: { rule: 'steps' | 'halving'; interval: Proposed };
  notices: Notice[];
};

type Details = Readonly<Record<string, number | string>>;
type Schools = { greaseSchool: 'fixed' | 'by-interval'; temperatureRule: 'steps' | 'halving' };

/** Amount and interval of a greased bearing, by the plant's schools or the point's own, from the point's fields. */
export function greasePlan(
  details: Details,
  schools: Schools,
  lubricant: { densityGCm3: number; upperC: number | null } | null,
): GreasePlan {
  const {
    bearingKind,
    boreMm,
    speedRpm,
    temperatureC,
    contamination,
    moisture,
    vibrationMmS,
    position,
    outsideDiameterMm,
    widthMm,
    feed,
    sealing,
  } = details;
  const intervalBy = (rule: 'steps' | 'halving'): Proposed => {
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
    return run.ok ? { ok: true, value: run.result.intervalH, stored: run.stored } : { ok: false, reason: run.reason };
  };
  const interval = intervalBy(schools.temperatureRule);
  const metered = (school: 'fixed' | 'by-interval'): Proposed => {
    const run = computeStored(greaseQuantity, {
      outsideDiameterMm,
      widthMm,
      school,
      feed: school === 'fixed' ? feed : undefined,
      intervalH: school === 'by-interval' && interval.ok ? interval.value : undefined,
      densityGCm3: lubricant?.densityGCm3,
    });
    return run.ok ? { ok: true, value: run.result.massG, stored: run.stored } : { ok: false, reason: run.reason };
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
      text: 'Stop when clean grease shows at the relief, and at the maximum in any case: nothing at the relief by then means blocked. Stop and report.',
    });
  return {
    closed: closedReason(details),
    school,
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

/** Why a bearing takes no grease: closed on both sides and without a way in. Null where it does. */
export function closedReason(details: Details): string | null {
  const designation = typeof details.designation === 'string' ? details.designation : '';
  const read = designation ? readDesignation(designation) : undefined;
  if (read && read.closure === 'both-sides' && !read.isInsert)
    return `${designation} is closed on both sides and filled for life: there is no way in for grease, so it is not regreased. Listen to it, feel its temperature with a probe, and replace it when it is worn.`;
  if (details.sealing === 'closed')
    return 'The bearing is closed on both sides and filled for life: there is no way in for grease, so it is not regreased.';
  return null;
}
