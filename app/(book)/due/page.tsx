import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { hourLineLegend } from '@/components/scales/hour-line';
import { FilterChoice, FilterText } from '@/components/ui/filter-fields';
import {
  type DueFilter,
  dueFilter,
  dueQuery,
  groupWords,
  mondayOf,
  standingWords,
  weekOf,
} from '@/core/interval/due-filter';
import { addDays } from '@/core/time/plant-day';
import { machineStates } from '@/core/words/machine-states';
import { day, number, week } from '@/components/words';
import { readDueChoices, readDueList } from '@/desk/read/due-list';
import { dueItem } from '@/app/due-item';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { DueWindow } from './due-window';
import { AutoForm } from './auto-form';
import { whoMay } from '@/core/words/task-words';

export const metadata: Metadata = { title: 'Due' };

/** Rows read for the first paint; further ones are fetched while scrolling. */
const firstRows = 40;

/** Weeks that can be chosen: this one and those of a year. */
const weeksAhead = 53;
const weekWords = (isoWeek: string): string => `${week(mondayOf(isoWeek))}, from ${day(mondayOf(isoWeek))}`;

/** The plant's due work as hour lines. The address holds filter and grouping. */
export default async function DueListPage({ searchParams }: Search) {
  const filter = dueFilter.parse(await searchOf(searchParams));
  const desk = await openDesk();
  const { page, choices } = await reading(async () => ({
    page: await readDueList(desk, filter, { offset: 0, limit: firstRows }),
    choices: await readDueChoices(desk),
  }));
  const weeks = [...Array(weeksAhead).keys()].map((ahead) => weekOf(addDays(page.today, 7 * ahead)));
  if (filter.week && !weeks.includes(filter.week)) weeks.unshift(filter.week);
  const cut = Object.entries(filter).some(([key, value]) => value && key !== 'group');
  return (
    <>
      <PageHead
        title="Due"
        actions={
          <nav aria-label="Plan" className="no-print flex flex-wrap gap-x-6">
            <Link href="/due/levelled" className="inline-flex min-h-11 items-center md:min-h-8">
              Levelled weeks
            </Link>
            <Link href="/due/outlook" className="inline-flex min-h-11 items-center md:min-h-8">
              Outlook
            </Link>
            <Link href="/due/what-if" className="inline-flex min-h-11 items-center md:min-h-8">
              What if
            </Link>
            <Link href="/due/formats" className="inline-flex min-h-11 items-center md:min-h-8">
              Calendar and files
            </Link>
          </nav>
        }
      />
      <AutoForm opener={cut ? 'Change the filter' : 'Filter and group'}>
        <FilterChoice
          name="standing"
          label="Standing"
          value={filter.standing}
          options={Object.entries(standingWords)}
        />
        <FilterChoice name="area" label="Area" value={filter.area} options={choices.areas} />
        {choices.routes ? (
          <FilterChoice name="route" label="Route" value={filter.route} options={choices.routes} />
        ) : (
          <FilterText name="route" label="Route code" value={filter.route} />
        )}
        <FilterChoice name="lubricant" label="Lubricant" value={filter.lubricant} options={choices.lubricants} />
        <FilterChoice name="state" label="Machine state" value={filter.state} options={Object.entries(machineStates)} />
        <FilterChoice name="stage" label="Stage" value={filter.stage} options={choices.stages} />
        <FilterChoice
          name="who"
          label="Done by"
          value={filter.who}
          options={Object.entries(whoMay)}
          any="all but operators"
        />
        <FilterText name="machine" label="Machine code" value={filter.machine} />
        <FilterChoice
          name="week"
          label="Week"
          value={filter.week}
          options={weeks.map((each): [string, string] => [each, weekWords(each)])}
        />
        <FilterChoice
          name="group"
          label="Grouped by"
          value={filter.group}
          options={Object.entries(groupWords)}
          any="nothing"
        />
      </AutoForm>
      <p className="mt-4" role="status">
        {page.more && 'More than '}
        <strong>{number(page.total, 0)}</strong> {page.total === 1 ? 'task' : 'tasks'}
        {page.more && '; to come to the others, filter or group'}
        {cut && (
          <>
            {' '}
            match. {/* A plain link: the fields begin anew with the page. */}
            <a href={filter.group ? `/due?group=${filter.group}` : '/due'}>Show all</a>
          </>
        )}
      </p>
      {page.total === 0 ? (
        <NothingDue filter={filter} />
      ) : (
        <>
          <DueWindow
            key={dueQuery(filter)}
            query={dueQuery(filter)}
            total={page.total}
            groups={page.groups}
            first={page.states.map((state) => ({ ...dueItem(state, page.today), groupKey: state.groupKey }))}
          />
          <p className="caption mt-4">{hourLineLegend}</p>
        </>
      )}
    </>
  );
}

function NothingDue({ filter }: { filter: DueFilter }) {
  if (Object.values(filter).some(Boolean)) return <p className="mt-3">No task matches this filter.</p>;
  return (
    <p className="mt-3">
      There are no tasks yet. A point with its lubricant and an interval makes one:{' '}
      <Link href="/plant">open a machine</Link> and add them.
    </p>
  );
}
