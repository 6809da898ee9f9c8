import type { Stage } from '../interval/limits';
import { type Notice, type StoredComputation, computeStored, shown } from '../method';
import type { PointKind } from '../register/point-kinds';
import { dripRate } from './drip-rate';
import { lubricatorSetting } from './lubricator-setting';

/** What an automatic device gives and how long it lasts: computed where its fields allow, with the working. */
export type DeviceFacts = {
  setting?: { words: string; stored: StoredComputation } | { words: string };
  usePerDay?: { value: number; unit: 'mL' | 'g' };
  lastsDays?: number;
  stored?: StoredComputation;
  notices?: Notice[];
};

/** A setting that gives more than this multiple of the need, or less than this share of it, is doubted. */
const farFromNeed = { most: 2, least: 0.75 };

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
 * @param fedBeside fields of the other outlets that the same reservoir feeds: it is emptied by their sum
 * @returns undefined for kinds that are no device
 */
export function deviceFacts(
  kind: PointKind,
  details: Details,
  hoursPerDay: number,
  fedBeside: readonly Details[] = [],
): DeviceFacts | undefined {
  switch (kind) {
    case 'drip-oiler':
    case 'pneumatic-lubricator':
      return dripFacts(details, hoursPerDay);
    case 'bottle-oiler':
      return lasting(number(details.mlPerDay), number(details.reservoirMl), 'mL');
    case 'grease-cup':
      return cupFacts(details);
    case 'central-lubricator-outlet':
      return outletFacts(details, fedBeside);
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

function outletFacts(details: Details, fedBeside: readonly Details[]): DeviceFacts {
  const [cycles, reservoir] = [number(details.cyclesPerDay), number(details.reservoirG)];
  // The lubricator makes its cycles for all outlets at once; one that does not say how many makes as many as this one.
  const perDayOf = (outlet: Details): number | undefined => {
    const [grams, own] = [number(outlet.gramsPerCycle), number(outlet.cyclesPerDay) ?? cycles];
    return grams === undefined || own === undefined ? undefined : grams * own;
  };
  const own = perDayOf(details);
  const beside = fedBeside.map(perDayOf);
  const together = [own, ...beside].reduce<number>((sum, perDay) => sum + (perDay ?? 0), 0);
  const silent = beside.filter((perDay) => perDay === undefined).length;
  const notices: Notice[] =
    silent > 0 && reservoir !== undefined
      ? [
          {
            level: 'caution',
            text: `${silent} of the ${fedBeside.length} other outlets do not say what they give: the reservoir is empty sooner than reckoned here.`,
          },
        ]
      : [];
  return {
    ...lasting(own, undefined, 'g'),
    ...(own !== undefined && reservoir !== undefined && together > 0 && { lastsDays: reservoir / together }),
    ...(cycles !== undefined && {
      setting: {
        words: `${shown(cycles)} cycles a day${fedBeside.length > 0 ? `; the reservoir feeds ${fedBeside.length + 1} outlets, ${shown(together)} g a day together` : ''}`,
      },
    }),
    ...(notices.length > 0 && { notices }),
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
    ...(given && { notices: settingNotices(given.value, details, Math.min(24, hoursPerDay)) }),
  };
}

/** Whether what a device is set to is far from what its bearing needs, proposed or typed. */
function settingNotices(perDay: number, details: Details, hoursPerDay: number): Notice[] {
  const needed = (Number(details.requiredG) / Number(details.intervalH)) * hoursPerDay;
  const ratio = perDay / needed;
  if (!(ratio > farFromNeed.most || ratio < farFromNeed.least)) return [];
  const words = `As it is set it gives ${shown(perDay)} g a day, ${shown(ratio)} times the ${shown(needed)} g needed.`;
  return [
    {
      level: 'caution',
      text:
        ratio > 1
          ? `${words} Set it slower or take a smaller device: too much pushes lip seals out and heats fast bearings.`
          : `${words} Set it faster, or grease by hand besides.`,
    },
  ];
}

/** A span of days in the unit that it is told in. */
const spanWords = (days: number): string =>
  days < 1 ? `${shown(Math.max(1, Math.round(days * 24)))} h` : `${shown(Math.floor(10 * days) / 10)} days`;

/**
 * Says that a filling is used up before somebody comes to fill it again; undefined where it lasts.
 * @param stages of the task that fills it
 */
export function enduranceNotice(
  lastsDays: number | undefined,
  stages: readonly Stage[],
  hoursPerDay: number,
): Notice | undefined {
  const steady = stages.find(({ count }) => count === undefined);
  const days = Math.min(
    steady?.days ?? Infinity,
    steady?.hours === undefined || hoursPerDay <= 0 ? Infinity : steady.hours / hoursPerDay,
  );
  if (lastsDays === undefined || !Number.isFinite(days) || lastsDays >= days) return undefined;
  return {
    level: 'caution',
    text: `A filling lasts ${spanWords(lastsDays)}, and it is filled every ${spanWords(days)}: it runs empty before. Shorten the interval, or set the device slower if the bearing allows it.`,
  };
}

function lasting(perDay: number | undefined, content: number | undefined, unit: 'mL' | 'g'): DeviceFacts {
  if (perDay === undefined || perDay <= 0)
    return { setting: { words: 'Give what it holds and what it uses to know when it is empty.' } };
  return { usePerDay: { value: perDay, unit }, ...(content !== undefined && { lastsDays: content / perDay }) };
}
