import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { LabelSheet } from '@/components/label-sheet';
import { PrintButton } from '@/components/print-button';
import { taskAmount } from '@/components/words';
import { pointLabel } from '@/core/register/assignment';
import { readMachinePage } from '@/desk/read/machine';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `Labels of ${decodeURIComponent((await params).code)}`,
});

/** A label for every point of a machine; its QR code opens the point's page. */
export default async function PointLabelsPage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const [page, site] = await Promise.all([reading(() => readMachinePage(desk, code)), siteAddress()]);
  if (!page) notFound();
  const { machine, points, states } = page;
  const labels = points.map((point) => {
    const tasks = states.filter((state) => state.point.id === point.id);
    const label = pointLabel(machine.code, point.number);
    const waiting = tasks.find(({ waitingChange }) => waitingChange)?.waitingChange;
    return {
      key: point.id,
      // What is in there until a change is logged, whatever is wanted.
      code: waiting?.holds ?? tasks[0]?.lubricant?.code ?? '–',
      name: `${label} ${point.name}`,
      lines: [
        ...(waiting ? [`${waiting.wants} from the next change on`] : []),
        ...tasks.map(({ action, title, amount: planned }) =>
          action === 'check' ? title : `${title}: ${taskAmount(action, planned.kind, planned.value)}`,
        ),
        ...(point.doNots ? [point.doNots.slice(0, 70)] : []),
      ].slice(0, 3),
      url: `${site}${pointPath(machine.code, point.number)}`,
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
        title="Labels of the points"
        actions={<PrintButton label="Print on A4" />}
        noPrint
      />
      <div className="mt-6 print:mt-0">
        <LabelSheet labels={labels} />
      </div>
    </>
  );
}
