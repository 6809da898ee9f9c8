import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { RuledHourLine } from '@/components/scales/hour-line';
import { WorkingSteps } from '@/components/ui/working';
import { NoticeLine } from '@/components/ui/notice';
import { day, number } from '@/components/words';
import { dueWords } from '@/core/interval/due-words';
import { plantDayOf } from '@/core/time/plant-day';
import { pointPath } from '@/app/due-item';
import type { TaskSectionProps } from './task-props';

/** When a task is due next, on the line of machine hours and in words, and why. */
export function TaskNext({ state, calendar, today }: TaskSectionProps) {
  const { due, title } = state;
  return (
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
      <div className="mt-2">
        <RuledHourLine facts={due.hourLine} words={`${title}: ${dueWords(due, today)}`} today={today} />
      </div>
      {due.notices.map((notice, index) => (
        <NoticeLine key={index} notice={notice} />
      ))}
      {due.postponedFrom && (
        <p className="border-l-4 border-ink pl-3">Put off: it was due on {day(due.postponedFrom)}.</p>
      )}
      <p className="flex flex-wrap gap-x-6">
        <Link href={`/due/${state.taskId}`}>The limits compared; put it off</Link>{' '}
        <Link className="no-print" href={`${pointPath(state.machine.code, state.point.number)}/tasks/${state.taskId}`}>
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
  );
}
