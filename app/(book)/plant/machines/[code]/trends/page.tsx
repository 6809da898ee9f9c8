import { Beside } from '@/components/beside';
import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { TrendChart } from '@/components/scales/trend-chart';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted, dayAndClock, measured, number } from '@/components/words';
import { outOfBand } from '@/core/fields/band';
import { bandWords } from '@/core/register/asked-reading';
import { findMachine } from '@/desk/register/machines';
import { thePlant } from '@/desk/plant';
import { findPoint } from '@/desk/read/lists';
import { type Trend, readTrends } from '@/desk/read/trends';
import { pointPath } from '@/app/due-item';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';

export const metadata: Metadata = { title: 'Trends' };

type Props = { params: Promise<{ code: string }> } & Search;

/** What is read at a machine, or at one of its points, over its run hours. */
export default async function TrendsPage({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const { point: asked } = await searchOf<'point'>(searchParams);
  await openDesk();
  const { machine, trends, plant } = await reading(async (db) => {
    const found = await findMachine({ db }, code);
    const point = found && asked && /^\d{1,4}$/.test(asked) ? await findPoint(db, found.id, Number(asked)) : null;
    return {
      machine: found,
      trends: found ? await readTrends(db, found.id, point?.id) : [],
      plant: await thePlant(db),
    };
  });
  if (!machine) notFound();
  return (
    <>
      <PageHead
        trail={<Link href={`/plant/machines/${machine.code}`}>{machine.code}</Link>}
        title={
          <>
            Trends <span className="font-normal">{machine.name}</span>
          </>
        }
      />
      {trends.length === 0 ? (
        <p className="mt-6 max-w-prose">
          Nothing has been read here twice yet. A look that asks for readings begins a trend: say at its task what is
          read.
        </p>
      ) : (
        <>
          <p className="caption mt-4">
            Dots were read in the state that the limits are for, crosses in another. Wedges above are oil changes,
            findings and events.
          </p>
          <div className="mt-4 grid gap-8 xl:grid-cols-2">
            {trends.map((trend) => (
              <TrendSection key={trend.key} trend={trend} code={machine.code} timeZone={plant.timeZone} />
            ))}
          </div>
        </>
      )}
    </>
  );
}

function TrendSection({ trend, code, timeZone }: { trend: Trend; code: string; timeZone: string }) {
  const { key, point, name, unit, band, readings, marks, left } = trend;
  const last = readings.at(-1)!;
  const usual = bandWords(band, unit);
  const past = last.isObservation ? undefined : outOfBand(last.value, band);
  const title = `${name} at ${point.label}: ${counted(readings.length, 'reading')}, last ${measured(last.value)} ${unit}`;
  return (
    <Section
      id={key.replaceAll(/\W/g, '-')}
      title={
        <>
          <Link href={pointPath(code, point.number)}>{point.label}</Link> {name}
        </>
      }
    >
      <p>
        <Beside>{`${measured(last.value)} ${unit}`}</Beside> on {dayAndClock(new Date(last.atMs), timeZone)}
        <Beside>{usual && `; should be ${usual}`}</Beside>.
        {past && (
          <strong className={past.isStop ? 'text-stop' : ''}>
            {' '}
            ✗ {past.side === 'low' ? 'below' : 'above'} its {past.isStop ? 'stop' : 'warning'}
          </strong>
        )}
      </p>
      <TrendChart title={title} unit={unit} readings={readings} marks={marks} band={band} />
      {left && <WearWords left={left} unit={unit} />}
    </Section>
  );
}

const WearWords = ({ left, unit }: { left: NonNullable<Trend['left']>; unit: string }) =>
  left.ok ? (
    <p>
      Reaches <Beside>{`${measured(left.limit)} ${unit}`}</Beside> in about {number(left.mid, 0)} run hours,{' '}
      {number(left.low, 0)} to {number(left.high, 0)}. {left.notices.join(' ')}
    </p>
  ) : (
    <p>{left.reason}</p>
  );
