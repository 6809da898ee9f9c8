import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { dayAndClock, number } from '@/components/words';
import type { ListedOpenThing, OpenThings } from '@/desk/follow/open-things';
import { PlaceLink } from './place-link';

/** What is open and which locks are on, the longest first: what may run meanwhile, and who answers for it. */
const OpenThingLines = ({
  things,
  timeZone,
  here,
}: {
  things: readonly ListedOpenThing[];
  timeZone: string;
  here: boolean;
}) => (
  <ul>
    {things.map((thing) => (
      <li key={thing.entryId} className="rule-b grid gap-x-4 py-2 md:grid-cols-[minmax(0,1fr)_16rem]">
        <span className="min-w-0 break-words">
          {!here && (
            <>
              <PlaceLink {...thing} />
              <br />
            </>
          )}
          <Link href={`/log/${thing.entryId}`} className="inline-flex min-h-11 items-center md:min-h-0">
            {thing.name}
          </Link>
          {!thing.isLock && (
            <>
              {': '}
              <strong className={thing.runs === 'never' && !thing.waiver ? 'text-stop' : ''}>{thing.runsWords}</strong>
            </>
          )}
          {thing.isOverdue && <strong>, longer than that by now</strong>}
          {thing.waiver && `, waived by ${thing.waiver.allowedBy}: ${thing.waiver.reason}`}
        </span>
        <span>
          {thing.holder.initials} {thing.isLock ? 'holds the key' : 'answers for it'}
          <span className="caption block">since {dayAndClock(thing.openedAt, timeZone)}</span>
        </span>
      </li>
    ))}
  </ul>
);

/**
 * Open things as a section; nothing where nothing is open.
 * @param here at a machine or point: the place needs no saying
 */
export const OpenThingsSection = ({
  openThings: { shown, count },
  timeZone,
  here = false,
}: {
  openThings: OpenThings;
  timeZone: string;
  here?: boolean;
}) =>
  count === 0 ? null : (
    <Section
      id="open-things"
      title={
        <>
          Open things{' '}
          {count > shown.length && <span className="caption font-normal">{number(count, 0)}, the longest open</span>}
        </>
      }
      className={here ? 'mt-6' : 'mt-10 border-t-2 border-ink pt-4'}
    >
      <OpenThingLines things={shown} timeZone={timeZone} here={here} />
    </Section>
  );
