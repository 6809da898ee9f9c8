import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { CarryTable } from '@/components/carry-list';
import { PrintButton } from '@/components/print-button';
import { QrCode } from '@/components/qr-code';
import { counted, day, number } from '@/components/words';
import { clockText } from '@/core/capacity/shifts';
import { numbersOf } from '@/core/capacity/trade-numbers';
import { plantToday } from '@/core/time/plant-day';
import { carried, carryStops } from '@/core/walk/carried';
import type { WalkDocument } from '@/core/walk/document';
import { thePlant } from '@/desk/plant';
import { minutesOfWalk } from '@/desk/walk/route-order';
import { readWalk } from '@/desk/walk/rounds';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';
import { SheetFoot } from './sheet-foot';
import { SheetStop } from './sheet-stop';

type Props = { params: Promise<{ id: string }> } & Search;

export const metadata: Metadata = { title: 'Route sheet' };

/** A route on paper: what is carried, and every stop in walking order with boxes for what is done, read and found there. */
export default async function SheetPage({ params, searchParams }: Props) {
  const { id } = await params;
  const { what } = await searchOf<'what'>(searchParams);
  const desk = await openDesk();
  const [{ plant, walk }, site] = await Promise.all([
    reading(async (db) => ({ plant: await thePlant(db), walk: await readWalk(desk, id) })),
    siteAddress(),
  ]);
  if (!walk) notFound();
  const { plan, note } = walk;
  const isAll = what === 'all' || plan.wanted.length === 0;
  const document: WalkDocument = {
    ...plan.document,
    stops: plan.document.stops.filter(({ taskId }) => isAll || plan.wanted.includes(taskId)),
  };
  const { route, stops, procedures, guns } = document;
  const minutes = await reading(() =>
    minutesOfWalk(
      desk,
      id,
      stops.map(({ taskId }) => taskId),
    ),
  );
  const today = plantToday(desk.now, plant);
  return (
    <>
      <div className="no-print mb-4 flex flex-wrap items-center justify-between gap-3">
        <Link href={`/routes/${id}`}>Back to {route.code}</Link>
        <p className="flex flex-wrap gap-2">
          {plan.wanted.length > 0 && (
            <Link href={isAll ? `/routes/${id}/sheet` : `/routes/${id}/sheet?what=all`} className="button">
              {isAll ? 'Only what is wanted' : 'All stops'}
            </Link>
          )}
          <Link href={`/routes/${id}/typed${isAll ? '?what=all' : ''}`} className="button">
            Type a sheet back
          </Link>
          <PrintButton label="Print, or keep as PDF" />
        </p>
      </div>
      <article className="route-sheet">
        <header className="flex items-end justify-between gap-4 border-b-2 border-ink pb-2">
          <div>
            <p className="caption">
              {plant.name}, route sheet of {day(today)}
            </p>
            <h1 className="text-3xl">
              <span className="mr-3">{route.code}</span>
              <span className="font-normal">{route.name}</span>
            </h1>
          </div>
          <QrCode text={`${site}/routes/${id}`} size="18mm" words={`QR code to the page of ${route.code}`} />
        </header>
        <div className="sheet-lines">
          <p>
            Names <span className="sheet-blank w-64" />
          </p>
          <p>
            Date <span className="sheet-blank w-28" /> from <span className="sheet-blank w-20" /> to{' '}
            <span className="sheet-blank w-20" />
          </p>
        </div>
        <p className="mt-2">
          {counted(stops.length, 'stop')}.{' '}
          {minutes &&
            `Begun at ${clockText(minutes.shift.from)}: ${number(minutes.workMinutes, 0)} min work, lock-outs with it, ${number(minutes.walkMinutes, 0)} min walking, ${number(minutes.idleMinutes, 0)} min waiting, ${number(minutes.totalMinutes, 0)} min in all.`}
        </p>
        {note && <p className="whitespace-pre-line">{note}</p>}
        {plant.sheetNote && <p className="mt-1 whitespace-pre-line">{plant.sheetNote}</p>}
        <section aria-labelledby="to-take" className="mt-3">
          <h2 id="to-take" className="text-lg">
            To take along
          </h2>
          <CarryTable list={carried(carryStops(document), numbersOf(document.ownNumbers))} />
        </section>
        <ol className="mt-4">
          {stops.map((stop, index) => (
            <SheetStop
              key={stop.taskId}
              place={index + 1}
              stop={stop}
              guns={guns}
              procedure={stop.procedure === null ? null : (procedures[stop.procedure] ?? null)}
            />
          ))}
        </ol>
        <SheetFoot document={document} />
      </article>
    </>
  );
}
