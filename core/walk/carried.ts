import type { TradeNumbers } from '../capacity/trade-numbers';
import type { WalkDocument, WalkStop } from './document';

/** What of a stop says what is carried to it. */
export type CarryStop = Pick<
  WalkStop,
  | 'taskId'
  | 'pointLabel'
  | 'action'
  | 'lubricant'
  | 'needs'
  | 'flushL'
  | 'machineCode'
  | 'machineState'
  | 'energySources'
  | 'accessNote'
> & {
  /** What its procedure takes, a line each. */
  takes: readonly string[];
};

export type CarriedLubricant = {
  code: string;
  name: string;
  unit: 'g' | 'L';
  /** What the stops take, and that with the spare. */
  needs: number;
  takeAlong: number;
  kg: number;
  /** Of grease how many cartridges that are. */
  cartridges: number | null;
  /** Part of it goes by what the log says such a service takes. */
  isByLog: boolean;
  /** Stops of which nobody can say how much they take. */
  unknownAt: string[];
};

/** What is taken along on a walk. */
export type CarryList = {
  lubricants: CarriedLubricant[];
  /** Pans for what comes out: how much each holds, and where. */
  pans: { litres: number; at: string }[];
  /** What comes back: oil drained, in litres. */
  drainedL: number;
  /** Tools, filters, seals and parts that procedures name, and where. */
  things: { name: string; at: string[] }[];
  /** Own locks: as many as the machine with the most energies has. */
  locks: number;
  lockedAt: string[];
  /** What is said of getting there: keys, ladders, whom to ask. */
  access: { note: string; at: string[] }[];
  kg: number;
  warnings: { level: 'stop' | 'caution'; text: string }[];
};

const lockedOut = (state: string): boolean => state === 'isolated' || state === 'isolated-depressurised';
/** A tenth above what is rounded to a whole container part: half a litre, ten grams. */
const roundedUp = (value: number, unit: 'g' | 'L'): number => {
  const step = unit === 'L' ? 0.5 : 10;
  return Math.ceil(value / step - 1e-9) * step;
};
/** A pan names itself where its size is known; in the list of things it would stand twice. */
const isPan = (name: string): boolean => /\bpan\b/.test(name);

/** The stops of a walk as the list of what is carried takes them. */
export const carryStops = ({ stops, procedures }: Pick<WalkDocument, 'stops' | 'procedures'>): CarryStop[] =>
  stops.map((stop) => ({
    ...stop,
    takes: (stop.procedure === null ? undefined : procedures[stop.procedure])?.takes ?? [],
  }));

/**
 * What is taken along for some stops: lubricants with a spare, pans, tools and parts, locks, keys, and what it all weighs.
 * Source: the head of the route sheet as the trade keeps it; the numbers are the plant's own.
 */
export function carried(stops: readonly CarryStop[], numbers: TradeNumbers): CarryList {
  const lubricants = lubricantsOf(stops, numbers);
  const pans = stops
    .filter(({ action, needs }) => action === 'oil-change' && needs?.unit === 'L' && needs.value > 0)
    .map(({ pointLabel, needs }) => ({ litres: roundedUp(numbers.panTimes * needs!.value, 'L'), at: pointLabel }));
  const drainedL = stops.reduce(
    (sum, { action, needs, flushL }) =>
      sum + (action === 'oil-change' && needs?.unit === 'L' ? needs.value + flushL : 0),
    0,
  );
  const locked = stops.filter(({ machineState, energySources }) => lockedOut(machineState) && energySources.length > 0);
  const kg = lubricants.reduce((sum, each) => sum + each.kg, 0);
  return {
    lubricants,
    pans: pans.sort((a, b) => b.litres - a.litres),
    drainedL,
    things: gathered(stops, ({ takes }) => takes.filter((name) => pans.length === 0 || !isPan(name))).map(
      ({ key, at }) => ({ name: key, at }),
    ),
    locks: Math.max(0, ...locked.map(({ energySources }) => energySources.length)),
    lockedAt: [...new Set(locked.map(({ machineCode }) => machineCode))],
    access: gathered(stops, ({ accessNote }) => (accessNote.trim() === '' ? [] : [accessNote.trim()])).map(
      ({ key, at }) => ({ note: key, at }),
    ),
    kg,
    warnings: warningsOf(lubricants, kg, drainedL, numbers),
  };
}

