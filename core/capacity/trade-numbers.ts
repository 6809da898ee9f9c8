/**
 * The numbers of the trade that walks and loads are worked out with. Each has its usual value with mark and source; a plant
 * says its own in place of any of them, and the usual one stays beside it.
 */

type TradeNumber = {
  label: string;
  unit: string;
  /** What holds where the plant says nothing. */
  usual: number;
  min: number;
  max: number;
  /** How sure it is, and of what kind: H, M, L; S standard, B books, C convention. */
  mark: string;
  source: string;
};

export const tradeNumbers = {
  plannedPct: {
    label: 'Planned of a shift',
    unit: '%',
    usual: 70,
    min: 10,
    max: 100,
    mark: 'M C',
    source: 'the rest is for what is found',
  },
  lockOutMin: {
    label: 'Lock-out, once a machine and visit',
    unit: 'min',
    usual: 10,
    min: 0,
    max: 120,
    mark: 'M C',
    source: '5 to 15 min by the number of energies',
  },
  metresPerMin: {
    label: 'Walking with the cart',
    unit: 'm/min',
    usual: 50,
    min: 5,
    max: 150,
    mark: 'M C',
    source: 'strolling pace',
  },
  secondsPerFloor: {
    label: 'Stairs, each floor',
    unit: 's',
    usual: 15,
    min: 0,
    max: 600,
    mark: 'M C',
    source: 'without the cart',
  },
  gunChangeMin: {
    label: 'Change of gun or can',
    unit: 'min',
    usual: 2,
    min: 0,
    max: 60,
    mark: 'M C',
    source: 'wiping it and putting it away with it',
  },
  stopMin: {
    label: 'Stopping a machine on another day',
    unit: 'min',
    usual: 10,
    min: 0,
    max: 480,
    mark: 'M C',
    source: 'asking for it, lock-out and try-start',
  },
  settingOutMin: {
    label: 'Setting out on a walk',
    unit: 'min',
    usual: 10,
    min: 0,
    max: 480,
    mark: 'L C',
    source: 'loading the cart and putting it away',
  },
  cartKg: {
    label: 'A cart carries, 0 for no limit',
    unit: 'kg',
    usual: 0,
    min: 0,
    max: 5000,
    mark: 'L C',
    source: 'its plate',
  },
  sparePct: {
    label: 'Taken along beyond the need',
    unit: '%',
    usual: 15,
    min: 0,
    max: 100,
    mark: 'M C',
    source: 'topping up what is found low',
  },
  panTimes: {
    label: 'A pan holds, of what comes out',
    unit: 'times',
    usual: 1.2,
    min: 1,
    max: 3,
    mark: 'H B',
    source: 'oil froths and comes with water',
  },
  kgPerLitre: {
    label: 'A litre of oil weighs',
    unit: 'kg',
    usual: 0.9,
    min: 0.5,
    max: 2,
    mark: 'H B',
    source: 'mineral oil at 15 °C; PAG is nearer to 1.0',
  },
  cartridgeG: {
    label: 'A cartridge holds',
    unit: 'g',
    usual: 400,
    min: 50,
    max: 1000,
    mark: 'M C',
    source: 'the usual lever gun',
  },
  onePersonKg: {
    label: 'One person carries',
    unit: 'kg',
    usual: 15,
    min: 5,
    max: 50,
    mark: 'M C',
    source: 'more is for two, or the cart',
  },
  mostKg: {
    label: 'No single load more than',
    unit: 'kg',
    usual: 25,
    min: 5,
    max: 100,
    mark: 'M C',
    source: 'a hoist or a smaller can',
  },
} as const satisfies Record<string, TradeNumber>;

export type TradeNumberName = keyof typeof tradeNumbers;
/** What a plant says in place of the usual ones. */
export type OwnNumbers = Partial<Record<TradeNumberName, number>>;
export type TradeNumbers = Record<TradeNumberName, number>;

/** The names of all, in the order in which they are shown. */
export const tradeNumberNames = Object.keys(tradeNumbers) as TradeNumberName[];

/**
 * What holds at a plant: its own number, or the usual one.
 * @example numbersOf({ lockOutMin: 15 }).lockOutMin // 15
 */
export const numbersOf = (own: OwnNumbers): TradeNumbers =>
  Object.fromEntries(tradeNumberNames.map((name) => [name, own[name] ?? tradeNumbers[name].usual])) as TradeNumbers;
