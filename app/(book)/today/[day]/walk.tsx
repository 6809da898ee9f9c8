import Link from 'next/link';
import { dueItem } from '@/app/due-item';
import { DueList } from '@/components/due-list';
import { FoldOnPhone } from '@/components/ui/fold-on-phone';
import { counted } from '@/components/words';
import type { PlantDay } from '@/core/time/plant-day';
import type { DayWalk } from '@/desk/read/day-work';

/** What is wanted of one route on a day: the most urgent tasks, and the way to walk it or to see all. */
export function Walk({
  walk: { routeId, code, name, count, overdue, tasks },
  day,
  today,
  first,
}: {
  walk: DayWalk;
  day: PlantDay;
  today: PlantDay;
  /** The first of the page, which says how hour lines are read. */
  first: boolean;
}) {
  const hidden = count - tasks.length;
  return (
    <section aria-label={name} className="mt-4">
      <div className="flex flex-wrap items-baseline gap-3">
        <h3>
          {code && <span className="mr-2">{code}</span>}
          <span className="font-normal">{name}</span>
        </h3>
        <span className="caption">
          {counted(count, 'task')}
          {overdue > 0 ? `, ${overdue} overdue` : ''}
        </span>
        {routeId && day === today && (
          <Link href={`/routes/${routeId}`} className="walk-it no-print">
            Walk it
          </Link>
        )}
      </div>
      {tasks.length > 0 && (
        <FoldOnPhone words="The most urgent">
          <DueList
            explained={first}
            caption={`${name}: tasks`}
            items={tasks.map((task) => dueItem(task, day < today ? day : today))}
          />
        </FoldOnPhone>
      )}
      {hidden > 0 && day >= today && (
        <p className="mt-1 text-sm">
          <Link href={code ? `/due?route=${encodeURIComponent(code)}` : '/due?group=route'}>
            {tasks.length > 0 ? `${counted(hidden, 'more', 'more')} of this walk` : 'See them'}
          </Link>
        </p>
      )}
      {hidden > 0 && day < today && <p className="caption mt-1">{counted(hidden, 'more', 'more')} of this walk.</p>}
    </section>
  );
}
