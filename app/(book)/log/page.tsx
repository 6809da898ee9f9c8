import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { kindWords } from '@/components/entry-words';
import { FilterChoice, FilterDay, FilterText } from '@/components/ui/filter-fields';
import { WrittenList } from '@/components/written-list';
import { type EntryKind, entryKinds } from '@/core/entry/kinds';
import { addDays, isPlantDay, startOfPlantDay } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readLog } from '@/desk/log/lines';
import { readNames } from '@/desk/read/names';
import { ulid } from '@/core/fields/fields';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { writtenItem } from '@/app/written-item';
import { activePeople } from '@/desk/people/active-people';

export const metadata: Metadata = { title: 'Log' };

const pageSize = 50;
type Names = 'round' | 'kind' | 'machine' | 'by' | 'text' | 'from' | 'to' | 'before';

/** Everything written, newest first. The address holds the filter. */
export default async function LogPage({ searchParams }: Search) {
  const search = await searchOf<Names>(searchParams);
  await openDesk();
  const { lines, plant, people } = await reading(async (db) => {
    const home = await thePlant(db);
    const start = (day: string | undefined, shift = 0) =>
      day && isPlantDay(day) ? new Date(startOfPlantDay(addDays(day, shift), home)) : undefined;
    const kind = entryKinds.find((each) => each === search.kind);
    const from = start(search.from);
    const to = start(search.to, 1);
    const before = /^\d{1,15}$/.test(search.before ?? '') ? Number(search.before) : 0;
    return {
      plant: home,
      people: await activePeople(db),
      lines: await readLog(
        db,
        {
          ...(kind && { kind }),
          ...(ulid.safeParse(search.round).success && { roundId: search.round! }),
          ...(search.machine && { machineCode: search.machine.toUpperCase().slice(0, 20) }),
          ...(search.by && { initials: search.by.slice(0, 8) }),
          ...(search.text && { text: search.text.slice(0, 100) }),
          ...(from && { from }),
          ...(to && { to }),
          ...(before > 0 && { beforeSeq: before }),
        },
        pageSize,
      ),
    };
  });
  const names = await reading((db) => readNames(db, lines));
  const unread = [search.from, search.to].flatMap((typed) => (typed && !isPlantDay(typed) ? typed : []));
  const older =
    lines.length === pageSize
      ? `/log?${new URLSearchParams({ ...Object.fromEntries(Object.entries(search).filter(([, value]) => value)), before: String(lines.at(-1)!.seq) })}`
      : null;
  return (
    <>
      <PageHead title="Log" />
      <form
        className="no-print mt-4 grid grid-cols-2 gap-3 md:grid-cols-4 xl:grid-cols-[1fr_1fr_0.9fr_1fr_1.3fr_1.3fr_auto] xl:items-end"
        role="search"
      >
        <FilterChoice
          name="kind"
          label="Kind"
          value={search.kind}
          options={entryKinds.map((kind): [string, string] => [kind, kindWords[kind as EntryKind]])}
        />
        <FilterChoice
          name="by"
          label="Written by"
          value={search.by}
          options={people.map(({ initials, name }): [string, string] => [initials, name])}
        />
        <FilterText name="machine" label="Machine code" value={search.machine} />
        <FilterText name="text" label="Words" value={search.text} />
        <FilterDay name="from" label="From" value={search.from} />
        <FilterDay name="to" label="To" value={search.to} />
        <button className="button self-end">Show</button>
      </form>
      {unread.map((typed) => (
        <p key={typed} role="alert" className="mt-3 border-l-4 border-ink pl-3">
          “{typed}” is no day, so it limits nothing here. Write it as 24 Nov 2026.
        </p>
      ))}
      {search.round && (
        <p className="mt-3">
          Of one round alone. <Link href="/log">Show everything</Link>
        </p>
      )}
      <section aria-label="Entries" className="mt-6 max-w-4xl">
        {lines.length === 0 ? (
          <p>
            Nothing written matches. <Link href="/log">Show everything</Link>
          </p>
        ) : (
          <WrittenList items={lines.map((line) => writtenItem(line, names, plant.timeZone, true))} />
        )}
        {older && (
          <p className="mt-4">
            <Link href={older} className="button">
              Older entries
            </Link>
          </p>
        )}
      </section>
    </>
  );
}
