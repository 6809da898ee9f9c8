import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { Fact } from '@/components/ui/fact';
import { NoticeLine } from '@/components/ui/notice';
import { Working } from '@/components/ui/working';
import { measured } from '@/components/words';
import { families, materials as materialWords } from '@/core/compat/vocabulary';
import { pointLabel } from '@/core/register/assignment';
import { fieldsOf, pointKinds } from '@/core/register/point-kinds';
import { plantToday } from '@/core/time/plant-day';
import { parseQuantity } from '@/core/units/parse-quantity';
import { ambientOf, chooseFor } from '@/desk/assign/choose';
import { thePlant } from '@/desk/plant';
import { findMachine } from '@/desk/register/machines';
import { findPoint, lubricantsInUse } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { pointNumber } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { AssignmentFields } from '../assignment-fields';
import { FindingList } from '../finding-list';

type Props = {
  params: Promise<{ code: string; number: string }>;
  searchParams: Search['searchParams'];
};

export const metadata: Metadata = { title: 'Choose a lubricant' };

const verdictWords = { suits: 'suits', 'with-care': 'with care', stop: 'does not suit' } as const;

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
    choice: { ambient, requirement, materials, contents, candidates },
    lubricants,
  } = found;
  const label = pointLabel(machine.code, point.number);
  const here = `/plant/machines/${machine.code}/points/${point.number}`;
  const missing = fieldsOf(point.kind).filter(
    ({ key, type }) =>
      type === 'quantity' &&
      point.details[key] === undefined &&
      ['temperatureC', 'speedRpm', 'boreMm', 'centreDistanceMm', 'pitchLineVelocityMS'].includes(key),
  );
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
          <Section id="asks" title="What the point asks for">
            <p className="mt-2">
              {pointKinds[point.kind].label}. {requirement.typeWhy}
            </p>
            {requirement.families.length > 0 && (
              <p className="mt-1">Kind: {requirement.families.map((family) => families[family]).join(', or ')}.</p>
            )}
            {requirement.isoVg !== undefined && <p className="mt-2 text-2xl">ISO VG {requirement.isoVg}</p>}
            {requirement.nlgi && <p className="mt-2 text-2xl">NLGI {requirement.nlgi.join(' or ')}</p>}
            {requirement.schools.length > 0 && (
              <ul className="mt-3">
                {requirement.schools.map(({ school, answer, stored }) => (
                  <li key={school} className="rule-t py-2">
                    <span className="text-muted">{school}:</span> {answer}
                    {stored && <Working computation={stored} />}
                  </li>
                ))}
              </ul>
            )}
            {requirement.notices.map((notice, index) => (
              <NoticeLine key={index} notice={notice} />
            ))}
            {missing.length > 0 && (
              <p className="caption mt-2">
                The answer is better with: {missing.map((field) => field.label.toLowerCase()).join(', ')}.{' '}
                <Link href={`${here}/edit`}>Add them</Link>
              </p>
            )}
          </Section>
          <Section id="around" title="Where it works">
            <form className="mt-2 grid max-w-md grid-cols-2 gap-3">
              <label>
                <span className="caption">Coldest around it</span>
                <input name="from" className="field" defaultValue={`${measured(ambient.minC)} °C`} autoComplete="off" />
              </label>
              <label>
                <span className="caption">Warmest around it</span>
                <input name="to" className="field" defaultValue={`${measured(ambient.maxC)} °C`} autoComplete="off" />
              </label>
              <button className="button col-span-2 w-fit">Judge for this ambient</button>
            </form>
            {plant.ambientBands.length > 0 && (
              <p className="caption mt-2">
                Bands of the plant:{' '}
                {plant.ambientBands.map(({ name, fromC, toC }) => (
                  <span key={name} className="mr-3">
                    <Link
                      href={`${here}/choose?band=${encodeURIComponent(name)}`}
                      aria-current={band === name ? 'true' : undefined}
                    >
                      {name}
                    </Link>{' '}
                    {measured(fromC)} to {measured(toC)} °C
                  </span>
                ))}
              </p>
            )}
            <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5">
              <Fact name="Touches">
                {materials.length > 0 ? (
                  materials.map((material) => materialWords[material]).join(', ')
                ) : (
                  <>
                    not said. <Link href={`${here}/edit`}>Say which metals and seals</Link>
                  </>
                )}
              </Fact>
              <Fact name="In there now">
                {contents ? (
                  <>
                    <span className="house-code">{contents.code}</span> {contents.name}
                  </>
                ) : (
                  'not known by the book: an unknown mixture'
                )}
              </Fact>
            </dl>
          </Section>
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
                <AssignmentFields
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
          <Section id="store" title="The store room, judged">
            <ul className="mt-2">
              {candidates.map(({ lubricant, judged: { verdict, findings } }) => (
                <li key={lubricant.id} className="rule-t py-2.5">
                  <div className="flex flex-wrap items-baseline gap-x-3">
                    <span className="house-code">{lubricant.code}</span>
                    <span className="min-w-0 grow">{lubricant.name}</span>
                    <strong className={verdict === 'stop' ? 'text-stop' : verdict === 'suits' ? '' : 'font-medium'}>
                      {verdictWords[verdict]}
                    </strong>
                    <Link
                      href={`${here}/choose?${new URLSearchParams({ ...(search.from && { from: search.from }), ...(search.to && { to: search.to }), ...(band && { band }), lubricant: lubricant.code })}#assign`}
                      className="button no-print"
                      aria-label={`Take ${lubricant.code}`}
                    >
                      Take
                    </Link>
                  </div>
                  <FindingList findings={findings} short />
                </li>
              ))}
            </ul>
          </Section>
        </div>
      </div>
    </>
  );
}
