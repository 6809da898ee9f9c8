import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { readCapacity } from '@/desk/register/capacity';
import { readFloorPlan } from '@/desk/register/floor-plan';
import { reading } from '@/app/server';
import { FloorEditor } from './floor-editor';

export const metadata: Metadata = { title: 'Floor plan' };

/** Where everything is, and the aisles by which one walks there. */
export default async function FloorPage() {
  const [plan, { shifts }] = await reading((db) => Promise.all([readFloorPlan(db), readCapacity(db)]));
  return (
    <>
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Floor plan">
        <p className="mt-1 max-w-prose">
          Walks are worked out along these aisles, in metres of the plant. A machine is reached from the nearest point
          of the nearest aisle.
        </p>
      </PageHead>
      <FloorEditor key={plan.version} initial={plan} shifts={shifts.map(({ name }) => name)} />
    </>
  );
}
