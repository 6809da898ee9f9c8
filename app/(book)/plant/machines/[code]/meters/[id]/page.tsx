import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { NewDialForm } from '@/components/entry/new-dial-form';
import { ReadingForm } from '@/components/entry/reading-form';
import { MeterChart } from '@/components/scales/meter-chart';
import { counted, dayAndClock, number, paceWords } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { countAt } from '@/core/meter/state';
import { readableMeter } from '@/desk/standing/meters';
import { thePlant } from '@/desk/plant';
import { readMeterPage } from '@/desk/read/meter';
import { openDesk, reading } from '@/app/server';
import { MeterForm } from '../../meter-form';
import { ReadingsTable } from './readings-table';

export const metadata: Metadata = { title: 'Meter' };
const forecastMs = 60 * 86_400_000;
const shownInChart = 300;

/** A meter: what was read off it, where each reading came from, what was left out and why. */
export default async function MeterPage({ params }: { params: Promise<{ code: string; id: string }> }) {
  const { code, id } = await params;
  const desk = await openDesk();
  const { page, plant } = await reading(async (db) => ({
    page: await readMeterPage(desk, decodeURIComponent(code), id),
    plant: await thePlant(db),
  }));
  if (!page) notFound();
  const { machine, meter, lines } = page;
  const unit = meter.unit === 'hours' ? 'h' : meter.unit;
  const newest = meter.state.kept.at(-1);
  const aheadMs = desk.now.getTime() + forecastMs;
  const kept = meter.state.kept.slice(-shownInChart);
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/plant">Plant</Link> ›{' '}
            <Link href={`/plant/machines/${machine.code}`}>
              {machine.code} {machine.name}
            </Link>
          </>
        }
        title={meter.name}
      >
        <p className="mt-1">
          {meter.last ? (
            <>
              Shows{' '}
              <strong>
                {number(meter.last.value)} {unit}
              </strong>{' '}
              on {dayAndClock(meter.last.at, plant.timeZone)}; {number(meter.accumulated!)} {unit} accumulated over its
              dials.
            </>
          ) : (
            'Never read.'
          )}{' '}
          {paceWords(meter.rate)}
          {meter.state.rate.changed && (
            <>
              {' '}
              <strong>Another rhythm</strong> since{' '}
              {dayAndClock(new Date(meter.state.rate.changed.sinceMs), plant.timeZone)}: it ran{' '}
              {number(meter.state.rate.changed.before, 1)} a day before.
            </>
          )}
        </p>
        <p className="caption">
          {meter.rolloverAt
            ? `Rolls over at ${number(meter.rolloverAt, 0)}; the next reading after it is counted on by itself.`
            : 'Does not roll over.'}{' '}
          At most {number(meter.maxPerDay, 0)} a day are plausible.{' '}
          {meter.lastRunAt && `It has stood still since ${dayAndClock(meter.lastRunAt, plant.timeZone)}.`}
        </p>
      </PageHead>
      <div className="mt-6 gap-10 lg:grid lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div>
          {newest && kept.length > 1 && (
            <MeterChart
              kept={kept}
              leftOut={meter.leftOut.filter(({ atMs }) => atMs >= kept[0]!.atMs)}
              forecast={[newest, { atMs: aheadMs, value: countAt(meter.state, aheadMs)! }]}
              unit={unit}
              title={`${meter.name} of ${machine.code} over time, with ${counted(meter.leftOut.length, 'reading')} left out and the forecast dashed`}
            />
          )}
          <h2 className="mt-4 text-xl">
            Readings{' '}
            <span className="caption font-normal">
              newest first; {counted(meter.leftOut.length, 'reading')} left out
            </span>
          </h2>
          <ReadingsTable lines={lines} timeZone={plant.timeZone} />
        </div>
        <div className="no-print grid grid-cols-[minmax(0,1fr)] content-start gap-8 max-lg:mt-8 lg:border-l lg:border-rule lg:pl-8">
          <Section id="read" title="Read it" spaced>
            <ReadingForm timeZone={plant.timeZone} personId={desk.actor.id} meter={readableMeter(meter)} />
          </Section>
          <Section id="dial" title="New dial" spaced>
            <NewDialForm
              meter={{ id: meter.id, machineId: machine.id, unit: meter.unit }}
              personId={desk.actor.id}
              timeZone={plant.timeZone}
            />
          </Section>
          <WhoMay action="plan">
            <Section id="change" title="Change it" spaced>
              <MeterForm
                key={meter.version}
                machineId={machine.id}
                known={{ id: meter.id, version: meter.version }}
                initial={{
                  name: meter.name,
                  unit: meter.unit,
                  rolloverAt: meter.rolloverAt === null ? '' : String(meter.rolloverAt),
                  resolution: String(meter.resolution),
                  maxPerDay: String(meter.maxPerDay),
                }}
              />
            </Section>
          </WhoMay>
          <p className="caption">
            A mistyped reading is put right at its entry: open it by its time. Gateways post to{' '}
            <code className="break-all">/api/meters/{meter.id}/readings</code>.
          </p>
        </div>
      </div>
    </>
  );
}
