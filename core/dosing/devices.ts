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
    case 'pneumatic-lubricator': {
      const run = computeStored(dripRate, {
        dropsPerMinute: number(details.dropsPerMinute),
        reservoirMl: number(details.reservoirMl),
      });
      if (!run.ok) return { setting: { words: 'Give the drops per minute to know what it uses.' } };
      const perDay = run.result.mlPerHour * hoursPerDay;
      return {
        setting: { words: `${details.dropsPerMinute} drops a minute` },
        usePerDay: { value: perDay, unit: 'mL' },
        stored: run.stored,
        ...(run.result.enduranceH !== undefined && { lastsDays: run.result.enduranceH / hoursPerDay }),
      };
    }
    case 'bottle-oiler':
      return lasting(number(details.mlPerDay), number(details.reservoirMl), 'mL');
    case 'grease-cup': {
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
    case 'central-lubricator-outlet': {
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
    case 'single-point-lubricator': {
      const settingsDays = settingsOf(String(details.settingsDays ?? ''));
      const run = computeStored(lubricatorSetting, {
        requiredG: number(details.requiredG),
        intervalH: number(details.intervalH),
        capacityCm3: number(details.capacityCm3),
        hoursPerDay: Math.min(24, hoursPerDay),
        settingsDays,
      });
      const set = number(details.settingDays);
      const given =
        set !== undefined && number(details.capacityCm3) !== undefined
          ? { value: (number(details.capacityCm3)! * 0.9) / set, unit: 'g' as const }
          : undefined;
      if (!run.ok)
        return {
          setting: { words: set === undefined ? run.reason : `set to ${set} days` },
          ...(given && { usePerDay: given }),
          ...(set !== undefined && { lastsDays: set }),
        };
      const words = `${run.result.days} days proposed${set === undefined ? '' : set === run.result.days ? ', and set' : `, set to ${set}`}`;
      return {
        setting: { words, stored: run.stored },
        usePerDay: given ?? { value: run.result.gramsPerDay, unit: 'g' },
        lastsDays: set ?? run.result.emptyAfterDays,
      };
    }
    default:
      return undefined;
  }
}

function lasting(perDay: number | undefined, content: number | undefined, unit: 'mL' | 'g'): DeviceFacts {
  if (perDay === undefined || perDay <= 0)
    return { setting: { words: 'Give what it holds and what it uses to know when it is empty.' } };
  return { usePerDay: { value: perDay, unit }, ...(content !== undefined && { lastsDays: content / perDay }) };
}
