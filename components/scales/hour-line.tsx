import type { HourLine as HourLineFacts } from '@/core/interval/task-due';
import { type PlantDay, addDays } from '@/core/time/plant-day';
import { day, number } from '../words';
import { hourRange, hourScale, hourTicks } from './hour-scale';

/** Tenths of a pixel: nobody sees more, and a list is half as long to send. */
const toTenth = (pixels: number): number => Math.round(pixels * 10) / 10;

const height = 30;
const middle = 16;

/**
 * One task on the shared axis of machine hours from now.
 *
 * How to read it: the ruled vertical is *now*, the same in every row; left of it is past, right of it is to come, on a
 * square-root scale with ticks at 8, 40, 200, 1000 and 4000 h. The upright tick is the last service (a double tick
 * while running in), the open bracket the window in which it may be done, the filled wedge the moment it is due, the
 * whisker the spread of the forecast; what lies further off than the axis has an arrow at its edge. A line without an end is unknown; a dashed line is a rough guess. `d` or `cyc`
 * marks what is due by days or cycles, converted at the present rate. A wedge left of now is overdue.
 *
 * Stands there before any script runs. Screen readers get the words instead.
 */
export function HourLine({ facts, words, width = 260 }: { facts: HourLineFacts; words: string; width?: number }) {
  const x = hourScale(width - 24);
  const place = (hours: number) => toTenth(12 + x(hours));
  const now = place(0);
  return (
    <svg
      role="img"
      aria-label={words}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="hour-line"
    >
      {facts.state === 'known' && facts.dueH !== undefined ? (
        <DueLine facts={facts} dueH={facts.dueH} place={place} width={width} />
      ) : (
        <path d={`M${now} ${middle} H${place(hourRange.future) - 8}`} strokeDasharray="1 5" strokeLinecap="round" />
      )}
      {facts.state !== 'known' && (
        <text x={now + 8} y={middle - 4}>
          ?
        </text>
      )}
    </svg>
  );
}

/** A line that has an end: from the last service to when it is due, with its window and its spread. */
function DueLine({
  facts,
  dueH,
  place,
  width,
}: {
  facts: HourLineFacts;
  dueH: number;
  place: (hours: number) => number;
  width: number;
}) {
  const { lastH, fromH, toH, earliestH, latestH } = facts;
  const from = lastH === undefined ? place(hourRange.past) : place(lastH);
  const to = place(dueH);
  const dashes = facts.lowConfidence ? '4 3' : undefined;
  // The letter stands clear of the end of the window.
  const letterFrom = Math.max(to + 8, toH !== undefined && place(toH) - to < 16 ? place(toH) + 4 : 0);
  const beyond = dueH > hourRange.future;
  const longAgo = dueH < hourRange.past;
  return (
    <>
      <path d={`M${from} ${middle} H${to}`} strokeDasharray={dashes} />
      {lastH !== undefined && <LastService x={from} runIn={facts.runIn} />}
      {fromH !== undefined && toH !== undefined && place(toH) - place(fromH) > 2 && (
        <path
          d={`M${place(fromH) + 3} ${middle - 8} H${place(fromH)} V${middle - 3} M${place(toH) - 3} ${middle - 8} H${place(toH)} V${middle - 3}`}
          strokeWidth={1.25}
        />
      )}
      {earliestH !== undefined && latestH !== undefined && (
        <path
          d={`M${place(earliestH)} ${middle + 4} V${middle + 10} M${place(earliestH)} ${middle + 7} H${place(latestH)} M${place(latestH)} ${middle + 4} V${middle + 10}`}
          strokeWidth={0.9}
        />
      )}
      {longAgo && (
        <path d={`M${to - 5} ${middle - 4} L${to - 10} ${middle} L${to - 5} ${middle + 4}`} strokeWidth={1.5} />
      )}
      {beyond ? (
        <path d={`M${to - 4} ${middle - 4} L${to + 4} ${middle} L${to - 4} ${middle + 4}`} strokeWidth={1.5} />
      ) : (
        <path d={`M${to - 5} ${middle - 9} H${to + 5} L${to} ${middle} Z`} className="filled" />
      )}
      {facts.basis !== 'h' && (
        <text x={Math.min(letterFrom, width - 18)} y={middle - 3}>
          {facts.basis}
        </text>
      )}
    </>
  );
}

/** Distance of "now" from the left edge of a line of this width, for ruling it down a whole list. */
export const nowPosition = (width: number): number => toTenth(12 + hourScale(width - 24)(0));

function LastService({ x, runIn }: { x: number; runIn: boolean }) {
  return (
    <path
      d={`M${x} ${middle - 6} V${middle + 6}${runIn ? ` M${x + 3} ${middle - 6} V${middle + 6}` : ''}`}
      strokeWidth={1.5}
    />
  );
}

