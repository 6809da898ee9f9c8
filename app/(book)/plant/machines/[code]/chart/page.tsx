import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PrintButton } from '@/components/print-button';
import { QrCode } from '@/components/qr-code';
import { MachineOutline } from '@/components/scales/machine-outline';
import { WhoMay } from '@/components/who-may';
import { day } from '@/components/words';
import { defaultCautions } from '@/core/words/cautions';
import { completeOutline } from '@/core/register/outline';
import { type PlantDay, plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readChartExtras } from '@/desk/read/chart';
import { type MachinePage, readMachinePage } from '@/desk/read/machine';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';
import { ChartTable } from './chart-table';
import { Legend } from './legend';
import { asksAnything, ReadingsTable } from './readings-table';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `Chart of ${decodeURIComponent((await params).code)}`,
});

/** More rows than this stand on an upright sheet, under the drawing, so that they still fit one page. */
const widestRows = 11;

/**
 * Every point of a machine on one page for the wall: outline with numbers, lubricant, amount, interval, state, legend. What is
 * read there stands on a sheet of its own: with it a press of fourteen rows no longer fits the one page.
 */
export default async function MachineChartPage({ params }: Props) {
  const code = decodeURIComponent((await params).code);
  const desk = await openDesk();
  const [{ page, plant }, site] = await Promise.all([
    reading(async (db) => ({ page: await readMachinePage(desk, code), plant: await thePlant(db) })),
    siteAddress(),
  ]);
  if (!page) notFound();
  const { machine, area, points, states } = page;
  const { seasons, hazards, letters } = await reading((db) =>
    readChartExtras(db, machine.id, [...new Set(states.flatMap(({ lubricant }) => lubricant?.id ?? []))]),
  );
  const usual = states.flatMap(({ action, machineState, point: { kind } }) =>
    defaultCautions({ action, machineState, kind }),
  );
  const numbers = new Map(points.map(({ id }, index) => [id, index + 1]));
  const outline = completeOutline(
    machine.outline,
    machine.name,
    points.map(({ id }) => id),
  );
  const lubricants = [
    ...new Map(
      states.flatMap(({ lubricant }) => (lubricant ? [[lubricant.code, lubricant.name] as const] : [])),
    ).entries(),
  ].sort();
  const rows = points.reduce(
    (sum, { id }) => sum + Math.max(1, states.filter((state) => state.point.id === id).length),
    0,
  );
  const today = plantToday(desk.now, plant);
  const head = { machine, place: `${plant.name}, ${area.name}`, site, today };
  return (
    <>
      <p className="no-print mb-4 flex flex-wrap items-center justify-between gap-3">
        <Link href={`/plant/machines/${machine.code}`}>Back to {machine.code}</Link>
        <span className="flex gap-2">
          <WhoMay action="plan">
            <Link href={`/plant/machines/${machine.code}/drawing`} className="button">
              Change the drawing
            </Link>
          </WhoMay>
          <PrintButton label="Print on A4" />
        </span>
      </p>
      <article className={rows > widestRows ? 'chart-page chart-tall' : 'chart-page'}>
        <SheetHead {...head} as="h1" what="Lubrication chart" />
        <div className="chart-body mt-3 gap-6 lg:grid lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <div>
            <MachineOutline
              outline={outline}
              numbers={numbers}
              title={`Outline of ${machine.code} with its points numbered in walking order`}
            />
            <Legend
              lubricants={lubricants}
              letters={letters}
              machine={machine}
              cautions={[...new Set([...usual, ...hazards])]}
              today={today}
            />
          </div>
          <ChartTable machine={machine} points={points} states={states} numbers={numbers} seasons={seasons} />
        </div>
      </article>
      {asksAnything(states) && (
        <article className="chart-page chart-tall mt-10">
          <SheetHead {...head} as="h2" what="Readings and looks" />
          <ReadingsTable machine={machine} points={points} states={states} numbers={numbers} />
          <p className="caption mt-2">
            Numbers as on the chart. Limits as the book held them on {day(today)}. What lies outside is written as a
            finding; past a stop limit the job stops, and the site’s rules and the manufacturer decide.
          </p>
        </article>
      )}
    </>
  );
}

/** Whose sheet it is, how old, and the code of the page that is newer. */
function SheetHead({
  machine,
  place,
  site,
  today,
  as: Heading,
  what,
}: Pick<MachinePage, 'machine'> & { place: string; site: string; today: PlantDay; as: 'h1' | 'h2'; what: string }) {
  return (
    <header className="flex items-end justify-between gap-4 border-b-2 border-ink pb-2">
      <div>
        <p className="caption">{place}</p>
        <Heading className="text-3xl">
          <span className="mr-3">{machine.code}</span>
          <span className="font-normal">{machine.name}</span>
        </Heading>
      </div>
      <div className="flex items-end gap-3">
        <p className="caption text-right">
          {what}
          <br />
          as of {day(today)}
        </p>
        <QrCode
          text={`${site}/plant/machines/${machine.code}`}
          size="18mm"
          words={`QR code to the page of ${machine.code}`}
        />
      </div>
    </header>
  );
}
