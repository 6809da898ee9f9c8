import { scaleLinear, scaleTime } from 'd3-scale';
import { line } from 'd3-shape';
import { number } from '../words';

type Point = { atMs: number; value: number };
const [width, height, left, bottom] = [640, 220, 64, 26];

/** A meter over time: what it has accumulated as a line, what was left out as crosses at what the dial showed. */
export function MeterChart({
  kept,
  leftOut,
  forecast,
  title,
  unit,
}: {
  kept: readonly Point[];
  leftOut: readonly Point[];
  forecast: readonly Point[];
  title: string;
  unit: string;
}) {
  const all = [...kept, ...forecast];
  const x = scaleTime(
    [Math.min(...all.map(({ atMs }) => atMs)), Math.max(...all.map(({ atMs }) => atMs))],
    [left, width - 8],
  );
  const y = scaleLinear(
    [Math.min(...all.map(({ value }) => value)), Math.max(...all.map(({ value }) => value), 1)],
    [height - bottom, 10],
  ).nice(4);
  const [low, high] = y.domain() as [number, number];
  const path = line<Point>(
    ({ atMs }) => x(atMs),
    ({ value }) => y(value),
  );
  return (
    <svg role="img" aria-label={title} viewBox={`0 0 ${width} ${height}`} className="w-full max-w-2xl text-ink">
      {y.ticks(4).map((value) => (
        <g key={value}>
          <line x1={left} x2={width} y1={y(value)} y2={y(value)} stroke="var(--color-rule)" />
          <text x={left - 6} y={y(value) + 4} fontSize={11} textAnchor="end" fill="currentColor">
            {number(value, 0)}
          </text>
        </g>
      ))}
      {x.ticks(6).map((at) => (
        <g key={at.getTime()}>
          <line x1={x(at)} x2={x(at)} y1={height - bottom} y2={height - bottom + 5} stroke="currentColor" />
          <text x={x(at)} y={height - 6} fontSize={11} textAnchor="middle" fill="currentColor">
            {x.tickFormat(6, '%b %y')(at)}
          </text>
        </g>
      ))}
      <text x={0} y={12} fontSize={11} fill="currentColor">
        {unit}
      </text>
      <path d={path(kept) ?? ''} fill="none" stroke="currentColor" strokeWidth={1.5} />
      <path d={path(forecast) ?? ''} fill="none" stroke="currentColor" strokeWidth={1.25} strokeDasharray="4 3" />
      {kept.map(({ atMs, value }) => (
        <circle key={atMs} cx={x(atMs)} cy={y(value)} r={1.8} fill="currentColor" />
      ))}
      {leftOut.map(({ atMs, value }, index) => {
        const at = y(Math.max(low, Math.min(high, value)));
        return (
          <path key={index} d={`M${x(atMs) - 4} ${at - 4} l8 8 m0 -8 l-8 8`} stroke="currentColor" strokeWidth={1.5} />
        );
      })}
    </svg>
  );
}
