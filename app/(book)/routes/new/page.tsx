import type { Metadata } from 'next';
import { areasToPickFrom } from '@/desk/read/point-choices';
import { readTaskChoices } from '@/desk/read/task-choices';
import { openDesk, reading } from '@/app/server';
import { RouteBuilder } from '../route-builder';

export const metadata: Metadata = { title: 'Make a route' };

export default async function NewRoutePage() {
  const desk = await openDesk();
  const { areas, choices } = await reading(async (db) => {
    const areas = await areasToPickFrom(db);
    return { areas, choices: areas ? [] : await readTaskChoices(db, desk.now) };
  });
  return (
    <>
      <h1 className="mb-6 border-b-2 border-ink pb-3 text-3xl">Make a route</h1>
      <RouteBuilder choices={choices} areas={areas} />
    </>
  );
}
