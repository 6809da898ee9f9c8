import type { Metadata } from 'next';
import { thePlant } from '@/desk/plant';
import { type Search, searchOf } from '../search';
import { reading } from '../server';
import { openBook } from './open-book';
import { activePeople } from '@/desk/people/active-people';

export const metadata: Metadata = { title: 'Open the book' };
export const dynamic = 'force-dynamic';

/** Picking one's own name: every entry carries it. No password yet; sign-in will replace this room only. */
export default async function OpenPage({ searchParams }: Search) {
  const { to = '/today' } = await searchOf<'to'>(searchParams);
  const { plant, people } = await reading(async (db) => ({
    plant: await thePlant(db),
    people: await activePeople(db),
  }));
  return (
    <main className="mx-auto max-w-md px-6 py-12 md:py-20">
      <p className="caption">{plant.name}</p>
      <h1 className="text-3xl">Tagebuch</h1>
      <p className="mt-4 mb-6">Whose hand is writing? Every entry carries this name.</p>
      <form action={openBook}>
        <input type="hidden" name="to" value={to} />
        <ul className="rule-t">
          {people.map(({ id, initials, name, role }) => (
            <li key={id} className="rule-b">
              <button
                name="personId"
                value={id}
                className="flex min-h-14 w-full items-center gap-4 px-2 text-left hover:bg-sheet"
              >
                <span className="w-10 border-r border-rule font-semibold">{initials}</span>
                <span className="grow">{name}</span>
                <span className="caption">{role}</span>
              </button>
            </li>
          ))}
        </ul>
      </form>
    </main>
  );
}
