import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { WhoMay } from '@/components/who-may';
import { pointLabel } from '@/core/register/assignment';
import { readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';
import { FillFacts } from '../fill-facts';
import { ReservoirForm } from '../reservoir-form';
import { fillOf } from '../fill-of';

export const metadata: Metadata = { title: 'Reservoir' };

const typed = (value: number | null | undefined): string => (value == null ? '' : String(value));

/** A reservoir: its fill for the present mounting, waiting to be confirmed or confirmed, and its form. */
export default async function ReservoirPage({ params }: { params: Promise<{ code: string; id: string }> }) {
  const { code, id } = await params;
  const desk = await openDesk();
  const page = await reading(() => readMachinePage(desk, decodeURIComponent(code)));
  const reservoir = page?.reservoirs.find((each) => each.id === id);
  if (!page || !reservoir) notFound();
  const { machine, points } = page;
  const mine = points.filter(({ reservoirId }) => reservoirId === reservoir.id);
  return (
    <div className="max-w-4xl">
      <div className="mb-6">
        <PageHead
          trail={
            <Link href={`/plant/machines/${machine.code}`}>
              {machine.code} {machine.name}
            </Link>
          }
          title={reservoir.name}
        >
          <p className="text-muted">
            {mine.length === 0 ? (
              'Feeds no point yet.'
            ) : (
              <>
                Feeds{' '}
                {mine.map(({ id: pointId, number, name }, index) => (
                  <span key={pointId}>
                    {index > 0 && ', '}
                    <Link href={`/plant/machines/${machine.code}/points/${number}`}>
                      {pointLabel(machine.code, number)}
                    </Link>{' '}
                    {name}
                  </span>
                ))}
                .
              </>
            )}
          </p>
        </PageHead>
      </div>
      <FillFacts reservoir={fillOf(reservoir)} />
      <WhoMay action="plan">
        <section aria-labelledby="change" className="no-print mt-10 border-t border-ink pt-4">
          <h2 id="change" className="mb-4 text-xl">
            Change the reservoir
          </h2>
          <ReservoirForm
            key={reservoir.version}
            machine={{ id: machine.id, code: machine.code }}
            points={points.map((point) => ({
              value: point.id,
              label: `${pointLabel(machine.code, point.number)} ${point.name}`,
            }))}
            known={{ id: reservoir.id, version: reservoir.version }}
            initial={{
              name: reservoir.name,
              capacityL: typed(reservoir.capacityL),
              residualL: typed(reservoir.residualL),
              fillMark: reservoir.fillMark,
              fillMarkState: reservoir.fillMarkState ?? '',
              checkMark: reservoir.checkMark,
              checkMarkState: reservoir.checkMarkState ?? '',
              posture: reservoir.posture,
              settleMinutes: typed(reservoir.settleMinutes),
              mounting: reservoir.mounting,
              fillTable: reservoir.fillTable.map(({ volumeL, ...row }) => ({ ...row, volumeL: String(volumeL) })),
              levelMarks: reservoir.levelMarks.map(({ levelMm, volumeL }) => ({
                levelMm: String(levelMm),
                volumeL: String(volumeL),
              })),
              holdsPressure: reservoir.holdsPressure == null ? '' : reservoir.holdsPressure ? 'yes' : 'no',
              comesEmpty: reservoir.comesEmpty,
              pointIds: mine.map((point) => point.id),
            }}
          />
        </section>
      </WhoMay>
    </div>
  );
}
