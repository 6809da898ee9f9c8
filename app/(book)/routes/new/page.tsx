import type { Metadata } from 'next';
import { PageHead } from '@/components/ui/page-head';
import { areasToPickFrom } from '@/desk/read/point-choices';
import { readTaskChoices } from '@/desk/read/task-choices';
import { openDesk, reading } from '@/app/server';
import { RouteForm } from '../route-form';

export const metadata: Metadata = { title: 'Make a route' };

export default async function NewRoutePage() {
  const desk = await openDesk('plan');
  const { areas, choices } = await reading(async (db) => {
    const areas = await areasToPickFrom(db);
    return { areas, choices: areas ? [] : await readTaskChoices(db, desk.now) };
  });
  return (
    <>
      <div className="mb-6">
        <PageHead title="Make a route" />
      </div>
      <RouteForm choices={choices} areas={areas} />
    </>
  );
}
