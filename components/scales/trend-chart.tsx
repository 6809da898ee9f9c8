import { scaleLinear, scaleTime } from 'd3-scale';
import { line } from 'd3-shape';
import type { Band } from '@/core/fields/band';
import { measured, number } from '../words';

type Point = { atMs: number; hours: number | null; value: number; isObservation: boolean };
type Mark = { atMs: number; hours: number | null; words: string };
const [width, height, left, right, top, bottom] = [640, 230, 60, 92, 30, 34];

const limits: readonly { side: keyof Band; words: string; isStop: boolean }[] = [
  { side: 'stopHigh', words: 'stop', isStop: true },
  { side: 'warnHigh', words: 'warn', isStop: false },
  { side: 'warnLow', words: 'warn', isStop: false },
  { side: 'stopLow', words: 'stop', isStop: true },
];

/**
 * A reading over the run hours of its machine, or over time where nobody read those: what was read as dots on a line, what
 * was read in another state as crosses, its limits as lines with their words, what was done meanwhile as ticks above.
 */
export function TrendChart({
  title,
  unit,
  readings,
  marks,
  band,
}: {
  title: string;
  unit: string;
  readings: readonly Point[];
  marks: readonly Mark[];
  band: Band;
}) {
  const byHours = readings.every(({ hours }) => hours !== null);
  const placeOf = ({ atMs, hours }: { atMs: number; hours: number | null }) => (byHours ? (hours ?? 0) : atMs);
  const places = readings.map(placeOf);
  const span: [number, number] = [Math.min(...places), Math.max(...places)];
  const x = byHours ? scaleLinear(span, [left, width - right]) : scaleTime(span, [left, width - right]);
  const drawn = limits.flatMap(({ side, ...limit }) =>
    band[side] === undefined ? [] : [{ at: band[side], ...limit }],
  );
  const heights = [...readings.map(({ value }) => value), ...drawn.map(({ at }) => at)];
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  // A line that never moved still has a room to lie in.
  const room = high > low ? (high - low) * 0.08 : Math.max(1, Math.abs(high) * 0.1);
  const y = scaleLinear([low - room, high + room], [height - bottom, top]);
  const counted = readings.filter(({ isObservation }) => !isObservation);
  const path = line<Point>(
    (each) => x(placeOf(each)),
    ({ value }) => y(value),
  );
  return (
    <svg role="img" aria-label={title} viewBox={`0 0 ${width} ${height}`} className="w-full max-w-2xl text-ink">
      {y.ticks(4).map((value) => (
        <g key={value}>
          <line
            x1={left}
            x2={width - right}
            y1={y(value)}
            y2={y(value)}
            stroke="var(--color-rule)"
            strokeWidth={0.75}
          />
          <text x={left - 6} y={y(value) + 4} fontSize={14} textAnchor="end" fill="currentColor">
            {measured(value)}
          </text>
        </g>
      ))}
      <text x={0} y={14} fontSize={14} fill="currentColor">
        {unit}
      </text>
      <Ticks x={x} byHours={byHours} />
      {drawn.map(({ at, words, isStop }) => (
        <g key={`${words}${at}`} className={isStop ? 'text-stop' : ''}>
          <line
            x1={left}
            x2={width - right}
            y1={y(at)}
            y2={y(at)}
            stroke="currentColor"
            strokeWidth={isStop ? 1.5 : 1}
            strokeDasharray={isStop ? undefined : '5 3'}
          />
          <text x={width - right + 5} y={y(at) + 4} fontSize={14} fill="currentColor">
            {words} {measured(at)}
          </text>
        </g>
      ))}
      {marks.map((mark, index) => {
        const at = x(Math.max(span[0], Math.min(span[1], placeOf(mark))));
        return (
          <g key={index}>
            <line
              x1={at}
              x2={at}
              y1={top - 8}
              y2={height - bottom}
              stroke="currentColor"
              strokeWidth={0.5}
              strokeDasharray="1 3"
            />
            <path d={`M${at - 4} ${top - 14} h8 l-4 6 z`} fill="currentColor">
              <title>{mark.words}</title>
            </path>
          </g>
        );
      })}
      <path d={path(counted) ?? ''} fill="none" stroke="currentColor" strokeWidth={1.25} />
      {readings.map((each) =>
        each.isObservation ? (
          <path
            key={each.atMs}
            d={`M${x(placeOf(each)) - 4} ${y(each.value) - 4} l8 8 m0 -8 l-8 8`}
            stroke="currentColor"
            strokeWidth={1.5}
          />
        ) : (
          <circle key={each.atMs} cx={x(placeOf(each))} cy={y(each.value)} r={2.4} fill="currentColor" />
        ),
      )}
    </svg>
  );
}

/** The scale below: run hours, or months. */
const Ticks = ({
  x,
  byHours,
}: {
  x: ReturnType<typeof scaleLinear<number>> | ReturnType<typeof scaleTime<number>>;
  byHours: boolean;
}) => {
  const ticks = x.ticks(5) as (number | Date)[];
  const words = byHours ? undefined : (x as ReturnType<typeof scaleTime<number>>).tickFormat(5, '%d %b %y');
  return (
    <>
      {ticks.map((at, index) => (
        <g key={Number(at)}>
          <line x1={x(at)} x2={x(at)} y1={height - bottom} y2={height - bottom + 5} stroke="currentColor" />
          <text x={x(at)} y={height - 12} fontSize={14} textAnchor="middle" fill="currentColor">
            {words ? words(at as Date) : `${number(at as number, 0)}${index === ticks.length - 1 ? ' h' : ''}`}
          </text>
        </g>
      ))}
    </>
  );
};
