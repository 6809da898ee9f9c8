import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { pointLabel } from '@/core/register/assignment';
import { readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';
import { ReservoirForm } from '../reservoir-form';

export const metadata: Metadata = { title: 'Add a reservoir' };

export default async function NewReservoirPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk('plan');
  const page = await reading(() => readMachinePage(desk, code));
  if (!page) notFound();
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead title={<>Add a reservoir to {page.machine.code}</>} />
      </div>
      <ReservoirForm
        machine={{ id: page.machine.id, code: page.machine.code }}
        points={page.points.map(({ id, number, name }) => ({
          value: id,
          label: `${pointLabel(page.machine.code, number)} ${name}`,
        }))}
      />
    </div>
  );
}
