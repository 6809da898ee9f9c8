import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { pointLabel } from '@/core/register/assignment';
import { completeOutline } from '@/core/register/outline';
import { readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';
import { DrawingEditor } from './drawing-editor';

export const metadata: Metadata = { title: 'Drawing' };

export default async function DrawingPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk('plan');
  const page = await reading(() => readMachinePage(desk, code));
  if (!page) notFound();
  const { machine, points } = page;
  return (
    <>
      <PageHead
        trail={
          <Link href={`/plant/machines/${machine.code}`}>
            {machine.code} {machine.name}
          </Link>
        }
        title="Plain drawing"
      />
      <p className="mt-4 max-w-prose">
        Boxes for the parts of the machine as one stands before it, numbers where the points are. Drag a number, or step
        to it with Tab and move it with the arrow keys.
      </p>
      <DrawingEditor
        machineId={machine.id}
        code={machine.code}
        version={machine.version}
        initial={completeOutline(
          machine.outline,
          machine.name,
          points.map(({ id }) => id),
        )}
        points={points.map(({ id, number, name }, index) => ({
          id,
          place: index + 1,
          label: `${pointLabel(machine.code, number)} ${name}`,
        }))}
      />
    </>
  );
}
