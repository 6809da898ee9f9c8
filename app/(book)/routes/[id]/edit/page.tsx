import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { isRouteRetired, readRoute } from '@/desk/walk/routes';
import { areasToPickFrom } from '@/desk/read/point-choices';
import { readTaskChoices, readTaskChoicesOf } from '@/desk/read/task-choices';
import { openDesk, reading } from '@/app/server';
import { TakeOutOfUse } from '@/app/(book)/in-use';
import { RouteForm } from '@/app/(book)/routes/route-form';

export const metadata: Metadata = { title: 'Change a route' };

export default async function EditRoutePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk('plan');
  const { areas, choices, route, retired } = await reading(async (db) => {
    const [retired, route, areas] = await Promise.all([isRouteRetired(db, id), readRoute(db, id), areasToPickFrom(db)]);
    const choices = areas
      ? await readTaskChoicesOf(db, desk.now, route?.taskIds ?? [])
      : await readTaskChoices(db, desk.now);
    return { areas, choices, route, retired };
  });
  if (retired) redirect('/routes');
  if (!route) notFound();
  return (
    <>
      <div className="mb-6">
        <PageHead title={<>Change {route.code}</>} />
      </div>
      <RouteForm key={route.version} choices={choices} areas={areas} known={route} />
      <TakeOutOfUse
        kind="route"
        id={id}
        version={route.version}
        name={route.code}
        what="It is not walked any more; its tasks stay in the plan, on no route unless on another."
      />
    </>
  );
}
