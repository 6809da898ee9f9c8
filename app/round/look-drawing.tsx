import type { ReactNode } from 'react';
import type { FindingWhat } from '@/core/words/findings';
import type { LookName } from '@/core/words/looks';

/** Scattered alike each time: places inside a glass or on a floor. */
const scatter: readonly (readonly [number, number])[] = [
  [18, 22],
  [30, 27],
  [24, 34],
  [37, 20],
  [40, 33],
  [14, 31],
  [32, 38],
];

const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 2, strokeLinecap: 'round' as const };

/** A sight glass with something in it. */
const glass = (inside: ReactNode, fill = 'var(--color-amber)') => (
  <>
    <circle cx={28} cy={28} r={22} fill="var(--color-sheet)" />
    <path d="M6.5 24 A22 22 0 0 0 49.5 24 Z" fill={fill} />
    {inside}
    <circle cx={28} cy={28} r={22} {...line} />
  </>
);
const dots = (radius: number) =>
  scatter.map(([x, y]) => <circle key={`${x}${y}`} cx={x} cy={y} r={radius} fill="currentColor" />);
const flakes = scatter.map(([x, y]) => <path key={`${x}${y}`} d={`M${x - 3} ${y} l5 -3 l1 5 z`} fill="currentColor" />);
const haze = [22, 28, 34, 40].map((y) => (
  <path key={y} d={`M10 ${y} q5 -4 9 0 t9 0 t9 0 t9 0`} {...line} strokeWidth={1} />
));
const foam = [14, 22, 30, 38, 44].map((x) => <circle key={x} cx={x} cy={20} r={4} {...line} strokeWidth={1.25} />);
const fumes = [20, 28, 36].map((x) => <path key={x} d={`M${x} 22 q-4 -5 0 -9 t0 -8`} {...line} strokeWidth={1.25} />);

/** A housing with a seam, and what comes out of it. */
const seam = (below: ReactNode) => (
  <>
    <path d="M6 8 H50 V18 H6 Z M6 13 H50" {...line} />
    {below}
  </>
);
const drop = (x: number, y: number) => (
  <path key={`${x}${y}`} d={`M${x} ${y} q-5 8 0 10 q5 -2 0 -10 z`} fill="currentColor" />
);

/** A shaft that comes out of its housing, and what sits at the seal. */
const shaft = (grease: ReactNode) => (
  <>
    <path d="M20 6 V50 H6 V6 Z M20 22 H50 M20 34 H50" {...line} />
    {grease}
  </>
);
/** A plug with its magnet, and what hangs on it. */
const magnet = (on: ReactNode) => (
  <>
    <path d="M14 6 H42 V14 H14 Z M20 14 H36 V36 H20 Z" {...line} />
    {on}
  </>
);
const pleats = 'M6 14 L14 42 L22 14 L30 42 L38 14 L46 42 L50 14';
const ring = (more: ReactNode) => (
  <>
    <circle cx={28} cy={20} r={7} {...line} />
    <circle cx={28} cy={30} r={18} {...line} />
    {more}
  </>
);

/** A lubricator with its piston, where it stood and where it stands. */
const cup = (from: number, to?: number) => (
  <>
    <path d="M16 6 H40 V44 H32 V52 H24 V44 H16 Z" {...line} />
    <path d={`M16 ${from} H40`} {...line} strokeDasharray={to === undefined ? undefined : '3 3'} />
    {to === undefined ? null : <path d={`M16 ${to} H40 M28 ${from + 3} V${to - 4} m-3 -3 l3 4 l3 -4`} {...line} />}
  </>
);

