import { scaleBand, scaleLinear } from 'd3-scale';
import Link from 'next/link';
import { day, measured } from '../words';

export type WeekBar = {
  week: string;
  monday: string;
  low: number;
  mid: number;
  high: number;
  href: string;
  words: string;
};
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
  room = 1040,
  height = 200,
  labels = true,
  lubricant = false,
}: {
  bars: readonly WeekBar[];
  unit: string;
  title: string;
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
      className="max-w-none text-ink"
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
      {bars.map(({ week, monday, low, mid, high, href, words }, index) => {
        const at = x(week)!;
        const centre = at + x.bandwidth() / 2;
        return (
          <Link key={week} href={href} prefetch={false} aria-label={words} className="no-underline">
            <title>{words}</title>
            <rect x={at - 2} y={0} width={x.bandwidth() + 4} height={height - foot} fill="transparent" />
            <rect
              x={at}
              y={y(mid)}
              width={x.bandwidth()}
              height={Math.max(0, y(0) - y(mid))}
              fill={lubricant ? 'var(--color-amber)' : 'currentColor'}
              fillOpacity={lubricant ? 0.75 : 0.22}
              stroke="currentColor"
              strokeWidth={1}
            />
            {high > low && (
              <path
                d={`M${centre - 3} ${y(high)} h6 M${centre} ${y(high)} V${y(low)} M${centre - 3} ${y(low)} h6`}
                stroke="currentColor"
                strokeWidth={1.25}
                fill="none"
              />
            )}
            {labels && index % every === 0 && (
              <>
                <text x={centre} y={height - 16} fontSize={11} textAnchor="middle" fill="currentColor">
                  {week.slice(6).replace(/^0/, '')}
                </text>
                <text x={centre} y={height - 3} fontSize={10} textAnchor="middle" fill="var(--color-muted)">
                  {day(monday).slice(0, -5)}
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
