import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { listRoutes } from '../../../../../desk/plan/routes';
import { readTaskChoices } from '../../../../../desk/read/task-choices';
import { openDesk, reading } from '../../../../server';
import { RouteBuilder } from '../../route-builder';

export const metadata: Metadata = { title: 'Change a route' };

export default async function EditRoutePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk();
  const { choices, routes } = await reading(async (db) => ({ choices: await readTaskChoices(db, desk.now), routes: await listRoutes(desk) }));
  const route = routes.find((each) => each.id === id);
  if (!route) notFound();
  return (
    <>
      <h1 className="mb-6 border-b-2 border-ink pb-3 text-3xl">Change {route.code}</h1>
      <RouteBuilder key={route.version} choices={choices} known={route} />
    </>
  );
}
