import type { Metadata } from 'next';
import Link from 'next/link';
import { FoldOnPhone } from '@/components/ui/fold-on-phone';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted } from '@/components/words';
import { type Way, Ways } from '@/components/ways';
import { WhoMay } from '@/components/who-may';
import { countWaitingTricks } from '@/desk/register/tricks';
import { thePlant } from '@/desk/plant';
import { readPlantTree } from '@/desk/read/plant-tree';
import { openDesk, reading } from '@/app/server';
import { AreaForm } from './area-form';
import { AreaTable } from './area-table';
import { BandChoice } from './bands/band-choice';
import { type Search, searchOf } from '../../search';

export const metadata: Metadata = { title: 'Plant' };

/** The tree of areas and machines, with how many tasks stand where. */
export default async function PlantPage({ searchParams }: Search) {
  const { area: open } = await searchOf<'area'>(searchParams);
  const desk = await openDesk();
  const { areas, folded, plant, tricks } = await reading(async (db) => ({
    ...(await readPlantTree(desk, open)),
    plant: await thePlant(db),
    tricks: await countWaitingTricks(db),
  }));
  const ways: readonly Way[] = [
    ['settings', 'Settings', 'settings'],
    ['floor', 'Floor plan'],
    ['shifts', 'Shifts'],
    ['closures', 'Holidays and shutdowns'],
    ['bands', 'Ambient bands'],
    ['people', 'People'],
    ['devices', 'Devices', 'administer'],
    ['clients', 'Machines that sign in', 'administer'],
    ['copies', 'Copies', 'administer'],
    ['templates', 'Templates'],
    ['procedures', 'Procedures'],
    ['tricks', tricks > 0 ? `Tricks: ${tricks} to judge` : 'Tricks'],
    ['meters/import', 'Import readings', 'import'],
    ['many', 'Many at once', 'plan'],
    ['recomputed', 'Computed otherwise'],
  ];
  const unknown = areas.reduce((sum, { counts }) => sum + counts.unknown, 0);
  return (
    <>
      <PageHead
        title="Plant"
        actions={
          <div className="no-print flex flex-wrap items-center gap-x-5 gap-y-1">
            <FoldOnPhone words="What belongs to the plant">
              <Ways label="Of the plant" from="/plant" ways={ways} />
            </FoldOnPhone>
            <WhoMay action="plan">
              <Link href="/plant/machines/new" className="button">
                Add a machine
              </Link>
            </WhoMay>
          </div>
        }
      />
      {areas.length === 0 && (
        <p className="mt-6">
          No areas yet. Begin with one: a hall, a line, a yard. Machines go into areas, points onto machines.
        </p>
      )}
      {unknown > 0 && (
        <p className="mt-4">
          {counted(unknown, 'task')} of unknown last service.{' '}
          <Link href="/plant/unknown">Say what is known of them</Link>
        </p>
      )}
      {areas.map(({ id, code, name, counts, machineCount, machines, retired }) => (
        <section key={id} aria-labelledby={`area-${code}`} className="mt-8">
          <h2 id={`area-${code}`} className="text-xl">
            <span className="mr-3">{code}</span>
            <span className="font-normal">{name}</span>
          </h2>
          {machineCount === 0 && <p className="mt-2">No machines here yet.</p>}
          {folded && machineCount > 0 && (
            <p className="mt-1">
              {counted(machineCount, 'machine')}, {counted(counts.points, 'point')}
              {counts.overdue > 0 && (
                <>
                  , <strong>{counts.overdue} overdue</strong>
                </>
              )}
              {counts.due > 0 && `, ${counts.due} due`}
              {counts.unknown > 0 && `, ${counts.unknown} unknown`}.{' '}
              {machines.length === 0 && (
                <Link href={`/plant?area=${encodeURIComponent(code)}#area-${code}`} aria-label={`Machines of ${name}`}>
                  Its machines
                </Link>
              )}
            </p>
          )}
          {machines.length > 0 && <AreaTable machines={machines} />}
          {retired.length > 0 && (
            <p className="caption mt-2">
              Out of use:{' '}
              {retired.map((machine, index) => (
                <span key={machine.code}>
                  {index > 0 && ', '}
                  <Link href={`/plant/machines/${machine.code}`}>{machine.code}</Link> {machine.name}
                </span>
              ))}
            </p>
          )}
        </section>
      ))}
      {plant.ambientBands.length > 0 && (
        <WhoMay action="plan">
          <div className="no-print mt-10 max-w-sm">
            <BandChoice bands={plant.ambientBands} now={plant.ambientBandNow ?? null} />
          </div>
        </WhoMay>
      )}
      <WhoMay action="plan">
        <Section id="add-area" title="Add an area" className="no-print mt-12 max-w-xl border-t border-ink pt-4" spaced>
          <AreaForm />
        </Section>
      </WhoMay>
    </>
  );
}
