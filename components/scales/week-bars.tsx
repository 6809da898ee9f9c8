'use client';

// Sent as what it shows, not as how it is drawn: that would be several times as long.
import { scaleBand, scaleLinear } from 'd3-scale';
import Link from 'next/link';
import { mondayOf } from '@/core/interval/due-filter';
import { day, measured } from '../words';

/** A week with what is likely and the ends of the forecast, in the unit of the scale. */
export type WeekBar = { week: string; low: number; mid: number; high: number };
/** Tenths of a pixel: nobody sees more. */
const tenth = (pixels: number) => Math.round(pixels * 10) / 10;
const box = (x: number, y: number, width: number, height: number) =>
  `M${tenth(x)} ${tenth(y)}h${tenth(width)}v${tenth(Math.max(0, height))}h${tenth(-width)}z`;

const left = 52;
const bottom = 30;

/**
 * Weeks as a row of bars: the likely amount as the bar, the forecast's spread as a whisker. Each bar leads to the tasks
 * of its week. Quarters of the scale are ruled, so that heights can be read off.
 */
export function WeekBars({
  bars,
  unit,
  title,
  what,
  room = 1040,
  height = 200,
  labels = true,
  lubricant = false,
}: {
  bars: readonly WeekBar[];
  unit: string;
  title: string;
  /** What is counted, before the week: `G-22, week 2026-W48: …`. */ what: string;
  /** Width in pixels where that is enough for the weeks. */ room?: number;
  height?: number;
  labels?: boolean;
  /** Amber, the colour of lubricant alone. */ lubricant?: boolean;
}) {
  const width = Math.max(room, left + bars.length * 14);
  const foot = labels ? bottom : 6;
  const x = scaleBand(
    bars.map(({ week }) => week),
    [left, width],
  )
    .paddingInner(0.3)
    .paddingOuter(0.15);
  const y = scaleLinear(
    [0, Math.max(1e-9, ...bars.map(({ mid, high }) => Math.max(mid, high)))],
    [height - foot, 8],
  ).nice(4);
  const every = Math.ceil(bars.length / 13);
  return (
    <svg
      role="group"
      aria-label={title}
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className={`week-bars ${lubricant ? 'of-lubricant' : ''}`}
    >
      {y.ticks(4).map((value) => (
        <g key={value}>
          <line x1={left} x2={width} y1={y(value)} y2={y(value)} stroke="var(--color-rule)" />
          <text x={left - 6} y={y(value) + 4} fontSize={11} textAnchor="end" fill="currentColor">
            {measured(value)}
          </text>
        </g>
      ))}
      <text x={0} y={14} fontSize={11} fill="currentColor">
        {unit}
      </text>
      {bars.map(({ week, mid, ...ends }, index) => {
        const [low, high] = [Math.min(ends.low, mid), Math.max(ends.high, mid)];
        const at = x(week)!;
        const centre = at + x.bandwidth() / 2;
        return (
          <Link key={week} href={`/due/outlook/${week}`} prefetch={false} className="no-underline">
            <title>{`${what}, week ${week}: ${measured(mid)} ${unit}${high > low ? `, ${measured(low)} to ${measured(high)}` : ''}`}</title>
            <path d={box(at - 2, 0, x.bandwidth() + 4, height - foot)} fill="transparent" />
            <path d={box(at, y(mid), x.bandwidth(), y(0) - y(mid))} className="bar" />
            {high > low && (
              <path d={`M${tenth(centre - 3)} ${tenth(y(high))}h6m-3 0V${tenth(y(low))}m-3 0h6`} className="whisker" />
            )}
            {labels && index % every === 0 && (
              <>
                <text x={centre} y={height - 16} fontSize={11} textAnchor="middle" fill="currentColor">
                  {week.slice(6).replace(/^0/, '')}
                </text>
                <text x={centre} y={height - 3} fontSize={10} textAnchor="middle" fill="var(--color-muted)">
                  {day(mondayOf(week)).slice(0, -5)}
                </text>
              </>
            )}
          </Link>
        );
      })}
      <line x1={left} x2={width} y1={y(0)} y2={y(0)} stroke="currentColor" />
    </svg>
  );
}
