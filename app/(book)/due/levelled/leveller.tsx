'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { DayBars } from '@/components/scales/day-bars';
import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { FormProblem, NoticeLine } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted, day, dayAndClock, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { weekOf } from '@/core/interval/due-filter';
import type { WeekPlan } from '@/core/weeks/level';
import type { Levelling } from '@/desk/ahead/levelling';
import { forgetPlan, keepPlan } from '../actions';
import { OtherRoutes } from './other-routes';
import { useLevelled } from './use-levelled';

const mostMinutes = 1e5;

/** Spreads the coming weeks, shows them before and after, and keeps them. */
export function Leveller({ levelling, timeZone }: { levelling: Levelling; timeZone: string }) {
  const { job: levelled, start, discard } = useLevelled();
  const [typed, setTyped] = useState(String(Math.round(levelling.minutesADay)));
  const [locks, setLocks] = useState<Record<string, string>>(() =>
    Object.fromEntries(levelling.tasks.flatMap(({ id, locked }) => (typeof locked === 'string' ? [[id, locked]] : []))),
  );
  const minutes = Number(typed);
  const isNumber = Number.isFinite(minutes) && minutes >= 10 && minutes <= mostMinutes;
  const begin = () =>
    start({
      tasks: levelling.tasks.map(({ locked: _, ...task }) => ({
        ...task,
        ...(locks[task.id] && { locked: locks[task.id] }),
      })),
      days: levelling.days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? minutes : 0 })),
      stopMinutes: levelling.numbers.stopMin,
      walkMinutes: levelling.numbers.settingOutMin,
    });
  return (
    <div className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-6">
      <Kept levelling={levelling} timeZone={timeZone} />
      <div className="flex flex-wrap items-end gap-4">
        <label>
          <span className="caption block">Minutes planned a day</span>
          <input
            className="field w-28 text-right"
            inputMode="numeric"
            value={typed}
            aria-invalid={!isNumber || undefined}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <p className="caption max-w-md pb-2">
          {isNumber
            ? `All shifts together: ${number(levelling.minutesADay, 0)} min, ${number(levelling.numbers.plannedPct, 0)} % of what is worked. People and shifts are set under Plant, Shifts.`
            : `A number from 10 to ${number(mostMinutes, 0)}.`}
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
            {levelled.state === 'done' ? 'Level them again' : 'Level the weeks'}
          </button>
        )}
      </div>
      {levelled.state === 'fault' && <NoticeLine notice={{ level: 'caution', text: levelled.reason }} />}
      {levelled.state === 'done' && (
        <>
          <Weeks
            plan={levelled.result}
            levelling={levelling}
            planned={minutes}
            locks={locks}
            onLock={(taskId, on) => {
              const others = Object.entries(locks).filter(([id]) => id !== taskId);
              setLocks(Object.fromEntries(on === '' ? others : [...others, [taskId, on]]));
            }}
          />
          <Keep plan={levelled.result} levelling={levelling} locks={locks} />
        </>
      )}
    </div>
  );
}

/** What is kept already, and the way back to due days. */
function Kept({ levelling: { kept, tasks }, timeZone }: { levelling: Levelling; timeZone: string }) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  if (!kept) return null;
  const forget = async () => {
    const answer = await send(() => forgetPlan(tasks.map(({ id }) => id)));
    if (answer.ok) router.refresh();
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <p>
        Kept on {dayAndClock(kept.at, timeZone)} by {kept.by}: {counted(kept.services, 'service')} still to come have
        their day. Outlook, trials and the calendar go by it.
      </p>
      <WhoMay action="plan">
        <button type="button" className="button" disabled={busy} onClick={() => void forget()}>
          Forget it
        </button>
      </WhoMay>
      <FormProblem reason={reason} />
    </div>
  );
}

/** Keeps what was worked out: those it was worked out for, and the days that are fixed. */
function Keep({
  plan,
  levelling,
  locks,
}: {
  plan: WeekPlan;
  levelling: Levelling;
  locks: Readonly<Record<string, string>>;
}) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  const isOpenLock = Object.entries(locks).some(
    ([taskId, on]) => !plan.assignment.some((each) => each.taskId === taskId && each.nth === 0 && each.on === on),
  );
  const keep = async () => {
    const answer = await send(() =>
      keepPlan({
        taskIds: levelling.tasks.map(({ id }) => id),
        services: plan.assignment.map(({ taskId, on, nth }) => ({
          taskId,
          on,
          isLocked: nth === 0 && locks[taskId] === on,
        })),
      }),
    );
    if (answer.ok) router.refresh();
  };
  return (
    <div>
      <FormProblem reason={reason} />
      {isOpenLock && <p className="mb-2">A day was fixed since: level them again before they are kept.</p>}
      <WhoMay action="plan">
        <button type="button" className="button button-first" disabled={busy || isOpenLock} onClick={() => void keep()}>
          Keep this plan
        </button>
      </WhoMay>
    </div>
  );
}

type Locking = { locks: Readonly<Record<string, string>>; onLock: (taskId: string, on: string) => void };

function Weeks({
  plan,
  levelling,
  planned,
  ...locking
}: { plan: WeekPlan; levelling: Levelling; planned: number } & Locking) {
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
        <ScrolledAcross label="Days before and after">
          <DayBars bars={bars} title="Minutes of each day, before and after" weekOf={weekOf} />
        </ScrolledAcross>
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
      <OtherRoutes plan={plan} levelling={levelling} />
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
            <DayPlan key={date} date={date} minutes={after} plan={plan} levelling={levelling} {...locking} />
          ))}
      </section>
    </>
  );
}

function DayPlan({
  date,
  minutes,
  plan,
  levelling,
  locks,
  onLock,
}: { date: string; minutes: number; plan: WeekPlan; levelling: Levelling } & Locking) {
  const services = plan.assignment.filter(({ on }) => on === date);
  const taskOf = new Map(levelling.tasks.map((task) => [task.id, task]));
  return (
    <section className="mt-4">
      <h3>
        {day(date)}{' '}
        <span className="caption font-normal">
          {counted(services.length, 'task')}, {number(minutes, 0)} min
        </span>
      </h3>
      <ul>
        {services.map(({ taskId, nth }) => {
          const { label, title, route } = levelling.names[taskId]!;
          return (
            <li key={`${taskId}/${nth}`} className="rule-b flex flex-wrap items-center gap-x-3 py-1">
              <span className="w-28 font-medium">{label}</span>
              <span className="min-w-40 grow">
                {title}
                {route !== '' && <span className="caption"> {route}</span>}
              </span>
              {nth === 0 && (
                <select
                  className="field w-44"
                  aria-label={`Day of ${title} at ${label}`}
                  value={locks[taskId] ?? ''}
                  onChange={({ target }) => onLock(taskId, target.value)}
                >
                  <option value="">any day that suits</option>
                  {daysFor(taskOf.get(taskId)!, levelling, date).map((each) => (
                    <option key={each} value={each}>
                      fixed: {day(each)}
                    </option>
                  ))}
                </select>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The open days of a task's window, and the one that it has. */
const daysFor = ({ dueFrom, dueTo }: Levelling['tasks'][number], { days }: Levelling, on: string): string[] =>
  days
    .filter(({ date, isOpen }) => date === on || (isOpen && date >= dueFrom && date <= dueTo))
    .map(({ date }) => date);
