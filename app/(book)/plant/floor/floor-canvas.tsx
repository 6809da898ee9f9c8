'use client';

import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import {
  AisleLine,
  FloorAreas,
  type FloorFrame,
  FloorScale,
  PlaceMark,
  aisleEnds,
  drawnAt,
  labelBelow,
  labelsThatFit,
  textMetres,
  viewBoxOf,
} from '@/components/scales/floor-drawing';
import { type Item, movedTo, placeOf } from '@/core/floor/edit';
import type { FloorPlan } from '@/core/floor/floor-plan';

type Point = { x: number; y: number };
type Props = {
  plan: FloorPlan;
  frame: FloorFrame;
  zoom: number;
  chosen: Item | null;
  /** Whether things can be taken hold of; else a tap is a point of the plan. */
  isMoving: boolean;
  onChoose: (item: Item) => void;
  onPoint: (at: Point) => void;
  onPreview: (plan: FloorPlan) => void;
  onSettle: (start: FloorPlan) => void;
  onStep: (item: Item, by: Point) => void;
  onTakeOff: (item: Item) => void;
};

const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

const keyOf = (item: Item | null): string => JSON.stringify(item);
const isSame = (a: Item | null, b: Item): boolean => keyOf(a) === keyOf(b);

type Place = { item: Item & { kind: 'machine' | 'store' }; name: string; at: Point };

/** What stands on the plan at one point: what is chosen first, then stores, then machines. */
function placesOf(plan: FloorPlan, chosen: Item | null): Place[] {
  const stores = plan.stores.map(({ name, x, y }): Place => ({ item: { kind: 'store', name }, name, at: { x, y } }));
  const machines = plan.machines.map(({ code, x, y }): Place => ({
    item: { kind: 'machine', code },
    name: code,
    at: { x, y },
  }));
  return [...stores, ...machines].sort((a, b) => Number(isSame(chosen, b.item)) - Number(isSame(chosen, a.item)));
}

