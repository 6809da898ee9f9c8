import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { openDesk, reading } from '@/app/server';
import { InUse } from '@/app/(book)/in-use';
import { LubricantForm } from '@/app/(book)/lubricants/lubricant-form';
import { findLubricant } from '@/desk/read/lists';

export const metadata: Metadata = { title: 'Change a lubricant' };

const typed = (value: number | null | undefined): string => (value == null ? '' : String(value));

export default async function EditLubricantPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  await openDesk('plan');
  const row = await reading((db) => findLubricant(db, code));
  if (!row) notFound();
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead title={<>Change {row.code}</>} />
      </div>
      <LubricantForm
        known={{ id: row.id, version: row.version }}
        initial={{
          code: row.code,
          name: row.name,
          kind: row.kind,
          designation: row.designation,
          description: row.description,
          baseOil: row.baseOil ?? '',
          thickener: row.thickener ?? '',
          nlgi: row.nlgi ?? '',
          isoVg: typed(row.isoVg),
          kv40: typed(row.kv40),
          kv100: typed(row.kv100),
          densityGCm3: typed(row.densityGCm3),
          pourPointC: typed(row.pourPointC),
          lowerC: typed(row.lowerC),
          upperC: typed(row.upperC),
          additives: row.additives,
          hazards: row.hazards,
        }}
      />
      <InUse
        kind="lubricant"
        id={row.id}
        version={row.version}
        name={row.code}
        retiredOn={row.retiredOn}
        what="It is not offered for points any more; points that have it assigned keep it from going."
      />
    </div>
  );
}
