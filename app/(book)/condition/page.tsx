import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { FilterChoice, FilterText } from '@/components/ui/filter-fields';
import { number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type FindingFilter, findingFilter, whichFindings } from '@/core/follow/finding-filter';
import { urgencies } from '@/core/words/findings';
import { type FindingCounts, countFindings, listFindings } from '@/desk/follow/findings';
import { FindingLines } from '@/app/finding-lines';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Condition' };

const pageSize = 50;

/** What was found and is to be followed up, the most urgent first. The address holds the filter. */
export default async function ConditionPage({ searchParams }: Search) {
  const filter = findingFilter.parse(await searchOf(searchParams));
  const { actor, now } = await openDesk();
  const { counts, findings } = await reading(async (db) => ({
    counts: await countFindings(db, now, actor.id),
    findings: await listFindings(db, now, filter, actor.id, pageSize + 1),
  }));
  const shown = findings.slice(0, pageSize);
  const address = (after: string) =>
    `/condition?${new URLSearchParams({ ...(filter as Record<string, string>), after })}`;
  return (
    <>
      <PageHead title="Condition">
        <p className="no-print flex flex-wrap gap-x-6">
          <Link href="/condition/rules" className="inline-flex min-h-11 items-center md:min-h-0">
            What signs mean
          </Link>
          <WhoMay action="import">
            <Link href="/condition/import" className="inline-flex min-h-11 items-center md:min-h-0">
              Import what was read
            </Link>
          </WhoMay>
        </p>
      </PageHead>
      <Counts counts={counts} />
      <form
        className="no-print mt-4 grid grid-cols-2 gap-3 md:max-w-3xl md:grid-cols-[1fr_1fr_1fr_auto] md:items-end"
        role="search"
      >
        <label className="block">
          <span className="caption">Findings</span>
          <select name="which" defaultValue={filter.which} className="field">
            {Object.entries(whichFindings).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <FilterChoice name="urgency" label="How urgent" value={filter.urgency} options={Object.entries(urgencies)} />
        <FilterText name="machine" label="Machine code" value={filter.machine} />
        <button className="button self-end">Show</button>
      </form>
      <section aria-label="Findings" className="mt-6 max-w-5xl">
        {shown.length === 0 ? <NoFindings filter={filter} /> : <FindingLines findings={shown} />}
        {findings.length > pageSize && (
          <p className="mt-4">
            <Link href={address(shown.at(-1)!.place)} className="button">
              Further findings
            </Link>
          </p>
        )}
      </section>
    </>
  );
}

const Counts = ({ counts: { byUrgency, late, nobody, mine } }: { counts: FindingCounts }) => (
  <p role="status" className="mt-4">
    Open:{' '}
    {Object.entries(urgencies).map(([urgency, words], place) => (
      <span key={urgency}>
        {place > 0 && ', '}
        <strong>{number(byUrgency[urgency as keyof typeof urgencies], 0)}</strong> {words}
      </span>
    ))}
    .{' '}
    <Link href="/condition?which=late">
      {number(late, 0)} past {late === 1 ? 'its' : 'their'} day
    </Link>
    , <Link href="/condition?which=nobody">{number(nobody, 0)} followed up by nobody</Link>,{' '}
    <Link href="/condition?which=mine">{number(mine, 0)} mine</Link>.
  </p>
);

function NoFindings({ filter: { which, urgency, machine } }: { filter: FindingFilter }) {
  if (which === 'open' && !urgency && !machine)
    return (
      <p>
        Nothing is open. What is found on a round, or written at a point, is followed up here until the work that ended
        its cause is named.
      </p>
    );
  return (
    <p>
      No finding matches. <Link href="/condition">Show all that are open</Link>
    </p>
  );
}
