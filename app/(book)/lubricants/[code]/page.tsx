import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { Disclosure } from '@/components/ui/disclosure';
import { LevelGlass } from '@/components/scales/level-glass';
import { Fact } from '@/components/ui/fact';
import { counted, day, measured, number, quantityOf } from '@/components/words';
import { compatLubricants } from '@/core/compat/lubricants';
import { compatMaterials } from '@/core/compat/materials';
import { additives, bases, families, keysOf, materials, thickeners } from '@/core/compat/vocabulary';
import { nlgiRanges } from '@/core/lubricant/nlgi';
import { computeStored } from '@/core/method';
import { hazards } from '@/core/words/hazards';
import { pointLabel } from '@/core/register/assignment';
import { isGreaseKind } from '@/core/store/store-room';
import { daysBetween, plantToday } from '@/core/time/plant-day';
import { viscosityIndexMethod } from '@/core/viscosity/viscosity-index';
import { thePlant } from '@/desk/plant';
import { readLubricantPage } from '@/desk/read/store-room';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { ReplacementFields } from './replacement-fields';
import { StockFields, StockMarks } from './stock-fields';
import { sourceRanks, type SourceRank } from '@/core/words/source-ranks';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: decodeURIComponent((await params).code),
});

const mixWords = {
  same: 'the same kind',
  mixable: 'mixable, top up with your own',
  'test-first': 'test first',
  never: 'never together',
} as const;

