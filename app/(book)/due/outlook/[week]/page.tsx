import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { counted, day, number, quantityOf, weekday } from '@/components/words';
import { dueFilter, mondayOf } from '@/core/interval/due-filter';
import { addDays } from '@/core/time/plant-day';
import { readOutlookWeek } from '@/desk/ahead/outlook';
import { openDesk, readingMuch } from '@/app/server';

export const metadata: Metadata = { title: 'Week ahead' };

/** What one coming week asks for, day by day. */
export default async function OutlookWeekPage({ params }: { params: Promise<{ week: string }> }) {
  const desk = await openDesk();
  const { week } = dueFilter.pick({ week: true }).parse(await params);
  if (!week) notFound();
  const { count, minutes, services } = await readingMuch(() => readOutlookWeek(desk, week));
  const monday = mondayOf(week);
  return (
    <div className="max-w-4xl">
      <PageHead
        trail={
          <>
            <Link href="/due">Due</Link> › <Link href="/due/outlook">Outlook</Link>
          </>
        }
        title={
          <>
            Week {Number(week.slice(6))} <span className="font-normal">from {day(monday)}</span>
          </>
        }
      >
        <p>
          {counted(count, 'service')}, {number(minutes / 60)} h of work by the likely forecast.
          {count > services.length && ` The first ${services.length} are listed.`}
        </p>
      </PageHead>
      {services.length === 0 && <p className="mt-4">Nothing falls into this week.</p>}
      {Array.from({ length: 7 }, (_, index) => addDays(monday, index)).map((on) => {
        const mine = services.filter((service) => service.on === on);
        return (
          mine.length > 0 && (
            <section key={on} aria-label={day(on)} className="mt-5">
              <h2 className="text-lg">
                {weekday(on)}, {day(on)} <span className="caption font-normal">{counted(mine.length, 'service')}</span>
              </h2>
              <ul>
                {mine.map(({ task }) => (
                  <li key={task.taskId} className="rule-t flex flex-wrap gap-x-3 py-1.5">
                    <Link href={`/due/${task.taskId}`} prefetch={false} className="font-semibold whitespace-nowrap">
                      {task.label}
                    </Link>
                    <span>{task.title}</span>
                    <span className="text-muted">{task.pointName}</span>
                    <span className="ml-auto whitespace-nowrap">
                      {number(task.minutes, 0)} min
                      {task.amount && (
                        <>
                          , <Beside>{quantityOf(task.amount.each, task.amount.unit)}</Beside>{' '}
                          <span className="house-code">{task.amount.lubricant}</span>
                        </>
                      )}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )
        );
      })}
    </div>
  );
}
