import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { carryStops } from '@/core/walk/carried';
import { readOrderableRoute } from '@/desk/walk/route-order';
import { readWalk } from '@/desk/walk/rounds';
import { openDesk, reading } from '@/app/server';
import { RouteOrderer } from './route-orderer';

export const metadata: Metadata = { title: 'Order of a route' };

/** In which order a route is walked best: on the floor plan, on the shift, beside the order that it has. */
export default async function OrderPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk();
  const [found, walk] = await Promise.all([readOrderableRoute(desk, id), reading(() => readWalk(desk, id))]);
  if (!found.ok && found.code === 'not-found') notFound();
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/routes">Routes</Link> /{' '}
            <Link href={`/routes/${id}`}>{found.ok ? found.value.route.code : 'Route'}</Link>
          </>
        }
        title="Order of the walk"
      />
      {found.ok ? (
        <RouteOrderer route={found.value} carry={walk ? carryStops(walk.plan.document) : []} />
      ) : (
        <p className="mt-5">
          {found.reason} <Link href="/plant/floor">Open the floor plan</Link>
        </p>
      )}
    </>
  );
}
