import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { Section } from '@/components/ui/section';
import { PageTurner } from '@/components/page-turner';
import { clock, counted, day as dayWords, number, week, weekday } from '@/components/words';
import { WrittenList } from '@/components/written-list';
import { addDays, isPlantDay } from '@/core/time/plant-day';
import { readDiary } from '@/desk/read/diary';
import { readNames } from '@/desk/read/names';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { findingWords, urgencies } from '@/core/entry/kinds/finding';
import { Walk } from './walk';

type Props = { params: Promise<{ day: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { day } = await params;
  return { title: isPlantDay(day) ? dayWords(day) : 'Today' };
}

/** The diary page of one date: left what is to do, right what was written, open findings at the foot. */
export default async function DiaryPage({ params }: Props) {
  const { day } = await params;
  if (!isPlantDay(day) || day < '1990' || day > '2190') notFound();
  const desk = await openDesk();
  const { page, names } = await reading(async (db) => {
    const page = await readDiary(desk, day);
    return { page, names: await readNames(db, page.written) };
  });
  const { walks, more, metersToRead, rounds, written, writtenMore, findings, unknownCount, today, timeZone } = page;
  const wanted = walks.reduce((sum, { count }) => sum + count, more.tasks);
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <p className="caption">
            {weekday(day)}, week {week(day)}
            {day === today ? ' · today' : ''}
          </p>
          <h1 className="text-4xl">{dayWords(day)}</h1>
        </div>
        <PageTurner
          before={`/today/${addDays(day, -1)}`}
          after={`/today/${addDays(day, 1)}`}
          today={day === today ? null : '/today'}
        />
      </header>
      <div className="gap-10 xl:grid xl:grid-cols-[minmax(0,1.65fr)_minmax(0,1fr)]">
        <Section
          id="to-do"
          title={
            <>
              {day > today ? 'Will be due' : day < today ? 'To do at the end of the day' : 'To do'}{' '}
              <span className="caption font-normal">{counted(wanted, 'task')}</span>
            </>
          }
          className="pt-5"
        >
          {wanted === 0 && (
            <p className="mt-3">
              {day < today ? 'Nothing was due at the end of this day.' : 'Nothing is due.'}{' '}
              {unknownCount > 0 && day <= today ? 'But see the tasks whose last service is unknown.' : ''}
            </p>
          )}
          {walks.map((walk, place) => (
            <Walk key={walk.code} walk={walk} day={day} today={today} first={place === 0} />
          ))}
          {more.walks > 0 && (
            <p className="rule-t mt-6 pt-3">
              {counted(more.walks, 'walk')} more with {counted(more.tasks, 'task')}.{' '}
              <Link href="/routes">See all routes</Link>
            </p>
          )}
          {unknownCount > 0 && day === today && (
            <p className="rule-t mt-6 pt-3">
              {counted(unknownCount, 'task')} of unknown last service.{' '}
              <Link href="/plant/unknown">Say what is known of them</Link>
            </p>
          )}
          {metersToRead.count > 0 && (
            <Section
              id="meters"
              title={
                <>
                  Meters to read <span className="caption font-normal">{metersToRead.count}</span>
                </>
              }
              className="mt-8"
            >
              <ul className="mt-2">
                {metersToRead.shown.map(({ id, machineCode, machineName, name, daysSince, lastShown }) => (
                  <li key={id} className="rule-t flex flex-wrap gap-x-3 py-2">
                    <Link href={`/plant/machines/${machineCode}#meters`} className="font-semibold">
                      {machineCode}
                    </Link>
                    <span className="text-muted">
                      {machineName}, {name.toLowerCase()}
                    </span>
                    <span className="ml-auto">
                      {daysSince === null
                        ? 'never read'
                        : `read ${counted(daysSince, 'day')} ago at ${number(lastShown!)}`}
                    </span>
                  </li>
                ))}
              </ul>
              {metersToRead.count > metersToRead.shown.length && (
                <p className="rule-t caption pt-2">
                  Those that wait longest; {metersToRead.count - metersToRead.shown.length} more are on the pages of
                  their machines.
                </p>
              )}
            </Section>
          )}
        </Section>
        <Section id="written" title="Written" className="border-rule pt-5 xl:border-l xl:pl-8">
          {rounds.map(
            ({ id, routeCode, routeName, personInitials, startedAt, signedAt, brokenOff, stops, answered }) => (
              <p key={id} className="rule-t mt-2 pt-2">
                <Link href={`/round?id=${id}`} className="font-semibold">
                  {routeCode}
                </Link>{' '}
                {routeName}, {personInitials} from {clock(startedAt, timeZone)}: {answered} of {counted(stops, 'stop')},{' '}
                {brokenOff
                  ? `broken off: ${brokenOff}`
                  : signedAt
                    ? `signed ${clock(signedAt, timeZone)}`
                    : 'not signed'}
              </p>
            ),
          )}
          <div className="mt-3">
            {written.length === 0 ? (
              <p>Nothing {day > today ? 'yet: this day has not come' : 'was written on this page'}.</p>
            ) : (
              <WrittenList items={written.map((line) => writtenItem(line, names, timeZone))} />
            )}
            {writtenMore && (
              <p className="mt-2">
                <Link href={`/log?from=${day}&to=${day}`}>More of this day is in the log</Link>
              </p>
            )}
          </div>
        </Section>
      </div>
      <Section
        id="open"
        title={
          <>
            Open findings{' '}
            {findings.count > 0 && <span className="caption font-normal">{number(findings.count, 0)}</span>}
          </>
        }
        className="mt-10 border-t-2 border-ink pt-4"
      >
        {findings.shown.length === 0 && <p className="mt-2">None.</p>}
        <ul>
          {findings.shown.map(({ entryId, what, urgency, text, foundOn, initials, machine, point }) => (
            <li key={entryId} className="rule-b flex flex-wrap items-baseline gap-x-4 py-2">
              <span className={`w-20 ${urgency === 'act-now' ? 'font-semibold text-stop' : 'font-medium'}`}>
                {urgencies[urgency]}
              </span>
              {machine && (
                <Link
                  href={point ? pointPath(machine.code, point.number) : `/plant/machines/${machine.code}`}
                  className="font-semibold"
                >
                  {point?.label ?? machine.code}
                </Link>
              )}
              <span className="min-w-0 grow break-words">
                {findingWords[what]}
                {text ? `: ${text}` : ''}
              </span>
              <span className="caption">
                {initials}, {dayWords(foundOn)}
              </span>
            </li>
          ))}
        </ul>
        {findings.count > findings.shown.length && (
          <p className="mt-2">
            The most urgent, newest first. <Link href="/log?kind=finding">All are in the log</Link>
          </p>
        )}
      </Section>
    </>
  );
}
