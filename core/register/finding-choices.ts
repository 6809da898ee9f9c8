import { own } from '../own';
import { type FindingWhat, findingWords } from '../words/findings';
import type { PointKind } from './point-kinds';

/** What is likeliest to be seen where oil stands, is pumped, is fed by drops, where grease goes in, at devices, in coolant, and where nobody knows. */
const likeliest = {
  bath: [
    'level-low',
    'leak',
    'hot',
    'noise',
    'milky',
    'dark',
    'foamy',
    'particles',
    'no-oil',
    'level-up',
    'still-climbing',
    'bronze',
    'shimmer',
    'rust-red',
    'breather-blocked',
    'sluggish',
  ],
  pumped: [
    'level-low',
    'leak',
    'jet',
    'hot',
    'noise',
    'milky',
    'foamy',
    'dp-high',
    'dp-zero',
    'no-flow',
    'particles',
    'gauges-differ',
    'pressure-low',
    'no-oil',
    'level-up',
    'still-climbing',
  ],
  fed: [
    'no-flow',
    'use-high',
    'use-none',
    'drips-fast',
    'level-low',
    'hot',
    'leak',
    'noise',
    'milky',
    'no-oil',
    'still-climbing',
    'gritty',
    'particles',
  ],
  open: [
    'no-flow',
    'slack',
    'tight',
    'worn',
    'noise',
    'leak',
    'particles',
    'bolt-moved',
    'sluggish',
    'gritty',
    'guard-missing',
  ],
  greased: [
    'noise',
    'hot',
    'grease-thrown',
    'grease-hard',
    'fitting-broken',
    'relief-blocked',
    'vibration',
    'grease-milky',
    'particles',
    'leak',
    'still-climbing',
    'double-dose',
  ],
  device: [
    'lubricator-still',
    'line-pressure-low',
    'line-pressure-high',
    'use-high',
    'air-wet',
    'level-low',
    'leak',
    'fitting-broken',
    'no-flow',
    'gauges-differ',
    'particles',
  ],
  any: [
    'leak',
    'hot',
    'noise',
    'level-low',
    'no-oil',
    'milky',
    'particles',
    'dark',
    'grease-thrown',
    'grease-hard',
    'no-flow',
    'still-climbing',
    'bolt-moved',
    'sludge',
  ],
  coolant: ['level-low', 'coolant-thin', 'coolant-strong', 'tramp-oil', 'coolant-foul', 'foamy', 'leak', 'particles'],
} as const satisfies Record<string, readonly FindingWhat[]>;

/** What may be seen at any place, and stops the work there. */
const anywhere = [
  'guard-missing',
  'cover-missing',
  'unsafe-isolation',
  'other',
] as const satisfies readonly FindingWhat[];

const at: Readonly<Record<PointKind, keyof typeof likeliest>> = {
  'gear-case': 'bath',
  'machine-tool-gearbox': 'bath',
  'semi-fluid-gear': 'bath',
  'worm-unit': 'bath',
  'rolling-bearing': 'greased',
  'insert-bearing': 'greased',
  'sleeve-bearing': 'fed',
  slideway: 'open',
  screw: 'open',
  'ball-screw': 'open',
  'linear-guide': 'open',
  'greased-pin': 'greased',
  'needle-bed': 'fed',
  'pump-power-end': 'bath',
  rack: 'open',
  'open-gear': 'open',
  chain: 'open',
  coupling: 'greased',
  spindle: 'fed',
  'hydraulic-set': 'pumped',
  'circulating-outlet': 'pumped',
  'central-lubricator-outlet': 'device',
  'pneumatic-lubricator': 'device',
  'drip-oiler': 'fed',
  'ring-oiler': 'fed',
  'bottle-oiler': 'fed',
  'grease-cup': 'greased',
  'single-point-lubricator': 'device',
  'valve-stem': 'greased',
  apron: 'bath',
  'seal-flush-pot': 'pumped',
  'coolant-sump': 'coolant',
  compressor: 'pumped',
  generic: 'any',
};

type Words = Readonly<Record<string, string>>;
const wordsOf = (whats: readonly FindingWhat[]): Words =>
  Object.fromEntries(whats.map((what) => [what, findingWords[what]]));

/**
 * What may be found at a point of some kind, with its words: what is likeliest there, the likeliest first, and all the rest.
 * @param kind undefined for a whole machine; of a kind that is not known here, as of another point
 * @example Object.keys(findingsAt('chain').offered)[0] // 'no-flow'
 */
export function findingsAt(kind: string | undefined): { offered: Words; others: Words } {
  const place = own<keyof typeof likeliest>(at, kind ?? 'generic') ?? at.generic;
  const offered: FindingWhat[] = [...new Set<FindingWhat>([...likeliest[place], ...anywhere])];
  const others = (Object.keys(findingWords) as FindingWhat[]).filter((what) => !offered.includes(what));
  return { offered: wordsOf(offered), others: wordsOf(others) };
}
