import { Beside } from '@/components/beside';
import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { dayAndClock, measured } from '@/components/words';
import type { GivenEntry, WrittenTwice } from '@/desk/walk/twice';
import { PlaceLink } from './place-link';
import { SettleTwice } from './settle-twice';

/** Who wrote it, when and how much. */
export const givenWords = ({ person, happenedAt, amount }: GivenEntry, timeZone: string): string =>
  `${person.initials}, ${dayAndClock(happenedAt, timeZone)}${amount ? `, ${measured(amount.value)} ${amount.unit}` : ''}`;

/**
 * What two people did who did not know of each other, as one of them had no signal. Both records are kept; somebody says what
 * happened. Nothing where there is none.
 */
export const WrittenTwiceSection = ({
  twice,
  timeZone,
  personId,
}: {
  twice: readonly WrittenTwice[];
  timeZone: string;
  personId: string;
}) =>
  twice.length === 0 ? null : (
    <Section id="written-twice" title="Written twice" className="mt-10 border-t-2 border-ink pt-4">
      <p className="mt-1 max-w-prose">
        Two people did the same and did not know of each other. Both records are kept; whoever knows says what happened.
      </p>
      <ul>
        {twice.map(({ taskId, title, machine, point, first, second }) => (
          <li key={`${taskId} ${first.entryId} ${second.entryId}`} className="rule-b py-3">
            <p>
              <PlaceLink machine={machine} point={point} /> {title}:{' '}
              <Link href={`/log/${first.entryId}`}>
                <Beside>{givenWords(first, timeZone)}</Beside>
              </Link>{' '}
              and{' '}
              <Link href={`/log/${second.entryId}`}>
                <Beside>{givenWords(second, timeZone)}</Beside>
              </Link>
            </p>
            <SettleTwice
              personId={personId}
              machineId={machine.id}
              pointId={point.id}
              label={`${point.label} ${title}`}
              sides={[first, second].map((side) => ({
                entryId: side.entryId,
                newestId: side.newestId,
                initials: side.person.initials,
                words: givenWords(side, timeZone),
              }))}
            />
          </li>
        ))}
      </ul>
    </Section>
  );