/** The plan as it is drawn: things to take hold of, a ground to tap on. Metres of the plant, north up. */
export function FloorCanvas(props: Props) {
  const { plan, frame, zoom, chosen, isMoving, onChoose, onPoint, onPreview, onSettle } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ item: Item; start: FloorPlan; off: Point } | null>(null);
  const pointOf = (event: PointerEvent): Point | undefined => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return undefined;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x, y: frame.north - y };
  };
  const take = (event: PointerEvent, item: Item) => {
    const [at, place] = [pointOf(event), placeOf(plan, item)];
    onChoose(item);
    if (!isMoving || !at || !place) return;
    event.preventDefault();
    svg.current?.setPointerCapture(event.pointerId);
    setHeld({ item, start: plan, off: { x: place.x - at.x, y: place.y - at.y } });
  };
  const drag = (event: PointerEvent) => {
    const at = held && pointOf(event);
    if (held && at) onPreview(movedTo(held.start, held.item, { x: at.x + held.off.x, y: at.y + held.off.y }));
  };
  const letGo = () => {
    if (held) onSettle(held.start);
    setHeld(null);
  };
  const tap = (event: PointerEvent) => {
    const at = pointOf(event);
    if (!isMoving && at) onPoint(at);
  };
  const size = textMetres(frame, zoom);
  const places = placesOf(plan, chosen).map((place) => ({ ...place, drawn: drawnAt(frame, place.at) }));
  const fitting = labelsThatFit(
    places.map(({ item, name, drawn: { x, y } }) => ({ key: keyOf(item), text: name, x, y: y + labelBelow(size) })),
    size,
  );
  const handle = (item: Item, name: string, children: ReactNode) => (
    <Handle key={keyOf(item)} {...props} item={item} name={name} onTake={(event) => take(event, item)}>
      {children}
    </Handle>
  );
  return (
    <div className="overflow-auto border border-rule bg-sheet" tabIndex={-1}>
      <svg
        ref={svg}
        viewBox={viewBoxOf(frame)}
        className={`floor-plan ${isMoving ? '' : 'cursor-crosshair'}`}
        style={{ width: `${100 * zoom}%`, minWidth: 640 * zoom, fontSize: `${size}px` }}
        onPointerDown={tap}
        onPointerMove={drag}
        onPointerUp={letGo}
        onPointerCancel={letGo}
        role="group"
        aria-label="Floor plan"
      >
        <FloorAreas plan={plan} frame={frame} size={size} />
        {isMoving &&
          plan.areas.map(({ code, x, y, height }) => {
            const corner = drawnAt(frame, { x, y: y + height });
            return handle(
              { kind: 'area', code },
              `Area ${code}, corner at ${x}, ${y}`,
              <rect x={corner.x} y={corner.y} width={9} height={6} fill="transparent" />,
            );
          })}
        {plan.aisles.map((aisle) => {
          const ends = aisleEnds(plan, frame, aisle);
          if (!ends) return null;
          const item: Item = { kind: 'aisle', from: aisle.from, to: aisle.to };
          const isChosen = isSame(chosen, item);
          return handle(
            item,
            `${aisle.floors > 0 ? 'Stairs' : 'Aisle'} from ${aisle.from} to ${aisle.to}${aisle.closedIn.length > 0 ? ', with a door' : ''}`,
            <>
              <line x1={ends.a.x} y1={ends.a.y} x2={ends.b.x} y2={ends.b.y} stroke="transparent" strokeWidth={5} />
              {isChosen && (
                <line x1={ends.a.x} y1={ends.a.y} x2={ends.b.x} y2={ends.b.y} className="floor-chosen-line" />
              )}
              <AisleLine ends={ends} aisle={aisle} />
            </>,
          );
        })}
        {plan.nodes.map(({ id, x, y }) => {
          const at = drawnAt(frame, { x, y });
          const item: Item = { kind: 'node', id };
          return handle(
            item,
            `Node ${id} at ${x}, ${y}`,
            <>
              <circle cx={at.x} cy={at.y} r={3} fill="transparent" />
              <circle cx={at.x} cy={at.y} r={1.3} className={isSame(chosen, item) ? 'floor-chosen' : 'floor-node'} />
            </>,
          );
        })}
        {places.map(({ item, name, at, drawn }) =>
          handle(
            item,
            `${item.kind === 'machine' ? 'Machine' : 'Store'} ${name} at ${at.x}, ${at.y}`,
            <PlaceMark
              at={drawn}
              kind={item.kind}
              label={fitting.has(keyOf(item)) ? name : ''}
              size={size}
              isChosen={isSame(chosen, item)}
            />,
          ),
        )}
        <FloorScale frame={frame} />
      </svg>
    </div>
  );
}

/** Something on the plan: taken hold of by mouse and finger, moved by arrow keys, taken off by Delete. */
function Handle({
  item,
  name,
  children,
  plan,
  isMoving,
  onTake,
  onChoose,
  onPoint,
  onStep,
  onTakeOff,
}: Props & { item: Item; name: string; children: ReactNode; onTake: (event: PointerEvent) => void }) {
  const act = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (step) onStep(item, { x: step[0] * (event.shiftKey ? 5 : 1), y: step[1] * (event.shiftKey ? 5 : 1) });
    else if (event.key === 'Delete' || event.key === 'Backspace') onTakeOff(item);
    else if (event.key === 'Enter' || event.key === ' ') {
      // With a tool in hand, what is chosen is the point at which the tool is used.
      const place = placeOf(plan, item);
      if (!isMoving && place) onPoint(place);
      else onChoose(item);
    } else return;
    event.preventDefault();
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      className={isMoving ? 'floor-handle cursor-grab touch-none' : 'floor-handle'}
      onPointerDown={isMoving ? onTake : undefined}
      onFocus={() => onChoose(item)}
      onKeyDown={act}
    >
      {children}
    </g>
  );
}
