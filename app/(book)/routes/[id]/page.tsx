import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { CarryTable } from '@/components/carry-list';
import { Disclosure } from '@/components/ui/disclosure';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { DueList } from '@/components/due-list';
import { counted, number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { numbersOf } from '@/core/capacity/trade-numbers';
import { plantToday } from '@/core/time/plant-day';
import { type CarryStop, carried, carryStops } from '@/core/walk/carried';
import { leanDocument } from '@/core/walk/document';
import { thePlant } from '@/desk/plant';
import { dueItem } from '@/app/due-item';
import { readWalk } from '@/desk/walk/rounds';
import { ChangesSection } from '@/app/changes-section';
import { openDesk, reading } from '@/app/server';
import { BeginRound } from '@/app/round/begin-round';
import { TakeAlongRoute } from '@/app/round/take-along-route';

export const metadata: Metadata = { title: 'Route' };

/** One route in walking order, and the way to start walking it. */
export default async function RoutePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const desk = await openDesk();
  const [plant, walk] = await reading((db) => Promise.all([thePlant(db), readWalk(desk, id)]));
  if (!walk) notFound();
  const { plan, states: inOrder, note } = walk;
  const { route } = plan.document;
  const today = plantToday(desk.now, plant);
  const stops = carryStops(plan.document);
  const carriedFor = (is: (stop: CarryStop) => boolean) =>
    carried(stops.filter(is), numbersOf(plan.document.ownNumbers));
  const lean = { ...plan, document: leanDocument(plan.document) };
  return (
    <>
      <PageHead
        trail={<Link href="/routes">Routes</Link>}
        title={
          <>
            <span className="mr-3">{route.code}</span>
            <span className="font-normal">{route.name}</span>
          </>
        }
        actions={
          <p className="no-print flex flex-wrap gap-2">
            <Link href={`/routes/${id}/order`} className="button">
              Order the walk
            </Link>
            <Link href={`/routes/${id}/sheet`} className="button">
              Route sheet
            </Link>
            <WhoMay action="plan">
              <Link href={`/routes/${id}/rearrange`} className="button">
                Merge or clone
              </Link>
            </WhoMay>
            <WhoMay action="plan">
              <Link href={`/routes/${id}/edit`} className="button">
                Change route
              </Link>
            </WhoMay>
          </p>
        }
      />
      {note && <p className="mt-4 max-w-prose whitespace-pre-line">{note}</p>}
      <div className="mt-5 grid gap-3">
        <BeginRound plan={lean} timeZone={plant.timeZone} />
        <TakeAlongRoute plan={lean} />
      </div>
      <Disclosure summary="What it carries" className="mt-4">
        <div className="mt-2 grid max-w-4xl gap-6">
          {plan.wanted.length > 0 && plan.wanted.length < inOrder.length && (
            <div>
              <h3>For the {counted(plan.wanted.length, 'stop')} wanted</h3>
              <CarryTable list={carriedFor(({ taskId }) => plan.wanted.includes(taskId))} />
            </div>
          )}
          <div>
            <h3>For all {counted(inOrder.length, 'stop')}</h3>
            <CarryTable list={carriedFor(() => true)} />
          </div>
        </div>
      </Disclosure>
      <Section
        id="stops"
        title={
          <>
            Stops in walking order{' '}
            <span className="caption font-normal">
              {counted(inOrder.length, 'stop')},{' '}
              {number(
                inOrder.reduce((sum, { minutes }) => sum + minutes, 0),
                0,
              )}{' '}
              min without the walk
            </span>
          </>
        }
        className="mt-8 max-w-4xl"
      >
        <DueList caption={`Stops of ${route.code}`} items={inOrder.map((state) => dueItem(state, today))} />
      </Section>
      <ChangesSection ids={[id]} timeZone={plant.timeZone} />
    </>
  );
}
