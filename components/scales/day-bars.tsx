'use client';

/** Minutes of each day before and after, and the minutes that may be planned. */
export type DayBar = { date: string; before: number; after: number; planned: number };

const height = 150;
const foot = 22;
const perDay = 12;
const tenth = (pixels: number) => Math.round(pixels * 10) / 10;

/**
 * Days as a row of bars: what it would be with everything on its due day as an outline, levelled as a full bar in it; what may
 * be planned as a tick. Weeks stand apart.
 */
export function DayBars({
  bars,
  title,
  weekOf,
}: {
  bars: readonly DayBar[];
  title: string;
  weekOf: (date: string) => string;
}) {
  const most = Math.max(1, ...bars.map(({ before, after, planned }) => Math.max(before, after, planned)));
  const tall = (minutes: number) => tenth(((height - foot - 6) * minutes) / most);
  const weeks = [...new Set(bars.map(({ date }) => weekOf(date)))];
  const gap = 8;
  const at = (index: number, date: string) => index * perDay + weeks.indexOf(weekOf(date)) * gap;
  const width = bars.length * perDay + weeks.length * gap;
  const ground = height - foot;
  return (
    <svg role="img" aria-label={title} viewBox={`0 0 ${width} ${height}`} width={width} height={height}>
      {bars.map(({ date, before, after, planned }, index) => {
        const x = at(index, date);
        return (
          <g key={date}>
            <path
              d={`M${x} ${ground}v${-tall(before)}h${perDay - 3}v${tall(before)}`}
              fill="none"
              stroke="var(--color-muted)"
              strokeWidth={1}
              strokeDasharray="2 1.5"
            />
            <path d={`M${x + 1.5} ${ground}v${-tall(after)}h${perDay - 6}v${tall(after)}z`} fill="var(--color-ink)" />
            <path d={`M${x - 1} ${ground - tall(planned)}h${perDay - 1}`} stroke="var(--color-ink)" strokeWidth={1.5} />
          </g>
        );
      })}
      <path d={`M0 ${ground}h${width}`} stroke="var(--color-rule)" strokeWidth={1} />
      {weeks.map((week) => {
        const first = bars.findIndex(({ date }) => weekOf(date) === week);
        // A week of a day or two has no room for its name.
        if (bars.filter(({ date }) => weekOf(date) === week).length < 3) return null;
        return (
          <text key={week} x={at(first, bars[first]!.date)} y={height - 6} fontSize="11" fill="var(--color-muted)">
            {week.slice(5)}
          </text>
        );
      })}
    </svg>
  );
}
