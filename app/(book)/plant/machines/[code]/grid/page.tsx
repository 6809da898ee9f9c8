import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { number, taskAmount } from '@/components/words';
import { gridRowOf } from '@/core/register/grid';
import { readMachinePage, wholePoints } from '@/desk/read/machine';
import { standingOf } from '@/desk/bulk/grid';
import { lubricantsInUse } from '@/desk/read/lists';
import { openDesk, reading } from '@/app/server';
import { GridEditor } from './grid-editor';

export const metadata: Metadata = { title: 'Points as a table' };

export default async function GridPage({ params }: { params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk('plan');
  const { page, codes } = await reading(async (db) => ({
    page: await readMachinePage(desk, code),
    codes: (await lubricantsInUse(db)).map((row) => row.code),
  }));
  if (!page) notFound();
  const { machine, states } = page;
  const points = await reading((db) => wholePoints(db, machine.id));
  const standing = points.map((point) => {
    const task = states.find((state) => state.point.id === point.id);
    const steady = task?.interval.stages.find(({ count }) => count === undefined);
    return {
      known: { id: point.id, version: point.version },
      cells: gridRowOf(standingOf(point), {
        lubricant: task?.lubricant?.code ?? '',
        task: task?.title ?? '',
        amount: task ? taskAmount(task.action, task.amount.kind, task.amount.value) : '',
        hours: steady?.hours === undefined ? '' : number(steady.hours, 0),
        days: steady?.days === undefined ? '' : number(steady.days, 0),
      }),
    };
  });
  return (
    <>
      <PageHead
        trail={
          <Link href={`/plant/machines/${machine.code}`}>
            {machine.code} {machine.name}
          </Link>
        }
        title="Points as a table"
      />
      <GridEditor
        key={standing.map(({ known }) => `${known.id}${known.version}`).join()}
        machineId={machine.id}
        code={machine.code}
        standing={standing}
        lubricants={codes}
      />
    </>
  );
}
