import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageTurner } from '@/components/page-turner';
import { day as dayWords, week, weekday } from '@/components/words';
import { addDays, isPlantDay } from '@/core/time/plant-day';
import { readDiary } from '@/desk/read/diary';
import { readNames } from '@/desk/read/names';
import { openDesk, reading } from '@/app/server';
import { OpenThingsSection } from '@/app/open-thing-lines';
import { WrittenTwiceSection } from '@/app/written-twice';
import { FindingsSection } from './findings-section';
import { FirstOnPhone } from './first-on-phone';
import { ToDoSection } from './to-do-section';
import { WrittenSection } from './written-section';

type Props = { params: Promise<{ day: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { day } = await params;
  return { title: isPlantDay(day) ? dayWords(day) : 'Today' };
}

/** The diary page of one date: left what is to do, right what was written, open things and findings at the foot. */
export default async function DiaryPage({ params }: Props) {
  const desk = await openDesk();
  const { day } = await params;
  if (!isPlantDay(day) || day < '1990' || day > '2190') notFound();
  const { page, names } = await reading(async (db) => {
    const page = await readDiary(desk, day);
    return { page, names: await readNames(db, page.written) };
  });
  const {
    walks,
    more,
    metersToRead,
    rounds,
    written,
    writtenMore,
    findings,
    openThings,
    unknownCount,
    today,
    timeZone,
  } = page;
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <p className="caption">
            {weekday(day)}, week {week(day)}
            {day === today ? ' · today' : ''}
          </p>
          <h1 className="text-4xl">{dayWords(day)}</h1>
          {day <= today && (
            <Link href={`/today/${day}/hand-over`} className="inline-flex min-h-11 items-center md:min-h-8">
              Hand-over
            </Link>
          )}
        </div>
        <PageTurner
          before={`/today/${addDays(day, -1)}`}
          after={`/today/${addDays(day, 1)}`}
          today={day === today ? null : '/today'}
        />
      </header>
      {day === today && <FirstOnPhone findings={findings} openThings={openThings} rounds={rounds} />}
      <div className="gap-10 xl:grid xl:grid-cols-[minmax(0,1.65fr)_minmax(0,1fr)]">
        <ToDoSection
          walks={walks}
          more={more}
          metersToRead={metersToRead}
          unknownCount={unknownCount}
          today={today}
          day={day}
        />
        <WrittenSection
          rounds={rounds}
          written={written}
          writtenMore={writtenMore}
          today={today}
          timeZone={timeZone}
          day={day}
          names={names}
        />
      </div>
      <WrittenTwiceSection twice={page.twice} timeZone={timeZone} personId={desk.actor.id} />
      <OpenThingsSection openThings={openThings} timeZone={timeZone} />
      <FindingsSection findings={findings} />
    </>
  );
}
