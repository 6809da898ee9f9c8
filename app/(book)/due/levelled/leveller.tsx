'use client';

import { useState } from 'react';
import { DayBars } from '@/components/scales/day-bars';
import { NoticeLine } from '@/components/ui/notice';
import { counted, day, number } from '@/components/words';
import { weekOf } from '@/core/interval/due-filter';
import type { WeekPlan } from '@/core/weeks/level';
import type { Levelling } from '@/desk/ahead/levelling';
import { useLevelled } from './use-levelled';

/** A shift of eight hours, of which so much is planned; the rest is for what is found. (M C) */
const minutesEach = 0.7 * 480;
const mostPeople = 50;

/** Spreads the coming weeks, and shows them before and after. */
export function Leveller({ levelling }: { levelling: Levelling }) {
  const { job: levelled, start, discard } = useLevelled();
  const [people, setPeople] = useState(String(levelling.people));
  const count = Number(people);
  const isNumber = Number.isInteger(count) && count > 0 && count <= mostPeople;
  const begin = () =>
    start({
      tasks: levelling.tasks,
      days: levelling.days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? count * minutesEach : 0 })),
    });
  return (
    <div className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-6">
      <div className="flex flex-wrap items-end gap-4">
        <label>
          <span className="caption block">People on a shift</span>
          <input
            className="field w-28 text-right"
            inputMode="numeric"
            value={people}
            aria-invalid={!isNumber || undefined}
            onChange={(event) => setPeople(event.target.value)}
          />
        </label>
        <p className="caption pb-3">
          {isNumber
            ? `${number(count * minutesEach, 0)} min are planned a day: 70 % of a shift each.`
            : `A whole number from 1 to ${mostPeople}.`}
        </p>
        {levelled.state === 'working' ? (
          <>
            <button type="button" className="button" onClick={discard}>
              Stop
            </button>
            <progress aria-label="Working it out" value={levelled.progress ?? 0} max={1} className="mb-4 h-3 w-40" />
          </>
        ) : (
          <button type="button" className="button button-first" onClick={begin} disabled={!isNumber}>
            Level the weeks
          </button>
        )}
      </div>
      {levelled.state === 'fault' && <NoticeLine notice={{ level: 'caution', text: levelled.reason }} />}
      {levelled.state === 'done' && (
        <Weeks plan={levelled.result} levelling={levelling} planned={count * minutesEach} />
      )}
    </div>
  );
}

function Weeks({ plan, levelling, planned }: { plan: WeekPlan; levelling: Levelling; planned: number }) {
  const before = new Map(plan.dueOrder.minutesPerDay.map(({ date, minutes }) => [date, minutes]));
  const bars = plan.minutesPerDay.map(({ date, minutes }) => ({
    date,
    after: minutes,
    before: before.get(date) ?? 0,
    planned,
  }));
  const weeks = [...new Set(bars.map(({ date }) => weekOf(date)))];
  const [week, setWeek] = useState(weeks[0]!);
  return (
    <>
      <p role="status" className="max-w-prose">
        The fullest day falls from {number(plan.dueOrder.peakMinutes, 0)} to{' '}
        <strong>{number(plan.peakMinutes, 0)} min</strong>; no plan fills its fullest day to less than{' '}
        {number(100 * plan.lowerBoundFillingShare, 0)} %, this one to {number(100 * plan.peakFillingShare, 0)} %.{' '}
        {plan.answered.length > 0 && `${counted(plan.answered.length, 'service')} are done along with others.`}
      </p>
      <figure>
        {/* What is wider than a phone is scrolled by keyboard too. */}
        {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
        <div className="overflow-x-auto" role="region" aria-label="Days before and after" tabIndex={0}>
          <DayBars bars={bars} title="Minutes of each day, before and after" weekOf={weekOf} />
        </div>
        <figcaption className="caption">
          Dotted: all on their due days. Full: levelled. The tick is what may be planned. Closed days are left out.
        </figcaption>
      </figure>
      {(plan.irreducible ?? []).map(({ reason, taskIds }) => (
        <NoticeLine
          key={taskIds.join()}
          notice={{
            level: 'caution',
            text: `${reason} ${taskIds
              .slice(0, 8)
              .map((id) => levelling.names[id]!.label)
              .join(', ')}${taskIds.length > 8 ? ' …' : ''}`,
          }}
        />
      ))}
      <section aria-labelledby="levelled-week" className="max-w-4xl">
        <div className="flex flex-wrap items-end gap-4">
          <h2 id="levelled-week" className="text-xl">
            Day by day
          </h2>
          <label>
            <span className="caption">Week</span>
            <select className="field" value={week} onChange={(event) => setWeek(event.target.value)}>
              {weeks.map((each) => (
                <option key={each} value={each}>
                  {each}
                </option>
              ))}
            </select>
          </label>
        </div>
        {bars
          .filter(({ date }) => weekOf(date) === week)
          .map(({ date, after }) => (
            <DayPlan key={date} date={date} minutes={after} plan={plan} names={levelling.names} />
          ))}
      </section>
    </>
  );
}

function DayPlan({
  date,
  minutes,
  plan,
  names,
}: {
  date: string;
  minutes: number;
  plan: WeekPlan;
  names: Levelling['names'];
}) {
  const services = plan.assignment.filter(({ on }) => on === date);
  return (
    <section className="mt-4">
      <h3>
        {day(date)}{' '}
        <span className="caption font-normal">
          {counted(services.length, 'task')}, {number(minutes, 0)} min
        </span>
      </h3>
      <ul>
        {services.map(({ taskId, nth }) => (
          <li key={`${taskId}/${nth}`} className="rule-b py-1">
            <span className="inline-block w-28 font-medium">{names[taskId]!.label}</span> {names[taskId]!.title}
            {names[taskId]!.route !== '' && <span className="caption"> {names[taskId]!.route}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
