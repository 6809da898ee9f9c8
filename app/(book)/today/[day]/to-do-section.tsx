import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { counted } from '@/components/words';
import { Walk } from './walk';
import type { DiaryPage as Page } from '@/desk/read/diary';
import type { PlantDay } from '@/core/time/plant-day';
import { MetersToRead } from './meters-to-read';

type Props = Pick<Page, 'walks' | 'more' | 'metersToRead' | 'unknownCount' | 'today'> & { day: PlantDay };

/** What is wanted on a day, walk by walk, and what else waits. */
export function ToDoSection({ walks, more, metersToRead, unknownCount, today, day }: Props) {
  const wanted = walks.reduce((sum, { count }) => sum + count, 0);
  return (
    <Section
      id="to-do"
      title={
        <>
          {day > today ? 'Will be due' : day < today ? 'To do at the end of the day' : 'To do'}{' '}
          <span className="caption font-normal">
            {more && 'more than '}
            {counted(wanted, 'task')}
          </span>
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
      {more && (
        <p className="rule-t mt-6 pt-3">
          {day < today ? (
            'Other walks had work as well.'
          ) : (
            <>
              Other walks have work as well. <Link href="/due?group=route">See all by route</Link>
            </>
          )}
        </p>
      )}
      {unknownCount > 0 && day === today && (
        <p className="rule-t mt-6 pt-3">
          {counted(unknownCount, 'task')} of unknown last service.{' '}
          <Link href="/plant/unknown">Say what is known of them</Link>
        </p>
      )}
      {metersToRead.count > 0 && <MetersToRead metersToRead={metersToRead} />}
    </Section>
  );
}
