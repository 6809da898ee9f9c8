import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { FindingLines } from '@/app/finding-lines';
import { OpenThingsSection } from '@/app/open-thing-lines';
import { openDesk, reading } from '@/app/server';
import { WrittenTwiceSection } from '@/app/written-twice';
import { writtenItem } from '@/app/written-item';
import { PrintButton } from '@/components/print-button';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { WrittenList } from '@/components/written-list';
import { clock, counted, day as dayWords, dayAndClock, weekday } from '@/components/words';
import { isPlantDay } from '@/core/time/plant-day';
import { type HandOver, readHandOver } from '@/desk/read/hand-over';
import { readNames } from '@/desk/read/names';
import { ReadForm, UnsentHere } from './read-form';

type Props = { params: Promise<{ day: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { day } = await params;
  return { title: isPlantDay(day) ? `Hand-over of ${dayWords(day)}` : 'Hand-over' };
};

/** What one day leaves to the next: rounds, what was skipped and why, what stands open, locks, findings; who has read it. */
export default async function HandOverPage({ params }: Props) {
  const desk = await openDesk();
  const { day } = await params;
  if (!isPlantDay(day) || day < '1990' || day > '2190') notFound();
  const { page, names } = await reading(async (db) => {
    const page = await readHandOver(desk, day);
    return { page, names: await readNames(db, page.skipped) };
  });
  const { skipped, skippedMore, openThings, findings, readBy, timeZone, today } = page;
  return (
    <div className="max-w-4xl">
      <PageHead
        trail={<Link href={`/today/${day}`}>{dayWords(day)}</Link>}
        title="Hand-over"
        actions={<PrintButton label="Print" />}
      >
        <p className="caption">
          {weekday(day)}, {day < today ? 'as things stood at the end of the day' : 'as things stand now'}
        </p>
      </PageHead>
      <Rounds rounds={page.rounds} timeZone={timeZone} />
      <Section id="skipped" title="Skipped, and why" className="mt-8">
        {skipped.length === 0 ? (
          <p className="mt-2">Nothing.</p>
        ) : (
          <WrittenList items={skipped.map((line) => writtenItem(line, names, timeZone))} />
        )}
        {skippedMore && (
          <p className="mt-2">
            <Link href={`/log?kind=skip&from=${day}&to=${day}`}>All that was skipped is in the log</Link>
          </p>
        )}
      </Section>
      <WrittenTwiceSection twice={page.twice} timeZone={timeZone} personId={desk.actor.id} />
      <OpenThingsSection openThings={openThings} timeZone={timeZone} />
      <Section id="findings" title="Open findings" className="mt-8">
        {findings.count === 0 ? <p className="mt-2">None.</p> : <FindingLines findings={findings.shown} />}
        {findings.count > findings.shown.length && (
          <p className="mt-2">
            The most urgent of {counted(findings.count, 'finding')}. <Link href="/condition">All</Link>
          </p>
        )}
      </Section>
      <Section id="read-by" title="Read" className="mt-8" spaced>
        <UnsentHere />
        {readBy.length > 0 && (
          <ul className="mt-2">
            {readBy.map(({ initials, name, at }) => (
              <li key={`${initials}${at}`}>
                <strong>{initials}</strong> {name}, {dayAndClock(at, timeZone)}
              </li>
            ))}
          </ul>
        )}
        {readBy.some(({ initials }) => initials === desk.actor.initials) ? null : (
          <ReadForm personId={desk.actor.id} name={desk.actor.name} of={day} />
        )}
      </Section>
    </div>
  );
}

const Rounds = ({ rounds, timeZone }: Pick<HandOver, 'rounds' | 'timeZone'>) => (
  <Section id="rounds" title="Rounds" className="mt-6">
    {rounds.length === 0 ? (
      <p className="mt-2">None was begun.</p>
    ) : (
      <ul className="mt-2">
        {rounds.map(({ id, routeCode, routeName, personInitials, startedAt, signedAt, brokenOff, stops, answered }) => (
          <li key={id} className="rule-b py-1">
            <strong>{routeCode}</strong> {routeName}, {personInitials} from {clock(startedAt, timeZone)}: {answered} of{' '}
            {counted(stops, 'stop')},{' '}
            {brokenOff ? `broken off: ${brokenOff}` : signedAt ? `signed ${clock(signedAt, timeZone)}` : 'not signed'}
          </li>
        ))}
      </ul>
    )}
  </Section>
);