/** What an answer looks like, by look and answer; where words say it better there is none. */
const drawings: Partial<Record<LookName, Readonly<Record<string, ReactNode>>>> = {
  oil: {
    clear: glass(null),
    dark: glass(null, 'currentColor'),
    burnt: glass(fumes, 'currentColor'),
    'milky-clears': glass(<path d="M28 44 V30 m-5 6 l5 -6 l5 6" {...line} />),
    'milky-stays': glass(haze, 'var(--color-rule)'),
    milky: glass(haze, 'var(--color-rule)'),
    foamy: glass(foam),
    gritty: glass(dots(1.25)),
    particles: glass(flakes),
    sludge: glass(<path d="M9 38 Q28 28 47 38 A22 22 0 0 1 9 38 Z" fill="currentColor" />),
    none: glass(null, 'var(--color-sheet)'),
  },
  leak: {
    dry: seam(null),
    'drip-1': seam(drop(28, 26)),
    'drip-10': seam([drop(16, 24), drop(28, 34), drop(40, 26)]),
    'over-10': seam(<path d="M28 18 V46 M18 50 H38" {...line} strokeWidth={4} />),
    jet: seam(<path d="M28 18 L10 46 M28 18 L20 48 M28 18 L34 48 M28 18 L46 44" {...line} />),
  },
  'seal-grease': {
    collar: shaft(<path d="M20 19 h4 v18 h-4" {...line} fill="var(--color-amber)" />),
    thrown: shaft(dots(2.5)),
    hard: shaft(<path d="M20 16 h9 v24 h-9 m3 -20 l4 4 l-4 4 l4 4 l-4 4" {...line} fill="currentColor" />),
    milky: shaft(<path d="M20 16 h9 v24 h-9" {...line} fill="var(--color-rule)" />),
  },
  magnet: {
    clean: magnet(<path d="M22 37 H34" {...line} strokeWidth={1.25} />),
    paste: magnet(<path d="M19 36 Q28 48 37 36 Z" fill="currentColor" />),
    needles: magnet(<path d="M21 37 v7 M25 37 v9 M29 37 v8 M33 37 v9" {...line} strokeWidth={1.25} />),
    chips: magnet(<path d="M18 38 l4 9 l4 -7 z M27 38 l3 12 l5 -9 z M36 37 l5 6 l-6 2 z" fill="currentColor" />),
  },
  filter: {
    even: <path d={pleats} {...line} />,
    metal: (
      <>
        <path d={pleats} {...line} strokeWidth={1} />
        {flakes}
      </>
    ),
    varnish: <path d={pleats} {...line} strokeWidth={5} />,
    burst: <path d="M6 14 L14 42 L20 20 M36 22 L38 14 L46 42 L50 14 M22 44 L34 36 M24 32 L36 44" {...line} />,
  },
  ring: {
    turns: ring(<path d="M44 44 l6 -4 m-6 4 l-1 -7" {...line} />),
    still: ring(<path d="M20 44 L36 54 M36 44 L20 54" {...line} />),
  },
  flow: {
    steady: seam([drop(28, 20), drop(28, 32), drop(28, 44)]),
    none: seam(<path d="M20 28 L36 46 M36 28 L20 46" {...line} />),
  },
  lubricator: {
    moved: cup(14, 30),
    still: cup(14),
  },
  coolant: {
    clean: glass(null, 'var(--color-rule)'),
    tramp: glass(<path d="M6.5 24 H49.5 L48 30 H8 Z" fill="var(--color-amber)" />, 'var(--color-rule)'),
    slime: glass(dots(2.5), 'var(--color-rule)'),
    split: glass(<path d="M8 31 H48 M10 38 H46" {...line} />, 'var(--color-rule)'),
  },
  marks: {
    'in-line': <path d="M28 6 V50 M12 28 a16 16 0 1 1 32 0 a16 16 0 1 1 -32 0" {...line} />,
    moved: <path d="M22 6 V12 M22 44 V50 M34 16 L24 40 M12 28 a16 16 0 1 1 32 0 a16 16 0 1 1 -32 0" {...line} />,
  },
};

/** A drawing of what an answer looks like, beside its words; nothing where there is none. */
export function LookDrawing({ name, answer, size = 48 }: { name: LookName; answer: string; size?: number }) {
  const drawing = drawings[name]?.[answer];
  return drawing ? (
    <svg aria-hidden="true" viewBox="0 0 56 56" width={size} height={size} className="shrink-0 text-ink">
      {drawing}
    </svg>
  ) : null;
}

/** Signs that look like an answer of a look. */
const signsDrawn: Partial<Record<FindingWhat, readonly [LookName, string]>> = {
  leak: ['leak', 'drip-10'],
  jet: ['leak', 'jet'],
  milky: ['oil', 'milky'],
  foamy: ['oil', 'foamy'],
  dark: ['oil', 'dark'],
  gritty: ['oil', 'gritty'],
  particles: ['oil', 'particles'],
  sludge: ['oil', 'sludge'],
  'no-oil': ['oil', 'none'],
  magnet: ['magnet', 'needles'],
  'grease-thrown': ['seal-grease', 'thrown'],
  'grease-hard': ['seal-grease', 'hard'],
  'grease-milky': ['seal-grease', 'milky'],
  'no-flow': ['flow', 'none'],
  'lubricator-still': ['lubricator', 'still'],
  'bolt-moved': ['marks', 'moved'],
  'tramp-oil': ['coolant', 'tramp'],
  'coolant-foul': ['coolant', 'slime'],
};

/** A drawing of a sign, beside its words; nothing where there is none. */
export function SignDrawing({ what }: { what: FindingWhat }) {
  const drawn = signsDrawn[what];
  return drawn ? <LookDrawing name={drawn[0]} answer={drawn[1]} size={36} /> : null;
}
