import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { OverrideForm } from '@/components/entry/override-form';
import { AbsoluteHourAxis, HourLine, nowPosition } from '@/components/scales/hour-line';
import { Working, WorkingSteps } from '@/components/ui/working';
import { NoticeLine } from '@/components/ui/notice';
import type { Stage } from '@/core/interval/limits';
import { wholeYears } from '@/core/interval/stage-words';
import { amount, counted, day, measured, number } from '@/components/words';
import { dueWords } from '@/core/interval/due-words';
import { machineStates } from '@/core/words/machine-states';
import { triggerWords } from '@/core/interval/triggers';
import { type PlantDay, type PlantCalendar, plantDayOf } from '@/core/time/plant-day';
import { pointPath } from '@/app/due-item';
import { OilLifeFields } from './oil-life-fields';
import type { Override, TaskState } from '@/desk/standing/states';
import { amountKinds, whoMay } from '@/core/words/task-words';

type Props = {
  state: TaskState;
  /** Titles of the tasks of the point, by identifier. */
  titles: ReadonlyMap<string, string>;
  calendar: PlantCalendar;
  today: PlantDay;
  personId: string;
  machineId: string;
  guns: { id: string; code: string; lubricantId: string; gramsPerStroke: number }[];
};

const axisWidth = 480;
/** One task: how much, how often, when next, each with its working and the way to overrule it. */
export function TaskSection({ state, titles, calendar, today, personId, machineId, guns }: Props) {
  const { due, interval, title, machineState, procedureText, lubricant } = state;
  const steady = interval.stages.find(({ count }) => count === undefined);
  const titled = (taskIds: readonly string[]) => taskIds.flatMap((id) => titles.get(id) ?? []);
  const also = [
    ...titled(state.includes).map((other) => `does as well: ${other}`),
    ...titled(state.answeredBy).map((other) => `also answered by: ${other}`),
    ...state.triggers.map(triggerWords),
    ...state.severity.map(({ name, value }) => `${name} × ${number(value, 2)}`),
    ...(state.cyclic ? ['the stages go round'] : []),
    ...(state.rhythm === 'fixed' ? ['counted from the plan'] : []),
    ...(state.who === 'technician' ? [] : [`done by: ${whoMay[state.who]}`]),
  ];
  const gun = guns.find(({ lubricantId }) => lubricantId === lubricant?.id);
  const strokes =
    state.amount.kind === 'grams' && gun && state.amount.value !== null
      ? Math.max(1, Math.round(state.amount.value / gun.gramsPerStroke))
      : null;
  const common = { personId, machineId, pointId: state.point.id, taskId: state.taskId };
  const intervalUnit = steady?.hours !== undefined ? 'h' : 'd';
  return (
    <section aria-label={title} className="rule-t mt-3 pt-4">
      <h3 className="text-lg">
        {title}{' '}
        <span className="caption font-normal">
          {machineStates[machineState]}
          {state.routes.length > 0
            ? `, on route ${state.routes.map(({ code }) => code).join(', ')}`
            : ', on no route yet'}
        </span>
      </h3>
      <div className="mt-3 grid gap-6 sm:grid-cols-2">
        <div>
          <p className="text-muted">How much</p>
          <p className="text-2xl">{amount(state.amount.kind, state.amount.value)}</p>
          {strokes !== null && (
            <p>
              {counted(strokes, 'stroke')} of {gun!.code}
            </p>
          )}
          {state.amount.override && <OverrideLine calendar={calendar} override={state.amount.override} />}
          {state.amount.computed && <Working computation={state.amount.computed} label="The working of the amount" />}
          {!state.amount.computed && <p className="caption">As stated by its source.</p>}
          {state.amount.planned !== null && (
            <Disclosure summary="Override the amount" className="" small>
              <div className="mt-2">
                <OverrideForm
                  {...common}
                  field="amount"
                  unit={amountKinds[state.amount.kind].split(' ')[0]!}
                  computed={state.amount.planned}
                  overridden={state.amount.override !== null}
                />
              </div>
            </Disclosure>
          )}
        </div>
        <div>
          <p className="text-muted">How often</p>
          <ul>
            {interval.stages.map((stage) => (
              <li key={stage.name} className={stage.count === undefined ? 'text-2xl' : ''}>
                {stageLine(stage)}
              </li>
            ))}
          </ul>
          {interval.setFor && (
            <p className="border-l-4 border-ink pl-3">
              Set for {interval.setFor.code}; {lubricant!.code} has no interval of its own here.{' '}
              <Link
                className="no-print"
                href={`${pointPath(state.machine.code, state.point.number)}/tasks/${state.taskId}`}
              >
                Give it one
              </Link>
            </p>
          )}
          {also.length > 0 && <p className="caption">{also.join('; ')}</p>}
          {interval.override && <OverrideLine calendar={calendar} override={interval.override} />}
          {interval.computed && <Working computation={interval.computed} label="The working of the interval" />}
          {state.action === 'oil-change' && (
            <Disclosure summary="Work the interval out from heat" className="" small>
              <div className="mt-2">
                <OilLifeFields
                  taskId={state.taskId}
                  temperatureC={state.point.temperatureC}
                  hours={steady?.hours ?? null}
                />
              </div>
            </Disclosure>
          )}
          {steady && (
            <Disclosure summary="Override the interval" className="" small>
              <div className="mt-2">
                <OverrideForm
                  {...common}
                  field="interval"
                  unit={intervalUnit}
                  computed={interval.override?.computed ?? (intervalUnit === 'h' ? steady.hours : steady.days) ?? null}
                  overridden={interval.override !== null}
                />
              </div>
            </Disclosure>
          )}
        </div>
      </div>
      <div className="mt-4">
        <p className="text-muted">When next</p>
        <p className="text-lg">
          <strong>{due.dueOn ? day(due.dueOn) : due.state === 'known' ? 'no date' : 'unknown'}</strong>{' '}
          <span>{dueWords(due, today)}</span>
          {due.runIn && <span>, running in</span>}
        </p>
        {due.window && (
          <p className="caption">
            Window {day(due.window.fromOn)} to {day(due.window.toOn)}.{' '}
            {due.lastServiceAt ? `Last done ${day(plantDayOf(Date.parse(due.lastServiceAt), calendar))}.` : ''}{' '}
            {due.consumedShare === undefined ? '' : `${number(due.consumedShare * 100, 0)} % used up.`}
          </p>
        )}
        {due.state !== 'known' && (
          <p className="caption">Say below when it was last done, or start counting today: write “Counting begins”.</p>
        )}
        <div className="relative mt-2 w-fit max-w-full">
          <span
            aria-hidden="true"
            className="absolute top-0 h-8 border-l-[1.5px] border-ink"
            style={{ left: nowPosition(axisWidth) }}
          />
          <HourLine facts={due.hourLine} words={`${title}: ${dueWords(due, today)}`} width={axisWidth} />
          <AbsoluteHourAxis
            nowHours={due.hourLine.nowHours}
            hoursPerDay={due.hourLine.hoursPerDay}
            today={today}
            width={axisWidth}
          />
        </div>
        {due.notices.map((notice, index) => (
          <NoticeLine key={index} notice={notice} />
        ))}
        {due.postponedFrom && (
          <p className="border-l-4 border-ink pl-3">Put off: it was due on {day(due.postponedFrom)}.</p>
        )}
        <p className="flex flex-wrap gap-x-6">
          <Link href={`/due/${state.taskId}`}>The limits compared; put it off</Link>{' '}
          <Link
            className="no-print"
            href={`${pointPath(state.machine.code, state.point.number)}/tasks/${state.taskId}`}
          >
            Change this task
          </Link>
        </p>
        {due.working.length > 0 && (
          <Disclosure summary="Why is this due?" className="" small>
            <div className="mt-1 border-l-2 border-ink pl-4">
              <WorkingSteps steps={due.working} />
            </div>
          </Disclosure>
        )}
      </div>
      {procedureText && (
        <Disclosure summary="How it is done" className="" small>
          <p className="mt-1 max-w-prose whitespace-pre-line">{procedureText}</p>
        </Disclosure>
      )}
    </section>
  );
}

