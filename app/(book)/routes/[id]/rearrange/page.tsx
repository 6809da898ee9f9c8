import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted } from '@/components/words';
import { routesInUse } from '@/desk/read/lists';
import { readRoute } from '@/desk/walk/routes';
import { machinesOfRoute } from '@/desk/walk/rearranged';
import { openDesk, reading } from '@/app/server';
import { CloneForm, MergeForm } from './rearrange-forms';

export const metadata: Metadata = { title: 'Merge or clone a route' };

/** Takes another route's stops into this one, or makes one like it for other machines. */
export default async function RearrangePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  await openDesk('plan');
  const { route, others, machines } = await reading(async (db) => ({
    route: await readRoute(db, id),
    others: (await routesInUse(db)).filter((each) => each.id !== id),
    machines: await machinesOfRoute(db, id),
  }));
  if (!route) notFound();
  return (
    <div className="max-w-3xl">
      <PageHead
        trail={
          <>
            <Link href="/routes">Routes</Link> / <Link href={`/routes/${id}`}>{route.code}</Link>
          </>
        }
        title="Merge or clone"
      >
        <p className="mt-1 max-w-prose">
          A route that is too long for its shift is split where its{' '}
          <Link href={`/routes/${id}/order`}>walk is ordered</Link>.
        </p>
      </PageHead>
      <Section id="merge" title="Take another route into this one" className="mt-6" spaced>
        <p className="mb-3 max-w-prose">
          Its stops come behind the {counted(route.taskIds.length, 'stop')} of {route.code}; it is out of use from today
          on.
        </p>
        <MergeForm
          route={{ id, version: route.version }}
          others={others.map(({ id: value, code, name }) => ({ value, label: `${code} ${name}` }))}
        />
      </Section>
      <Section id="clone" title="One like it on other machines" className="mt-10" spaced>
        <p className="mb-3 max-w-prose">
          For another line of the same make: the task of the same title at the point of the same number. A machine that
          is left empty is left out.
        </p>
        <CloneForm routeId={id} name={route.name} machines={machines} />
      </Section>
    </div>
  );
}
