import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { dayAndClock } from '@/components/words';
import { fieldWords, thingWords, valueWords } from '@/core/changes/change';
import { type ChangeLine, changesOf } from '@/desk/log/changes-of';
import { reading } from './server';

const instant = /^\d{4}-\d\d-\d\dT[\d:]+Z$/;
/** So many are shown where a thing itself is; the Log holds all. */
const most = 30;

/**
 * What was changed of some things, newest first, folded away: by whom, from what to what. Nothing where nothing was.
 * @param ids of the thing itself and of what is shown with it
 */
export async function ChangesSection({
  ids,
  timeZone,
  kind = 'plan-change',
}: {
  ids: readonly string[];
  timeZone: string;
  kind?: 'plan-change' | 'administration';
}) {
  const lines = await reading((db) => changesOf(db, ids, most));
  if (lines.length === 0) return null;
  return (
    <section aria-label="What was changed" className="no-print mt-10">
      <Disclosure
        summary={lines.length === most ? `What was changed, the newest ${most}` : `What was changed (${lines.length})`}
      >
        <ul className="mt-2 max-w-3xl">
          {lines.map((line) => (
            <li key={`${line.entryId} ${line.place}`} className="rule-b py-2">
              <p className="caption">
                <Link href={`/log/${line.entryId}`}>{dayAndClock(line.at, timeZone)}</Link>,{' '}
                {line.outside ? 'in the database, past the book' : `by ${line.person.name}`}
              </p>
              <p className="break-words">
                <ChangeWords line={line} timeZone={timeZone} />
              </p>
            </li>
          ))}
        </ul>
        <p className="caption mt-2">
          <Link href={`/log?kind=${kind}`}>All changes of the plant</Link>
        </p>
      </Disclosure>
    </section>
  );
}

/** What was changed, each field with what it was; of what is new or gone only what it is called by. */
function ChangeWords({ line: { thing, how, values, erased }, timeZone }: { line: ChangeLine; timeZone: string }) {
  const say = (value: unknown): string =>
    typeof value === 'string' && instant.test(value) ? dayAndClock(value, timeZone) : valueWords(value);
  const what = thingWords(thing);
  if (erased) return `${what} ${how}; what it said told of somebody, and is erased.`;
  if (how === 'changed')
    return (
      <>
        {what}:{' '}
        {values.map(({ field, was, became }, index) => (
          <span key={field}>
            {index > 0 && '; '}
            {fieldWords(field)} <del>{say(was)}</del> → <strong>{say(became)}</strong>
          </span>
        ))}
      </>
    );
  const called = values.find(({ field }) =>
    ['title', 'name', 'code', 'lubricantId', 'taskId', 'formerName'].includes(field),
  );
  const name = called && valueWords(called.was ?? called.became);
  return `${what}${name ? ` ${name}` : ''} ${how}.`;
}
