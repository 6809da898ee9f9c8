import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { WeekBars } from '@/components/scales/week-bars';
import { counted, number, quantityOf } from '@/components/words';
import type { OutlookWeek } from '@/core/interval/outlook';
import { readOutlook } from '@/desk/ahead/outlook';
import { type Search, searchOf } from '@/app/search';
import { openDesk, readingMuch } from '@/app/server';

export const metadata: Metadata = { title: 'Outlook' };
/** So many lubricants have their chart on a page, fewer where the charts are long. */
const shownCharts = { 13: 16, 52: 6 };
/** A thousandth is less than a pixel of any bar. */
const round = (value: number) => Math.round(value * 1000) / 1000;
const spans = { 13: 'Next 13 weeks', 52: 'Next year' } as const;

/** The coming weeks: hours of work, and what each lubricant needs, with the forecast's spread. */
export default async function OutlookPage({ searchParams }: Search) {
  const { weeks: asked, from } = await searchOf<'weeks' | 'from'>(searchParams);
  const span = asked === '52' ? 52 : 13;
  const desk = await openDesk();
  const { weeks, tasks, undated, kept } = await readingMuch(() => readOutlook(desk, span));
  const lubricants = [...new Set(weeks.flatMap((week) => Object.keys(week.lubricants)))].sort();
  const place = Math.max(0, lubricants.indexOf(from ?? ''));
  const shown = lubricants.slice(place, place + shownCharts[span]);
  const next = lubricants[place + shown.length];
  const hours = weeks.reduce((sum, { minutes }) => sum + minutes.mid, 0) / 60;
  return (
    <>
      <PageHead
        trail={<Link href="/due">Due</Link>}
        title="Outlook"
        actions={
          <nav aria-label="Span" className="no-print flex gap-6">
            {([13, 52] as const).map((each) => (
              <Link
                key={each}
                href={`/due/outlook?weeks=${each}`}
                aria-current={each === span ? 'page' : undefined}
                className={`inline-flex min-h-11 items-center md:min-h-8 ${each === span ? 'font-semibold' : ''}`}
              >
                {spans[each]}
              </Link>
            ))}
          </nav>
        }
      />
      <p className="mt-4 max-w-prose">
        Every task from its next due day on, each service on its day; what is overdue counts in this week. Whiskers: all
        machines at the slow, or all at the fast end of their forecast.{' '}
        {undated > 0 && `${counted(undated, 'task')} without a date are not in it. `}
        {kept > 0 && (
          <>
            {counted(kept, 'task')} go by the days of the <Link href="/due/levelled">levelled weeks</Link>.
          </>
        )}
      </p>
      <Section
        id="work"
        title={
          <>
            Work{' '}
            <span className="caption font-normal">
              hours a week; {number(hours, 0)} h in all for {counted(tasks, 'task')}
            </span>
          </>
        }
        className="mt-6"
      >
        <div className="overflow-x-auto" role="region" aria-label="Work by week">
          <WeekBars
            title="Hours of work by week"
            unit="h"
            height={220}
            what="Work"
            bars={weeks.map(({ week, minutes: { low, mid, high } }) => ({
              week,
              low: round(low / 60),
              mid: round(mid / 60),
              high: round(high / 60),
            }))}
          />
        </div>
      </Section>
      <Section
        id="lubricants"
        title={
          <>
            Lubricants <span className="caption font-normal">a week; to the mark by the log, films not counted</span>
          </>
        }
        className="mt-8"
      >
        {lubricants.length === 0 && <p className="mt-2">No counted amount falls into this span.</p>}
        <ul>
          {shown.map((code) => (
            <LubricantWeeks key={code} code={code} weeks={weeks} />
          ))}
        </ul>
        {(place > 0 || next !== undefined) && (
          <p className="mt-3 flex gap-6">
            {place > 0 && <Link href={`/due/outlook?weeks=${span}#lubricants`}>The first lubricants</Link>}
            {next !== undefined && (
              <Link href={`/due/outlook?weeks=${span}&from=${encodeURIComponent(next)}#lubricants`}>
                From {next} on
              </Link>
            )}
          </p>
        )}
      </Section>
    </>
  );
}

/** What one lubricant needs by week, and in all. */
function LubricantWeeks({ code, weeks }: { code: string; weeks: readonly OutlookWeek[] }) {
  const unit = weeks.find((week) => week.lubricants[code])!.lubricants[code]!.unit;
  const most = Math.max(
    ...weeks.map((week) => Math.max(week.lubricants[code]?.mid ?? 0, week.lubricants[code]?.high ?? 0)),
  );
  const [scale, sign] = unit === 'g' ? (most >= 1000 ? [1000, 'kg'] : [1, 'g']) : most < 0.1 ? [0.001, 'mL'] : [1, 'L'];
  return (
    <li className="rule-t grid items-center gap-x-6 py-2 md:grid-cols-[9rem_minmax(0,1fr)]">
      <p>
        <Link href={`/lubricants/${code}`} className="no-underline">
          <span className="house-code">{code}</span>
        </Link>{' '}
        <span className="block text-sm">
          <Beside>
            {quantityOf(
              weeks.reduce((sum, week) => sum + (week.lubricants[code]?.mid ?? 0), 0),
              unit,
            )}
          </Beside>{' '}
          in all
        </span>
      </p>
      <div className="overflow-x-auto" role="region" aria-label={`${code} by week`}>
        <WeekBars
          title={`${code} by week`}
          unit={sign}
          room={870}
          height={84}
          labels={false}
          lubricant
          what={code}
          bars={weeks.map(({ week, lubricants: used }) => {
            const { low = 0, mid = 0, high = 0 } = used[code] ?? {};
            return { week, low: round(low / scale), mid: round(mid / scale), high: round(high / scale) };
          })}
        />
      </div>
    </li>
  );
}
