'use client';

import { clockText } from '@/core/capacity/shifts';
import type { RouteOrder } from '@/core/route/order';

/** A stretch of the shift and what is done in it. */
export type Stretch = { kind: 'walk' | 'work' | 'wait'; from: number; to: number; name: string };

/** What is done when: a walk on the shift, by its entries. @param begins when it sets out @param ends when it is back */
export function stretchesOf(
  sequence: RouteOrder['sequence'],
  begins: number,
  ends: number,
  nameOf: (stopId: string) => string,
): Stretch[] {
  const stretches: Stretch[] = [];
  let time = begins;
  const until = (kind: Stretch['kind'], to: number, name: string) => {
    if (to > time + 1e-9) stretches.push({ kind, from: time, to, name });
    time = Math.max(time, to);
  };
  for (const { stopId, arrive, start, end } of sequence) {
    const name = nameOf(stopId);
    until('walk', arrive, `to ${name}`);
    until('wait', start, `at ${name}`);
    until('work', end, name);
  }
  until('walk', ends, 'back');
  return stretches;
}

const height = 46;
const width = 1000;
/** Work is full, walking a thin line, waiting a gap with a dotted foot. */
const shapes: Record<Stretch['kind'], (x: number, length: number) => string> = {
  work: (x, length) => `M${x} 8h${length}v20h${-length}z`,
  walk: (x, length) => `M${x} 17h${length}v2h${-length}z`,
  wait: () => '',
};
const tenth = (value: number) => Math.round(value * 10) / 10;

/** A shift as a strip: when one walks, works, waits; the end of what may be planned as a tick. */
export function ShiftStrip({
  stretches,
  from,
  to,
  plannedTo,
  title,
}: {
  stretches: readonly Stretch[];
  from: number;
  to: number;
  plannedTo: number;
  title: string;
}) {
  const at = (minutes: number) => tenth(((minutes - from) / (to - from)) * width);
  const hours = Array.from(
    { length: Math.floor(to / 60) - Math.ceil(from / 60) + 1 },
    (_, index) => (Math.ceil(from / 60) + index) * 60,
  );
  const paths = (kind: Stretch['kind']) =>
    stretches
      .filter((each) => each.kind === kind)
      .map((each) => shapes[kind](at(each.from), tenth(at(each.to) - at(each.from))))
      .join('');
  return (
    <svg role="img" aria-label={title} viewBox={`0 0 ${width} ${height}`} className="w-full">
      <path d={`M0 28.5h${width}`} stroke="var(--color-rule)" strokeWidth={1} />
      <path d={paths('work')} fill="var(--color-ink)" />
      <path d={paths('walk')} fill="var(--color-muted)" />
      {stretches
        .filter(({ kind }) => kind === 'wait')
        .map((each) => (
          <line
            key={each.from}
            x1={at(each.from)}
            x2={at(each.to)}
            y1={26}
            y2={26}
            stroke="var(--color-ink)"
            strokeWidth={2}
            strokeDasharray="2 3"
          />
        ))}
      <path d={`M${at(plannedTo)} 2v28`} stroke="var(--color-ink)" strokeWidth={2} />
      {hours.map((hour) => (
        <g key={hour}>
          <path d={`M${at(hour)} 28v5`} stroke="var(--color-ink)" strokeWidth={1} />
          <text x={Math.min(width - 30, Math.max(0, at(hour) - 14))} y={44} fontSize="11" fill="var(--color-muted)">
            {clockText(hour)}
          </text>
        </g>
      ))}
    </svg>
  );
}