function OverrideLine({
  override: { value, unit, computed, reason, by, at },
  calendar,
}: {
  override: Override;
  calendar: PlantCalendar;
}) {
  return (
    <p className="border-l-4 border-ink pl-3">
      <strong>Overruled</strong> to {measured(value)} {unit} by {by}, {day(plantDayOf(Date.parse(at), calendar))}:{' '}
      {reason}
      {computed !== null && (
        <span className="caption">
          {' '}
          Computed: {measured(computed)} {unit}.
        </span>
      )}
    </p>
  );
}

/** One stage as its line says it: `every 4 000 h or 2 years`, `run-in: once after 300 h`. */
function stageLine({ name, count, hours, days, cycles, standstillDays }: Stage): string {
  const span = (among: number) => (wholeYears(among) ? counted(wholeYears(among)!, 'year') : counted(among, 'day'));
  const limits = [
    hours !== undefined && `${number(hours, 0)} h`,
    cycles !== undefined && `${number(cycles, 0)} cycles`,
    days !== undefined && span(days),
    standstillDays !== undefined && `${counted(standstillDays, 'day')} standing still`,
  ]
    .filter(Boolean)
    .join(' or ');
  if (count === undefined) return `every ${limits.replace(/^1 year$/, 'year')}`;
  return `${name}: ${count === 1 ? 'once after' : `${count} times every`} ${limits}`;
}
