'use client';

import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import { CarryTable } from '@/components/carry-list';
import { Disclosure } from '@/components/ui/disclosure';
import { ShiftStrip, stretchesOf } from '@/components/scales/shift-strip';
import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { FormProblem, NoticeLine } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { number } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type Shift, clockText } from '@/core/capacity/shifts';
import { routeInput } from '@/core/route/input';
import { whyHere } from '@/core/route/why-here';
import { type CarryStop, carried } from '@/core/walk/carried';
import type { OrderableRoute } from '@/desk/walk/route-order';
import { takeOrder } from '../../actions';
import { Compared, type Walk, stopsOf } from './compared';
import { LeftOut } from './left-out';
import { OwnOrder, ProposedOrder } from './order-lists';
import { useOrders } from './use-orders';
import { WalkChoices } from './walk-choices';
import { WalkDrawing } from './walk-drawing';

/** Works out in which order a route is walked best, beside the order that it has. */
export function RouteOrderer({ route, carry }: { route: OrderableRoute; carry: readonly CarryStop[] }) {
  const orders = useOrders(route);
  const { chosen, input, yours, found, isWorking } = orders;
  const stops = useMemo(() => new Map(route.stops.map((stop) => [stop.id, stop])), [route]);
  const shown = found ?? yours;
  return (
    <div className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-6">
      <div className="flex flex-wrap items-end gap-4">
        <WalkChoices route={route} chosen={chosen} onChange={orders.setChosen} disabled={isWorking} />
        <Search orders={orders} />
      </div>
      {orders.fault !== null && <NoticeLine notice={{ level: 'caution', text: orders.fault }} />}
      {route.notPlaced.length > 0 && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: `Not on the floor plan, so not in the walk: ${route.notPlaced.join(', ')}.`,
          }}
        />
      )}
      {orders.isNothing && <p>No stop of this route is walked so: choose otherwise.</p>}
      {shown && (
        <>
          <Compared yours={yours} found={found} />
          <WalkDrawing
            route={route}
            aisles={input.aisles!}
            walked={shown.sequence.filter(({ day }) => day === 0).map(({ stopId }) => stopId)}
          />
          <Strip walk={shown} stops={stops} shift={chosen.shift} plannedTo={input.shift.to} />
          <Disclosure summary="What it carries">
            <CarryTable list={carriedOn(shown, carry, route)} />
          </Disclosure>
        </>
      )}
      <Orders route={route} orders={orders} stops={stops} />
      <LeftOut
        route={route}
        leftOut={[...(shown?.unscheduled ?? []), ...orders.notTaken]}
        keep={found ? stopsOf(found) : []}
        canSplit={found !== undefined && !isWorking && found.unscheduled.length > 0 && chosen.scope === 'all'}
      />
    </div>
  );
}

function carriedOn(walk: Walk, carry: readonly CarryStop[], { capacity }: OrderableRoute) {
  const walked = new Set(stopsOf(walk));
  return carried(
    carry.filter(({ taskId }) => walked.has(taskId)),
    capacity.numbers,
  );
}

type Orders = ReturnType<typeof useOrders>;

function Search({ orders: { search, found, begin, stop, isNothing } }: { orders: Orders }) {
  if (search.state !== 'working')
    return (
      <button type="button" className="button button-first" onClick={begin} disabled={isNothing}>
        {found ? 'Work it out again' : 'Work out the order'}
      </button>
    );
  return (
    <>
      <button type="button" className="button" onClick={stop}>
        Stop, keep the best so far
      </button>
      <progress aria-label="Working it out" value={search.progress?.share ?? 0} max={1} className="mb-4 h-3 w-40" />
    </>
  );
}

/** Yours beside what is proposed; either is taken as a whole, and of the other stop by stop. */
function Orders({
  route,
  orders: { own, setOwn, input, yours, found, locked, toggleLock, isWorking },
  stops,
}: {
  route: OrderableRoute;
  orders: Orders;
  stops: ReadonlyMap<string, OrderableRoute['stops'][number]>;
}) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  const take = async (order: readonly string[]) => {
    const rest = own.filter((id) => !order.includes(id));
    const answer = await send(() => takeOrder(route.route.id, route.route.version, [...order, ...rest]));
    if (answer.ok) router.push(`/routes/${route.route.id}`);
  };
  const why = (walk: Walk, id: string) => {
    const locks = locked.map((stopId, index) => ({ stopId, position: index + 1 }));
    return whyHere(routeInput.parse({ ...input, locks }), walk, id, (stopId) => stops.get(stopId)!.label);
  };
  const begins = yours?.sequence.filter(({ part }) => part === 0).map(({ stopId, start }) => [stopId, start] as const);
  return (
    <>
      <FormProblem reason={reason} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-2">
        <div>
          <OwnOrder
            order={input.order}
            stops={stops}
            times={new Map(begins)}
            onOrder={(order) => setOwn([...order, ...own.filter((id) => !order.includes(id))])}
          />
          {own.some((id, index) => id !== route.order[index]) && (
            <p className="mt-3 flex flex-wrap gap-2">
              <WhoMay action="plan">
                <button type="button" className="button button-first" disabled={busy} onClick={() => void take(own)}>
                  Take my order
                </button>
              </WhoMay>
              <button type="button" className="button" onClick={() => setOwn(route.order)}>
                As it was
              </button>
            </p>
          )}
        </div>
        {found && (
          <div>
            <ProposedOrder
              walk={found}
              stops={stops}
              locked={locked}
              onLock={toggleLock}
              why={(id) => why(found, id)}
              onTake={(id) => setOwn(placedAs(own, stopsOf(found), id))}
            />
            {!isWorking && (
              <WhoMay action="plan">
                <p className="mt-3">
                  <button
                    type="button"
                    className="button button-first"
                    disabled={busy}
                    onClick={() => void take(stopsOf(found))}
                  >
                    Take this order
                  </button>
                </p>
              </WhoMay>
            )}
          </div>
        )}
      </div>
    </>
  );
}

/** One's own order with one stop where another order has it: behind the one that it follows there. */
function placedAs(own: readonly string[], proposed: readonly string[], id: string): string[] {
  const others = own.filter((each) => each !== id);
  const previous = proposed[proposed.indexOf(id) - 1];
  const place = previous === undefined ? 0 : others.indexOf(previous) + 1;
  return [...others.slice(0, place), id, ...others.slice(place)];
}

function Strip({
  walk,
  stops,
  shift: { from, to },
  plannedTo,
}: {
  walk: Walk;
  stops: ReadonlyMap<string, { label: string }>;
  shift: Shift;
  plannedTo: number;
}) {
  const first = walk.sequence.filter(({ day }) => day === 0);
  const ends = (first.at(-1)?.end ?? from) + 1;
  const stretches = stretchesOf(first, from, ends, (stopId) => stops.get(stopId)!.label);
  return (
    <figure>
      <ScrolledAcross label="The shift, larger than a phone">
        <div className="min-w-[44rem]">
          <ShiftStrip
            stretches={stretches}
            from={from}
            to={Math.max(to, ends)}
            plannedTo={plannedTo}
            title={`The shift from ${clockText(from)}: ${number(walk.workMinutes, 0)} min work, ${number(walk.walkMinutes, 0)} min walking, ${number(walk.idleMinutes, 0)} min waiting`}
          />
        </div>
      </ScrolledAcross>
      <figcaption className="caption">
        Full: work. Line: walking. Dotted: waiting, breaks with it. The tick at {clockText(plannedTo)} ends what is
        planned; the rest of the shift is for what is found.
      </figcaption>
    </figure>
  );
}
