'use client';

import { useMemo } from 'react';
import {
  AisleLine,
  FloorAreas,
  type FloorFrame,
  FloorScale,
  PlaceMark,
  aisleEnds,
  drawnAt,
  frameOf,
  labelBelow,
  labelsThatFit,
  textMetres,
  viewBoxOf,
} from '@/components/scales/floor-drawing';
import { wayBetween } from '@/core/route/walking';
import type { OrderableRoute } from '@/desk/walk/route-order';

/** The walk on the plan: the way along the aisles as a line, the stops' machines with the number at which they are reached. */
export function WalkDrawing({ route, walked }: { route: OrderableRoute; walked: readonly string[] }) {
  const { plan, stops } = route;
  const placeOf = useMemo(() => new Map(stops.map((stop) => [stop.taskId, stop])), [stops]);
  const used = useMemo(() => {
    const machines = new Set(stops.map(({ machine }) => machine));
    return { ...plan, machines: plan.machines.filter(({ code }) => machines.has(code)) };
  }, [plan, stops]);
  const frame = useMemo(() => frameOf(used, 10), [used]);
  const size = textMetres(frame, 1);
  const firstAt = new Map<string, number>();
  for (const [index, taskId] of walked.entries()) {
    const machine = placeOf.get(taskId)!.machine;
    if (!firstAt.has(machine)) firstAt.set(machine, index + 1);
  }
  const path = useMemo(() => pathOf(route, walked, frame), [route, walked, frame]);
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
    <svg
      role="img"
      aria-label={`The walk on the floor plan, ${walked.length} visits`}
      viewBox={viewBoxOf(frame)}
      className="floor-plan w-full border border-rule bg-sheet"
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
  );
}

/** The whole way as a path: from the start to each stop in order, and back. */
function pathOf({ stops, input }: OrderableRoute, walked: readonly string[], frame: FloorFrame): string {
  const placeOf = new Map(stops.map((stop) => [stop.taskId, stop]));
  const start = { x: input.start!.x!, y: input.start!.y! };
  const places = [start, ...walked.map((taskId) => placeOf.get(taskId)!), start];
  const leg = (from: { x: number; y: number }, to: { x: number; y: number }): string => {
    if (from.x === to.x && from.y === to.y) return '';
    const points = wayBetween(input.aisles as Parameters<typeof wayBetween>[0], from, to);
    return `M${points
      .map((point) => drawnAt(frame, point))
      .map(({ x, y }) => `${x} ${y}`)
      .join('L')}`;
  };
  return places
    .slice(1)
    .map((place, index) => leg(places[index]!, place))
    .join('');
}
