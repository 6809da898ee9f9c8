'use client';

// Sent as what it shows, not as how it is drawn: that would be several times as long.
import type { Aisle, FloorPlan } from '@/core/floor/floor-plan';
import { extentOf } from '@/core/floor/floor-plan';

/** The part of the plant that a drawing shows: metres from its west edge, and from its north edge down. */
export type FloorFrame = { west: number; north: number; width: number; height: number };

/** All of a plan with so many metres around it. */
export function frameOf(plan: FloorPlan, margin: number): FloorFrame {
  const { x, y, width, height } = extentOf(plan);
  return { west: x - margin, north: y + height + margin, width: width + 2 * margin, height: height + 2 * margin };
}

/** A drawing stands so much wider than high that it fits a screen at its whole width. */
const aspect = 1.9;

/** A frame around some places, as wide as a drawing stands on a page. */
export function frameAround(places: readonly { x: number; y: number }[], margin: number): FloorFrame {
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)];
  const [west, north] = [Math.min(...xs) - margin, Math.max(...ys) + margin];
  const wide = Math.max(...xs) + margin - west;
  const high = Math.max(north - Math.min(...ys) + margin, 0.35 * wide);
  const width = Math.max(wide, aspect * high);
  return { west: west - (width - wide) / 2, north, width, height: high };
}

/** Where something stands on the drawing: north is up. */
export const drawnAt = ({ north }: FloorFrame, { x, y }: { x: number; y: number }) => ({ x, y: north - y });

export const viewBoxOf = ({ west, width, height }: FloorFrame): string => `${west} 0 ${width} ${height}`;

/** A drawing is about so wide on a desk; words on it are as high as elsewhere on the page. */
const usualWidth = 750;
const usualText = 11;

/** How high words are, in metres, so that they can be read however large the plant is. */
export const textMetres = ({ width }: FloorFrame, zoom: number): number => (usualText * width) / usualWidth / zoom;

type Label = { key: string; text: string; x: number; y: number };

/**
 * The labels that can stand without touching each other, by their keys: those named first have the first right. The others are
 * read by choosing their mark, or when the drawing is made larger.
 * @param size how high words are, in the units of the places, which are the middles of the labels
 */
export function labelsThatFit(labels: readonly Label[], size: number): Set<string> {
  const placed: { left: number; right: number; y: number }[] = [];
  const fitting = new Set<string>();
  for (const { key, text, x, y } of labels) {
    // Letters and figures are about two thirds as wide as they are high; a gap of a quarter on each side.
    const half = (0.66 * size * text.length) / 2 + size / 4;
    const isFree = placed.every(
      (other) => x + half < other.left || x - half > other.right || Math.abs(y - other.y) > 1.1 * size,
    );
    if (!isFree) continue;
    placed.push({ left: x - half, right: x + half, y });
    fitting.add(key);
  }
  return fitting;
}

/** The halls of a plant as pale fields, each with its code in the corner. */
export const FloorAreas = ({ plan, frame, size }: { plan: FloorPlan; frame: FloorFrame; size: number }) =>
  plan.areas.map(({ code, x, y, width, height }) => {
    const corner = drawnAt(frame, { x, y: y + height });
    return (
      <g key={code}>
        <rect {...corner} width={width} height={height} className="floor-area" />
        {/* Of a hall that is cut off at the top its code would be cut too. */}
        {corner.y >= 0 && (
          <text x={corner.x + 0.3 * size} y={corner.y + 1.1 * size} className="floor-area-code">
            {code}
          </text>
        )}
      </g>
    );
  });

/** Both ends of an aisle on the drawing; undefined where one is missing. */
export function aisleEnds(plan: FloorPlan, frame: FloorFrame, { from, to }: Pick<Aisle, 'from' | 'to'>) {
  const [a, b] = [from, to].map((id) => plan.nodes.find((node) => node.id === id));
  return a && b ? { a: drawnAt(frame, a), b: drawnAt(frame, b) } : undefined;
}

/** One aisle: stairs are ruled across, a door stands as a bar in the middle. */
export function AisleLine({
  ends: { a, b },
  aisle: { floors, closedIn },
}: {
  ends: NonNullable<ReturnType<typeof aisleEnds>>;
  aisle: Pick<Aisle, 'floors' | 'closedIn'>;
}) {
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const across = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
  return (
    <>
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className={floors > 0 ? 'floor-stairs' : 'floor-aisle'} />
      {closedIn.length > 0 && (
        <line
          x1={middle.x - 2 * across.x}
          y1={middle.y - 2 * across.y}
          x2={middle.x + 2 * across.x}
          y2={middle.y + 2 * across.y}
          className="floor-door"
        />
      )}
    </>
  );
}

/** A machine as a small box, a store as a box with a lid; the name below where there is room for it. */
export function PlaceMark({
  at,
  kind,
  label,
  size,
  isChosen,
}: {
  at: { x: number; y: number };
  kind: 'machine' | 'store';
  /** Empty where there is no room for it. */
  label: string;
  size: number;
  isChosen: boolean;
}) {
  const className = isChosen ? 'floor-chosen' : 'floor-machine';
  const half = size / 3;
  return (
    <>
      {kind === 'machine' ? (
        <rect x={at.x - half} y={at.y - half} width={2 * half} height={2 * half} className={className} />
      ) : (
        <path
          d={`M${at.x - 1.4 * half} ${at.y - half}h${2.8 * half}v${2.2 * half}h${-2.8 * half}zM${at.x - 1.9 * half} ${at.y - half}h${3.8 * half}`}
          className={className}
        />
      )}
      {label !== '' && (
        <text x={at.x} y={at.y + labelBelow(size)} textAnchor="middle" className="floor-code">
          {label}
        </text>
      )}
    </>
  );
}

/** How far below its mark the foot of a label stands. */
export const labelBelow = (size: number): number => 1.36 * size;

/** Twenty metres as they are drawn here. */
export function FloorScale({ frame }: { frame: FloorFrame }) {
  const [x, y] = [frame.west + 4, frame.height - 4];
  return (
    <g aria-hidden="true">
      <path d={`M${x} ${y - 1.5}v1.5h20v-1.5m-10 0.7v0.8`} className="floor-scale" />
      <text x={x + 21} y={y} className="floor-code">
        20 m, north is up
      </text>
    </g>
  );
}