/** One lubricant: what it is, what it may meet, where it is used, what is on the shelf. */
export default async function LubricantPage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const { page, plant } = await reading(async (db) => ({
    page: await readLubricantPage(desk, code),
    plant: await thePlant(db),
  }));
  if (!page) notFound();
  const { lubricant, stock, points, need, guns, replaces, others } = page;
  const today = plantToday(desk.now, plant);
  const grease = isGreaseKind(lubricant.kind);
  const unit = grease ? 'g' : 'L';
  const index = computeStored(viscosityIndexMethod, { kv40: lubricant.kv40, kv100: lubricant.kv100 });
  const compositionOf = (row: typeof lubricant) => ({
    family: row.kind,
    base: row.baseOil ?? 'mineral',
    ...(row.thickener && { thickener: row.thickener }),
    additives: row.additives,
  });
  const meetings = others
    .filter((other) => isGreaseKind(other.kind) === grease)
    .flatMap((other) => {
      const run = computeStored(compatLubricants, { a: compositionOf(lubricant), b: compositionOf(other) });
      return run.ok ? [{ other, ...run.result }] : [];
    });
  const touching = computeStored(compatMaterials, {
    fluid: { base: lubricant.baseOil, additives: lubricant.additives },
    materials: keysOf(materials),
  });
  return (
    <>
      <PageHead
        trail={<Link href="/lubricants">Lubricants</Link>}
        title={
          <>
            <span className="house-code mr-3">{lubricant.code}</span>
            <span className="font-normal">{lubricant.name}</span>
          </>
        }
        actions={
          <p className="no-print flex flex-wrap gap-2">
            {!grease && (lubricant.isoVg !== null || lubricant.kv40 !== null) && (
              <Link href={`/lubricants/chart?oil=${lubricant.code}`} className="button">
                Viscosity chart
              </Link>
            )}
            <Link href={`/lubricants/${lubricant.code}/edit`} className="button">
              Change
            </Link>
          </p>
        }
      >
        <p className="text-muted">
          {families[lubricant.kind]}
          {lubricant.designation && <>, {lubricant.designation}</>}
        </p>
      </PageHead>
      {(lubricant.hazards.length > 0 || lubricant.description) && (
        <div className="mt-4 grid gap-1 border-l-4 border-ink pl-4">
          {lubricant.hazards.map((hazard) => (
            <p key={hazard}>
              <strong>Mind.</strong> {hazards[hazard][0]!.toUpperCase()}
              {hazards[hazard].slice(1)}.
            </p>
          ))}
          {lubricant.description && <p className="whitespace-pre-line">{lubricant.description}</p>}
        </div>
      )}
      <div className="mt-6 gap-10 xl:grid xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-10">
          <Section
            id="used"
            title={
              <>
                Where it is used <span className="caption font-normal">{counted(points.count, 'point')}</span>
              </>
            }
          >
            {need && need.perYear > 0 && (
              <p className="mt-1">
                The plan uses <strong>{quantityOf(need.perYear, need.unit)}</strong> a year
                {need.unknownTasks > 0 && (
                  <>, and what {counted(need.unknownTasks, 'task')} of films and marks take on top</>
                )}
                . <Link href="/lubricants/needs">By route and month</Link>
              </p>
            )}
            {points.count === 0 ? (
              <p className="mt-2">Nowhere by the plan.</p>
            ) : (
              <ul className="mt-3 columns-1 gap-8 md:columns-2">
                {points.shown.map(({ id, machine, number: place, name }) => (
                  <li key={id} className="rule-t break-inside-avoid py-1.5">
                    <Link href={pointPath(machine, place)} prefetch={false} className="font-semibold">
                      {pointLabel(machine, place)}
                    </Link>{' '}
                    <span className="text-muted">{name}</span>
                  </li>
                ))}
              </ul>
            )}
            {points.count > points.shown.length && (
              <p className="mt-2">
                <Link href={`/due?lubricant=${lubricant.code}`}>All {counted(points.count, 'point')} under Due</Link>
              </p>
            )}
          </Section>
          <Section id="meets" title="What it may meet">
            <p className="caption">
              From base oil, thickener and additives. In one sump or bearing the rule is always: top up with what is in
              there.
            </p>
            <ul className="mt-2">
              {meetings.map(({ other, verdict, reasons }) => (
                <li
                  key={other.id}
                  className="rule-t grid grid-cols-[5rem_minmax(0,11rem)_minmax(0,1fr)] gap-x-3 py-1.5 max-md:grid-cols-[5rem_1fr]"
                >
                  <Link href={`/lubricants/${other.code}`} className="no-underline">
                    <span className="house-code">{other.code}</span>
                  </Link>
                  <strong className={verdict === 'never' ? 'text-stop' : 'font-medium'}>{mixWords[verdict]}</strong>
                  <span className="text-muted max-md:col-start-2">{reasons[0]}</span>
                </li>
              ))}
            </ul>
          </Section>
          <Section id="touches" title="What it may touch">
            {touching.ok && touching.result.byMaterial.some(({ verdict }) => verdict !== 'suits') ? (
              <ul className="mt-2">
                {touching.result.byMaterial
                  .filter(({ verdict }) => verdict !== 'suits')
                  .map(({ material, verdict, reason }) => (
                    <li key={material} className="rule-t grid grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-x-3 py-1.5">
                      <span>
                        <strong className={verdict === 'never' ? 'text-stop' : 'font-medium'}>
                          {verdict === 'never' ? 'never' : 'ask first'}
                        </strong>{' '}
                        {materials[material]}
                      </span>
                      <span className="text-muted">{reason}</span>
                    </li>
                  ))}
              </ul>
            ) : (
              <p className="mt-2">Nothing in the tables speaks against any seal, metal or paint.</p>
            )}
            <p className="caption mt-1">
              All other materials of the tables suit. The tables know families only; the maker of the seal knows the
              compound.
            </p>
          </Section>
          <Section id="replaces" title="What it stands in for">
            {replaces.length === 0 ? (
              <p className="mt-2">
                Nothing is recorded. When an old chart names a product that is gone, write it down here with the source,
                never by the number in its name.
              </p>
            ) : (
              <ul className="mt-2">
                {replaces.map(({ id, formerName, source, sourceText, sourceOn, note, by }) => (
                  <li key={id} className="rule-t py-1.5">
                    <strong>{formerName}</strong>{' '}
                    <span className="text-muted">
                      {sourceRanks[source as SourceRank]}: {sourceText}, {day(sourceOn)}, recorded by {by}.
                    </span>
                    {note && <span className="block">{note}</span>}
                  </li>
                ))}
              </ul>
            )}
            <Disclosure summary="Record a former product" className="no-print mt-2">
              <div className="mt-3 max-w-2xl">
                <ReplacementFields lubricantId={lubricant.id} today={today} />
              </div>
            </Disclosure>
          </Section>
        </div>
        <div className="grid content-start gap-10 border-rule max-xl:mt-10 xl:border-l xl:pl-8">
          <Section id="what" title="What it is">
            <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
              {lubricant.nlgi !== null && (
                <Fact name="NLGI">{`${lubricant.nlgi}: penetration ${nlgiRanges[lubricant.nlgi]!.from} to ${nlgiRanges[lubricant.nlgi]!.to}, ${nlgiRanges[lubricant.nlgi]!.feel}`}</Fact>
              )}
              {lubricant.thickener && <Fact name="Thickener">{thickeners[lubricant.thickener]}</Fact>}
              {lubricant.baseOil && <Fact name="Base oil">{bases[lubricant.baseOil]}</Fact>}
              {lubricant.isoVg !== null && (
                <Fact name={grease ? 'Base oil grade' : 'Grade'}>{`ISO VG ${lubricant.isoVg}`}</Fact>
              )}
              {lubricant.kv40 !== null && <Fact name="At 40 °C">{`${measured(lubricant.kv40)} mm²/s`}</Fact>}
              {lubricant.kv100 !== null && <Fact name="At 100 °C">{`${measured(lubricant.kv100)} mm²/s`}</Fact>}
              {index.ok && <Fact name="Viscosity index">{number(index.result.viscosityIndex, 0)}</Fact>}
              <Fact name="Density">{number(lubricant.densityGCm3, 3)} g/cm³</Fact>
              {lubricant.pourPointC != null && <Fact name="Pour point">{`${measured(lubricant.pourPointC)} °C`}</Fact>}
              {(lubricant.lowerC !== null || lubricant.upperC !== null) && (
                <Fact name="Used">
                  {[
                    lubricant.lowerC !== null && `from ${measured(lubricant.lowerC)} °C`,
                    lubricant.upperC !== null && `up to ${measured(lubricant.upperC)} °C`,
                  ]
                    .filter(Boolean)
                    .join(' ')}
                </Fact>
              )}
              <Fact name="Additives">
                {lubricant.additives.length > 0
                  ? lubricant.additives.map((each) => additives[each]).join(', ')
                  : 'none that matter'}
              </Fact>
            </dl>
          </Section>
          <Section
            id="shelf"
            title={
              <>
                On the shelf{' '}
                <span className="caption font-normal">
                  {stock.length > 0
                    ? quantityOf(
                        stock.reduce((sum, { amount }) => sum + amount, 0),
                        unit,
                      )
                    : 'nothing'}
                </span>
              </>
            }
          >
            {need && need.perYear > 0 && stock.length > 0 && (
              <LevelGlass
                share={stock.reduce((sum, { amount }) => sum + amount, 0) / need.perYear}
                words={`Enough for ${number((12 * stock.reduce((sum, { amount }) => sum + amount, 0)) / need.perYear, 1)} months of the plan`}
                unit="year"
              />
            )}
            <ul className="mt-2">
              {stock.map(({ id, batch, container, place, amount, receivedOn, openedOn, bestBeforeOn }) => (
                <li key={id} className="rule-t py-2">
                  <p>
                    <strong>{quantityOf(amount, unit)}</strong> {container}, batch {batch}
                    {place && `, ${place}`}
                  </p>
                  <p className="caption">
                    Received {day(receivedOn)}
                    {openedOn
                      ? `, opened ${day(openedOn)}, ${counted(daysBetween(openedOn, today), 'day')} ago`
                      : `, unopened, ${counted(daysBetween(receivedOn, today), 'day')} old`}
                    {bestBeforeOn && `, best before ${day(bestBeforeOn)}${bestBeforeOn < today ? ': past' : ''}`}
                  </p>
                  <StockMarks id={id} opened={openedOn != null} batch={batch} />
                </li>
              ))}
            </ul>
            <Disclosure summary="Put a container on the shelf" className="no-print mt-2" open={stock.length === 0}>
              <div className="mt-3">
                <StockFields lubricantId={lubricant.id} today={today} unit={unit} />
              </div>
            </Disclosure>
          </Section>
          {grease && (
            <Section id="guns" title="Guns that carry it">
              {guns.length === 0 ? (
                <p className="mt-2">
                  None. <Link href="/lubricants/guns">Add a gun</Link>; a gun carries one grease for good.
                </p>
              ) : (
                <ul className="mt-2">
                  {guns.map(({ gun, calibrations }) => (
                    <li key={gun.id} className="rule-t py-1.5">
                      <span className="font-semibold">{gun.code}</span> {gun.name}: {measured(gun.gramsPerStroke)} g a
                      stroke
                      {calibrations[0] && <span className="caption">, calibrated {day(calibrations[0].doneOn)}</span>}
                    </li>
                  ))}
                </ul>
              )}
            </Section>
          )}
        </div>
      </div>
    </>
  );
}
