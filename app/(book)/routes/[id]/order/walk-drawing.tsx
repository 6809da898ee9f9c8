'use client';

import { useMemo } from 'react';
import {
  AisleLine,
  FloorAreas,
  FloorScale,
  PlaceMark,
  aisleEnds,
  drawnAt,
  frameAround,
  labelBelow,
  labelsThatFit,
  textMetres,
  viewBoxOf,
} from '@/components/scales/floor-drawing';
import { ScrolledAcross } from '@/components/ui/scrolled-across';
import { wayBetween } from '@/core/route/walking';
import type { OrderableRoute } from '@/desk/walk/route-order';

type Aisles = Parameters<typeof wayBetween>[0];

/** The walk on the plan: the way along the aisles as a line, the stops' machines with the number at which they are reached. */
export function WalkDrawing({
  route,
  aisles,
  walked,
}: {
  route: OrderableRoute;
  /** As doors stand in the shift. */
  aisles: Aisles;
  walked: readonly string[];
}) {
  const { plan, stops } = route;
  const placeOf = useMemo(() => new Map(stops.map((stop) => [stop.id, stop])), [stops]);
  const used = useMemo(() => {
    const machines = new Set(stops.map(({ machine }) => machine));
    return { ...plan, machines: plan.machines.filter(({ code }) => machines.has(code)) };
  }, [plan, stops]);
  const ways = useMemo(() => waysOf(route, aisles, walked), [route, aisles, walked]);
  // Below it there is room for its scale.
  const frame = useMemo(() => {
    const halls = plan.areas.filter((area) => used.machines.some((machine) => isIn(area, machine)));
    const corners = halls.flatMap(({ x, y, width, height }) => [
      { x, y },
      { x: x + width, y: y + height },
    ]);
    const around = frameAround([route.start, ...used.machines, ...corners, ...ways.flat()], 4);
    return { ...around, height: around.height + 2.5 * textMetres(around, 1) };
  }, [route, plan, used, ways]);
  const size = textMetres(frame, 1);
  const firstAt = new Map<string, number>();
  for (const [index, taskId] of walked.entries()) {
    const machine = placeOf.get(taskId)!.machine;
    if (!firstAt.has(machine)) firstAt.set(machine, index + 1);
  }
  const path = ways
    .map((way) => `M${way.map((corner) => Object.values(drawnAt(frame, corner)).join(' ')).join('L')}`)
    .join('');
  const marks = used.machines.map(({ code, x, y }) => ({
    code,
    drawn: drawnAt(frame, { x, y }),
    first: firstAt.get(code),
  }));
  const text = ({ code, first }: (typeof marks)[number]) => (first === undefined ? code : `${first} ${code}`);
  const fitting = labelsThatFit(
    marks.map((mark) => ({ key: mark.code, text: text(mark), x: mark.drawn.x, y: mark.drawn.y + labelBelow(size) })),
    size,
  );
  return (
    <ScrolledAcross label="The walk on the floor plan, larger than a phone">
      <svg
        role="img"
        aria-label={`The walk on the floor plan, ${walked.length} visits`}
        viewBox={viewBoxOf(frame)}
        className="floor-plan max-h-[70vh] w-full min-w-[44rem] border border-rule bg-sheet"
        style={{ fontSize: `${size}px` }}
      >
        <FloorAreas plan={plan} frame={frame} size={size} />
        {plan.aisles.map((aisle) => {
          const ends = aisleEnds(plan, frame, aisle);
          return ends && <AisleLine key={`${aisle.from}-${aisle.to}`} ends={ends} aisle={aisle} />;
        })}
        {path !== '' && <path d={path} className="floor-walk" />}
        {marks.map((mark) => (
          <PlaceMark
            key={mark.code}
            at={mark.drawn}
            kind="machine"
            label={fitting.has(mark.code) ? text(mark) : ''}
            size={size}
            isChosen={mark.first !== undefined}
          />
        ))}
        {plan.stores.map(({ name, x, y }) => (
          <PlaceMark key={name} at={drawnAt(frame, { x, y })} kind="store" label="" size={size} isChosen={false} />
        ))}
        <FloorScale frame={frame} />
      </svg>
    </ScrolledAcross>
  );
}

/** Whether something stands in a hall. */
const isIn = (
  { x, y, width, height }: OrderableRoute['plan']['areas'][number],
  place: { x: number; y: number },
): boolean => place.x >= x && place.x <= x + width && place.y >= y && place.y <= y + height;

type Corner = { x: number; y: number };

/** The whole way, leg by leg with its corners: from the start to each stop in order, and back. */
function waysOf({ stops, start }: OrderableRoute, aisles: Aisles, walked: readonly string[]): Corner[][] {
  const placeOf = new Map(stops.map((stop) => [stop.id, stop]));
  const places: Corner[] = [start, ...walked.map((taskId) => placeOf.get(taskId)!), start];
  return places.slice(1).flatMap((to, index) => {
    const from = places[index]!;
    return from.x === to.x && from.y === to.y ? [] : [wayBetween(aisles, from, to)];
  });
}
