import Link from 'next/link';
import { Section } from '@/components/ui/section';
import { Disclosure } from '@/components/ui/disclosure';
import { dayAndClock } from '@/components/words';
import { fieldWords, thingWords, valueWords } from '@/core/changes/change';
import type { EntryKind } from '@/core/entry/kinds';
import { type ChangeLine, changesIn, changesOf } from '@/desk/log/changes-of';
import { mayHere, reading } from './server';

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
        <ChangeList lines={lines} timeZone={timeZone} withEntries />
        <p className="caption mt-2">
          <Link href={`/log?kind=${kind}`}>All changes of the plant</Link>
        </p>
      </Disclosure>
    </section>
  );
}

/** What one entry says was changed; of who gets in only those are told who look after it. */
export async function EntryChanges({
  entry: { kind, seq },
  timeZone,
}: {
  entry: { kind: EntryKind; seq: number };
  timeZone: string;
}) {
  if (kind !== 'plan-change' && !(kind === 'administration' && (await mayHere('administer')))) return null;
  return (
    <Section id="changes" title="What was changed" className="mt-8">
      <ChangeList lines={await reading((db) => changesIn(db, seq))} timeZone={timeZone} />
    </Section>
  );
}

/**
 * Changes, each thing by its name, each field with what it was.
 * @param withEntries with when and by whom, where they come from several entries
 */
const ChangeList = ({
  lines,
  timeZone,
  withEntries = false,
}: {
  lines: readonly ChangeLine[];
  timeZone: string;
  withEntries?: boolean;
}) => (
  <ul className="mt-2 max-w-3xl">
    {lines.map((line) => (
      <li key={`${line.entryId} ${line.place}`} className="rule-b py-2">
        {withEntries && (
          <p className="caption">
            <Link href={`/log/${line.entryId}`}>{dayAndClock(line.at, timeZone)}</Link>,{' '}
            {line.outside ? 'in the database, past the book' : `by ${line.person.name}`}
          </p>
        )}
        <p className="break-words">
          <ChangeWords line={line} timeZone={timeZone} />
        </p>
      </li>
    ))}
  </ul>
);

/** One change in words; of what is new or gone only what it is called. */
function ChangeWords({ line, timeZone }: { line: ChangeLine; timeZone: string }) {
  const { thing, called, how, values, erased } = line;
  const say = (value: unknown): string =>
    typeof value === 'string' && instant.test(value) ? dayAndClock(value, timeZone) : valueWords(value);
  if (erased) return `${thingWords(thing)} ${how}; what it said told of somebody, and is erased.`;
  // What is gone is named by what it was.
  const own = values.find(({ field }) => ['title', 'name', 'code', 'formerName'].includes(field));
  const name = called || (how !== 'changed' && own ? valueWords(own.was ?? own.became) : '');
  const what = `${thingWords(thing)}${name ? ` ${name}` : ''}`;
  if (how !== 'changed') return `${what} ${how}.`;
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
}