/** Those of the axis above a list that say their hours. */
const namedTicks = [-1000, -200, 200, 1000, 4000] as const;

/** The axis above a list of hour lines. */
export function HourAxis({ width = 260 }: { width?: number }) {
  const x = hourScale(width - 24);
  const place = (hours: number) => toTenth(12 + x(hours));
  // A wide axis shrinks to the width of a phone, and its figures with it.
  const fontSize = width > 400 ? 12 : 10;
  return (
    <svg
      aria-hidden="true"
      width={width}
      height={24}
      viewBox={`0 0 ${width} 24`}
      className="block max-w-full text-muted"
    >
      <path
        d={[-1000, -200, -40, ...hourTicks].map((hours) => `M${place(hours)} 18V24`).join('')}
        stroke="currentColor"
      />
      <g fontSize={fontSize} fill="currentColor" textAnchor="middle">
        {namedTicks.map((hours) => (
          <text
            key={hours}
            y={14}
            x={place(hours) + (hours === hourRange.future ? 10 : hours === hourRange.past ? -10 : 0)}
            textAnchor={hours === hourRange.future ? 'end' : hours === hourRange.past ? 'start' : undefined}
          >
            {`${number(hours, 0)}${hours === hourRange.future ? ' h' : ''}`}
          </text>
        ))}
      </g>
      <path d={`M${place(0)} 16V24`} stroke="currentColor" strokeWidth={1.25} className="text-ink" />
      <text
        x={place(0)}
        y={13}
        fontSize={fontSize}
        fontWeight={600}
        fill="currentColor"
        textAnchor="middle"
        className="text-ink"
      >
        now
      </text>
    </svg>
  );
}

/**
 * The axis of a point's own page: absolute meter hours with dates underneath, where a meter tells them; else hours from
 * now with dates.
 */
export function AbsoluteHourAxis({
  nowHours,
  hoursPerDay,
  today,
  width,
}: {
  nowHours: number | undefined;
  hoursPerDay: number;
  today: PlantDay;
  width: number;
}) {
  const x = hourScale(width - 24);
  return (
    <svg
      aria-hidden="true"
      width={width}
      height={34}
      viewBox={`0 0 ${width} 34`}
      className="block max-w-full text-muted"
    >
      {[-1000, -200, 0, 200, 1000, 4000].map((hours) => (
        <g
          key={hours}
          transform={`translate(${toTenth(12 + x(hours))} 0)`}
          className={hours === 0 ? 'text-ink' : undefined}
        >
          <line y1={0} y2={hours === 0 ? 10 : 6} stroke="currentColor" strokeWidth={hours === 0 ? 1.5 : 1} />
          <text
            y={19}
            x={hours === hourRange.future ? 12 : hours === hourRange.past ? -12 : 0}
            fontSize={10}
            fontWeight={hours === 0 ? 600 : 400}
            fill="currentColor"
            textAnchor={hours === hourRange.future ? 'end' : hours === hourRange.past ? 'start' : 'middle'}
          >
            {nowHours === undefined
              ? hours === 0
                ? 'now'
                : `${number(hours, 0)} h`
              : nowHours + hours < 0
                ? ''
                : `${number(nowHours + hours, 0)} h`}
          </text>
          <text
            y={31}
            x={hours === hourRange.future ? 12 : hours === hourRange.past ? -12 : 0}
            fontSize={10}
            fill="currentColor"
            textAnchor={hours === hourRange.future ? 'end' : hours === hourRange.past ? 'start' : 'middle'}
          >
            {hours === 0
              ? 'now'
              : day(
                  addDays(today, Math.max(-20_000, Math.min(20_000, Math.round(hours / Math.max(hoursPerDay, 0.05))))),
                ).replace(/ \d\d(\d\d)$/, ' ’$1')}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Legend for the first look; one sentence per mark. */
export const hourLineLegend =
  'Machine hours from now, square-root scale. Upright tick: last service (double: running in). Bracket: window. Wedge: due; left of now it is overdue. Whisker: spread. Dashed: rough guess. Dots and ?: last service unknown. d, cyc: due by days or cycles.';

const ruledWidth = 480;

/** One task by itself: its line with *now* ruled through it, above an axis in the hours of its meter and in dates. */
export function RuledHourLine({ facts, words, today }: { facts: HourLineFacts; words: string; today: PlantDay }) {
  return (
    <div className="relative w-fit max-w-full">
      <span
        aria-hidden="true"
        className="absolute top-0 h-8 border-l-[1.5px] border-ink"
        style={{ left: nowPosition(ruledWidth) }}
      />
      <HourLine facts={facts} words={words} width={ruledWidth} />
      <AbsoluteHourAxis nowHours={facts.nowHours} hoursPerDay={facts.hoursPerDay} today={today} width={ruledWidth} />
    </div>
  );
}