function lubricantsOf(stops: readonly CarryStop[], numbers: TradeNumbers): CarriedLubricant[] {
  // What is counted in grams here and in litres there stands twice: it is not poured from one can.
  const found = new Map<string, CarriedLubricant>();
  const rowOf = ({ code, name }: { code: string; name: string }, unit: 'g' | 'L'): CarriedLubricant => {
    const row = found.get(`${code} ${unit}`) ?? {
      code,
      name,
      unit,
      needs: 0,
      takeAlong: 0,
      kg: 0,
      cartridges: null,
      isByLog: false,
      unknownAt: [],
    };
    found.set(`${code} ${unit}`, row);
    return row;
  };
  for (const { lubricant, needs, flushL, action } of stops) {
    if (!lubricant || !needs) continue;
    const row = rowOf(lubricant, needs.unit);
    row.needs += needs.value + (action === 'oil-change' ? flushL : 0);
    row.isByLog ||= needs.isByLog;
  }
  for (const { lubricant, needs, pointLabel } of stops)
    if (lubricant && !needs) {
      const { unknownAt } = found.get(`${lubricant.code} L`) ?? rowOf(lubricant, 'g');
      if (!unknownAt.includes(pointLabel)) unknownAt.push(pointLabel);
    }
  return [...found.values()]
    .map((each) => {
      const takeAlong = roundedUp(each.needs * (1 + numbers.sparePct / 100), each.unit);
      return {
        ...each,
        takeAlong,
        kg: each.unit === 'L' ? takeAlong * numbers.kgPerLitre : takeAlong / 1000,
        cartridges: each.unit === 'g' && takeAlong > 0 ? Math.ceil(takeAlong / numbers.cartridgeG) : null,
      };
    })
    .sort((a, b) => a.code.localeCompare(b.code));
}

/** What several stops name, each once, with the points that name it; what most name first. */
function gathered(
  stops: readonly CarryStop[],
  of: (stop: CarryStop) => readonly string[],
): { key: string; at: string[] }[] {
  const found = new Map<string, Set<string>>();
  for (const stop of stops)
    for (const key of of(stop)) found.set(key, (found.get(key) ?? new Set()).add(stop.pointLabel));
  return [...found]
    .map(([key, at]) => ({ key, at: [...at] }))
    .sort((a, b) => b.at.length - a.at.length || a.key.localeCompare(b.key));
}

const shown = (kg: number) => Math.round(kg);

function warningsOf(
  lubricants: readonly CarriedLubricant[],
  kg: number,
  drainedL: number,
  { onePersonKg, mostKg, kgPerLitre, cartKg }: TradeNumbers,
): CarryList['warnings'] {
  const warnings: CarryList['warnings'] = lubricants
    .filter((each) => each.kg > onePersonKg)
    .map(({ code, kg: weight }) =>
      weight > mostKg
        ? {
            level: 'stop',
            text: `${code}: ${shown(weight)} kg is more than the ${mostKg} kg that anybody lifts: smaller cans, a pump from the drum, or a hoist.`,
          }
        : {
            level: 'caution',
            text: `${code}: ${shown(weight)} kg is more than the ${onePersonKg} kg that one person carries: the cart, or two people.`,
          },
    );
  const back = drainedL * kgPerLitre;
  if (back > onePersonKg)
    warnings.push({
      level: back > mostKg ? 'stop' : 'caution',
      text: `${shown(back)} kg of oil come back in pans: pump it off or wheel it, nobody carries a full pan.`,
    });
  if (cartKg > 0 && kg > cartKg)
    warnings.push({
      level: 'caution',
      text: `${shown(kg)} kg in all, and a cart carries ${cartKg} kg: it is loaded anew on the way.`,
    });
  return warnings;
}
