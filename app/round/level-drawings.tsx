import type { ReactNode } from 'react';
import { type LevelGauge, levelGauges } from '@/core/words/level-gauges';

const shares = [0, 25, 50, 75, 100] as const;

const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 2 };
const oil = 'var(--color-amber)';

/** Oil up to a share of what lies between a top and a bottom. */
const filled = (share: number, { top, bottom, left, right }: Record<'top' | 'bottom' | 'left' | 'right', number>) => (
  <rect x={left} y={bottom - ((bottom - top) * share) / 100} width={right - left} height={40} fill={oil} />
);

/** The outline of what holds the oil, as a clip of it and as the line around it, with the marks that it carries. */
const vessel = (name: string, outline: ReactNode, inside: ReactNode, marks: ReactNode) => (
  <>
    <clipPath id={name}>{outline}</clipPath>
    <g clipPath={`url(#${name})`}>{inside}</g>
    <g {...line}>{outline}</g>
    {marks}
  </>
);

/** Each gauge with so much in it, in a field of 40 by 40. */
const drawn: Readonly<Record<LevelGauge, (share: number) => ReactNode>> = {
  glass: (share) =>
    vessel(
      `glass-${share}`,
      <circle cx={20} cy={20} r={17} />,
      filled(share, { top: 3, bottom: 37, left: 0, right: 40 }),
      <path d="M3 20 H8 M32 20 H37" {...line} strokeWidth={1.5} />,
    ),
  tube: (share) =>
    vessel(
      `tube-${share}`,
      <rect x={14} y={2} width={12} height={36} rx={3} />,
      filled(share, { top: 4, bottom: 36, left: 14, right: 26 }),
      <path d="M28 11 H34 M28 29 H34" {...line} strokeWidth={1.5} />,
    ),
  dipstick: (share) =>
    vessel(
      `dipstick-${share}`,
      <path d="M16 2 H24 V38 H16 Z" />,
      filled(share, { top: 2, bottom: 38, left: 16, right: 24 }),
      <path d="M12 12 H28 M12 29 H28" {...line} strokeWidth={1.5} />,
    ),
  'flip-cup': (share) =>
    vessel(
      `cup-${share}`,
      <path d="M9 14 H31 V38 H9 Z" />,
      filled(share, { top: 14, bottom: 38, left: 9, right: 31 }),
      <path d="M9 13 L28 3" {...line} />,
    ),
  bottle: (share) =>
    vessel(
      `bottle-${share}`,
      <path d="M10 2 H30 V26 L24 32 V38 H16 V32 L10 26 Z" />,
      filled(share, { top: 2, bottom: 32, left: 10, right: 30 }),
      null,
    ),
};

/** What the level is seen on, as it stands on the machine at several levels: one tap takes what is seen. */
export const LevelDrawings = ({ gauge, onTake }: { gauge: LevelGauge; onTake: (percent: number) => void }) => {
  const { words, steps } = levelGauges[gauge];
  return (
    <fieldset className="mt-3">
      <legend className="caption">Tap the {words} that it looks like, or type it</legend>
      <div className="grid grid-cols-5 gap-1">
        {shares.map((share, place) => (
          <button
            key={share}
            type="button"
            className="button min-h-20 flex-col justify-start gap-0 px-0 py-1 text-center"
            onClick={() => onTake(share)}
          >
            <svg aria-hidden="true" viewBox="0 0 40 40" width={44} height={44}>
              {drawn[gauge](share)}
            </svg>
            <span>{share} %</span> <span className="leading-tight font-normal tracking-tight">{steps[place]}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
};
