import { type StoredComputation, computeStored } from '../method';
import type { PointKind } from '../register/point-kinds';
import { dripRate } from './drip-rate';
import { lubricatorSetting } from './lubricator-setting';

/** What an automatic device gives and how long it lasts: computed where its fields allow, with the working. */
export type DeviceFacts = {
  setting?: { words: string; stored: StoredComputation } | { words: string };
  usePerDay?: { value: number; unit: 'mL' | 'g' };
  lastsDays?: number;
  stored?: StoredComputation;
};

type Details = Readonly<Record<string, number | string>>;
const number = (value: number | string | undefined): number | undefined =>
  value === undefined || value === '' ? undefined : Number(value);

/** Days written as `30, 90, 180`; undefined where one of them is none. */
export function settingsOf(text: string): number[] | undefined {
  const days = text
    .split(/[,;/ ]+/)
    .filter(Boolean)
    .map(Number);
  return days.length > 0 && days.every((each) => Number.isFinite(each) && each >= 1) ? days : undefined;
}

/**
 * Facts of a drip oiler, bottle oiler, grease cup, single-point or central lubricator.
 * @param hoursPerDay machine hours a day at the present rate
 * @returns undefined for kinds that are no device
 */
export function deviceFacts(kind: PointKind, details: Details, hoursPerDay: number): DeviceFacts | undefined {
  switch (kind) {
    case 'drip-oiler':
    case 'pneumatic-lubricator':
      return dripFacts(details, hoursPerDay);
    case 'bottle-oiler':
      return lasting(number(details.mlPerDay), number(details.reservoirMl), 'mL');
    case 'grease-cup':
      return cupFacts(details);
    case 'central-lubricator-outlet':
      return outletFacts(details);
    case 'single-point-lubricator':
      return singlePointFacts(details, hoursPerDay);
    default:
      return undefined;
  }
}

function dripFacts(details: Details, hoursPerDay: number): DeviceFacts {
  const run = computeStored(dripRate, {
    dropsPerMinute: number(details.dropsPerMinute),
    reservoirMl: number(details.reservoirMl),
  });
  if (!run.ok) return { setting: { words: 'Give the drops per minute to know what it uses.' } };
  return {
    setting: { words: `${details.dropsPerMinute} drops a minute` },
    usePerDay: { value: run.result.mlPerHour * hoursPerDay, unit: 'mL' },
    stored: run.stored,
    ...(run.result.enduranceH !== undefined && { lastsDays: run.result.enduranceH / hoursPerDay }),
  };
}

function cupFacts(details: Details): DeviceFacts {
  const [turns, grams, capacity] = [
    number(details.turnsPerDay),
    number(details.gramsPerTurn),
    number(details.capacityCm3),
  ];
  return {
    ...lasting(
      turns !== undefined && grams !== undefined ? turns * grams : undefined,
      capacity === undefined ? undefined : capacity * 0.9,
      'g',
    ),
    ...(turns !== undefined && { setting: { words: `${turns} ${turns === 1 ? 'turn' : 'turns'} a day` } }),
  };
}

function outletFacts(details: Details): DeviceFacts {
  const [grams, cycles, reservoir] = [
    number(details.gramsPerCycle),
    number(details.cyclesPerDay),
    number(details.reservoirG),
  ];
  return {
    ...lasting(grams !== undefined && cycles !== undefined ? grams * cycles : undefined, reservoir, 'g'),
    ...(cycles !== undefined && { setting: { words: `${cycles} cycles a day` } }),
  };
}

function singlePointFacts(details: Details, hoursPerDay: number): DeviceFacts {
  const [capacity, set] = [number(details.capacityCm3), number(details.settingDays)];
  const run = computeStored(lubricatorSetting, {
    requiredG: number(details.requiredG),
    intervalH: number(details.intervalH),
    capacityCm3: capacity,
    hoursPerDay: Math.min(24, hoursPerDay),
    settingsDays: settingsOf(String(details.settingsDays ?? '')),
  });
  const given =
    set !== undefined && capacity !== undefined ? { value: (capacity * 0.9) / set, unit: 'g' as const } : undefined;
  if (!run.ok)
    return {
      setting: { words: set === undefined ? run.reason : `set to ${set} days` },
      ...(given && { usePerDay: given }),
      ...(set !== undefined && { lastsDays: set }),
    };
  const beside = set === undefined ? '' : set === run.result.days ? ', and set' : `, set to ${set}`;
  return {
    setting: { words: `${run.result.days} days proposed${beside}`, stored: run.stored },
    usePerDay: given ?? { value: run.result.gramsPerDay, unit: 'g' },
    lastsDays: set ?? run.result.emptyAfterDays,
  };
}

function lasting(perDay: number | undefined, content: number | undefined, unit: 'mL' | 'g'): DeviceFacts {
  if (perDay === undefined || perDay <= 0)
    return { setting: { words: 'Give what it holds and what it uses to know when it is empty.' } };
  return { usePerDay: { value: perDay, unit }, ...(content !== undefined && { lastsDays: content / perDay }) };
}
