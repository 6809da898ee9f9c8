import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { pointLabel } from '@/core/register/assignment';
import { plantToday } from '@/core/time/plant-day';
import { parseQuantity } from '@/core/units/parse-quantity';
import { ambientOf, chooseFor } from '@/desk/assign/choose';
import { thePlant } from '@/desk/plant';
import { findMachine } from '@/desk/register/machines';
import { findPoint, lubricantsInUse } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { AssignmentForm } from '../assignment-form';
import { FindingList } from '../finding-list';
import { CandidatesSection } from './candidates-section';
import { RequirementSection } from './requirement-section';
import { SurroundingsSection } from './surroundings-section';

type Props = {
  params: Promise<{ code: string; number: string }>;
  searchParams: Search['searchParams'];
};

export const metadata: Metadata = { title: 'Choose a lubricant' };

/** What a point asks for, by every school, and each lubricant of the store room judged against it. */
export default async function ChoosePage({ params, searchParams }: Props) {
  const { code, number } = await params;
  const search = await searchOf<'from' | 'to' | 'lubricant' | 'band'>(searchParams);
  const desk = await openDesk();
  const found = await reading(async (db) => {
    const machine = await findMachine({ db }, decodeURIComponent(code));
    const point = machine && (await findPoint(db, machine.id, pointNumber(number)));
    if (!machine || !point) return undefined;
    const plant = await thePlant(db);
    const band = plant.ambientBands.find(({ name }) => name === search.band)?.name ?? null;
    const usual = await ambientOf(db, machine.id, band);
    const read = (typed: string | undefined, otherwise: number) => {
      const parsed = typed ? parseQuantity(typed, 'temperature') : undefined;
      return parsed?.ok && parsed.value >= -60 && parsed.value <= 80 ? parsed.value : otherwise;
    };
    const [minC, maxC] = [read(search.from, usual.minC), read(search.to, usual.maxC)];
    const ambient = minC <= maxC ? { minC, maxC } : usual;
    return {
      machine,
      point,
      plant,
      band,
      choice: await chooseFor(db, point, ambient),
      lubricants: await lubricantsInUse(db),
    };
  });
  if (!found) notFound();
  const {
    machine,
    point,
    plant,
    band,
    choice: { requirement, candidates },
    lubricants,
  } = found;
  const label = pointLabel(machine.code, point.number);
  const here = `/plant/machines/${machine.code}/points/${point.number}`;
  const chosen = candidates.find(({ lubricant }) => lubricant.code === search.lubricant);
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/plant">Plant</Link> ›{' '}
            <Link href={`/plant/machines/${machine.code}`}>
              {machine.code} {machine.name}
            </Link>{' '}
            › <Link href={here}>{label}</Link>
          </>
        }
        title={
          <>
            Choose a lubricant{' '}
            <span className="font-normal">
              for {label} {point.name}
            </span>
          </>
        }
      />
      <div className="mt-6 gap-12 xl:grid xl:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]">
        <div className="grid content-start gap-8">
          <RequirementSection point={point} here={here} requirement={requirement} />
          <SurroundingsSection here={here} bands={plant.ambientBands} band={band} choice={found.choice} />
        </div>
        <div className="grid content-start gap-8 max-xl:mt-8">
          {chosen && (
            <Section
              id="assign"
              title={
                <>
                  Assign <span className="house-code">{chosen.lubricant.code}</span> {chosen.lubricant.name}
                </>
              }
              className="border-y border-ink py-4"
            >
              <FindingList findings={chosen.judged.findings} />
              <div className="mt-4">
                <AssignmentForm
                  key={chosen.lubricant.id}
                  pointId={point.id}
                  lubricants={lubricants.map(({ id, code: house, name }) => ({ value: id, label: `${house} ${name}` }))}
                  bands={plant.ambientBands.map(({ name }) => name)}
                  today={plantToday(desk.now, plant)}
                  initial={{
                    lubricantId: chosen.lubricant.id,
                    source: 'calculated',
                    sourceText: `Chosen at ${label} by its requirement`,
                    ambientBand: band ?? '',
                  }}
                  stopped={chosen.judged.verdict === 'stop'}
                  backTo={here}
                />
              </div>
            </Section>
          )}
          <CandidatesSection here={here} search={search} band={band} candidates={candidates} />
        </div>
      </div>
    </>
  );
}
