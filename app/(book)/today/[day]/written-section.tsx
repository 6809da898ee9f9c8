import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { clock, counted } from '@/components/words';
import { WrittenList } from '@/components/written-list';
import type { readNames } from '@/desk/read/names';
import { writtenItem } from '@/app/written-item';
import type { DiaryPage as Page } from '@/desk/read/diary';
import type { PlantDay } from '@/core/time/plant-day';

type Props = Pick<Page, 'rounds' | 'written' | 'writtenMore' | 'today' | 'timeZone'> & {
  day: PlantDay;
  names: Awaited<ReturnType<typeof readNames>>;
};

/** What was walked and written on a day. */
export function WrittenSection({ rounds, written, writtenMore, today, timeZone, day, names }: Props) {
  return (
    <Section id="written" title="Written" className="border-rule pt-5 xl:border-l xl:pl-8">
      {rounds.map(({ id, routeCode, routeName, personInitials, startedAt, signedAt, brokenOff, stops, answered }) => (
        <p key={id} className="rule-t mt-2 pt-2">
          <Link href={`/round?id=${id}`} className="font-semibold">
            {routeCode}
          </Link>{' '}
          {routeName}, {personInitials} from {clock(startedAt, timeZone)}: {answered} of {counted(stops, 'stop')},{' '}
          {brokenOff ? `broken off: ${brokenOff}` : signedAt ? `signed ${clock(signedAt, timeZone)}` : 'not signed'}
        </p>
      ))}
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
  );
}
