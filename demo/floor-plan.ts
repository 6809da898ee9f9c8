import type { FloorPlan } from '@/core/floor/floor-plan';
import { machines } from './machines';

/**
 * Where everything is in Moorfeld Tileworks, in metres: the halls in process order along three ways through the works, joined by
 * cross aisles; machines on both sides of the way through their hall. The compressor house stands apart, the dryer has a
 * platform that is reached by stairs.
 */

/** South-west corner and size of each hall. */
const halls: Record<string, { x: number; y: number; width: number; height: number }> = {
  RM: { x: 0, y: 0, width: 70, height: 36 },
  BM: { x: 0, y: 44, width: 70, height: 40 },
  SD: { x: 0, y: 92, width: 52, height: 38 },
  PR: { x: 78, y: 92, width: 66, height: 38 },
  DR: { x: 78, y: 44, width: 66, height: 40 },
  GL: { x: 152, y: 92, width: 72, height: 38 },
  KI: { x: 152, y: 44, width: 128, height: 40 },
  PO: { x: 232, y: 92, width: 62, height: 38 },
  CP: { x: 78, y: 0, width: 66, height: 36 },
  TR: { x: 152, y: 0, width: 50, height: 36 },
  SO: { x: 208, y: 0, width: 40, height: 36 },
  PK: { x: 254, y: 0, width: 46, height: 36 },
};
/** The way through each hall runs at half its height. */
const ways = [18, 64, 111];
/** Cross aisles between the halls. */
const crossings = [-4, 74, 148, 228, 304];

export const areaOutline = (code: string) => halls[code] ?? null;

/** Machines of a hall in turns south and north of the way, from the west end on. */
export function machinePlace(code: string): { x: number; y: number } {
  const { area } = machines.find((machine) => machine.code === code)!;
  const inHall = machines.filter((machine) => machine.area === area);
  const index = inHall.findIndex((machine) => machine.code === code);
  const { x, y, width, height } = halls[area]!;
  const columns = Math.ceil(inHall.length / 2);
  const east = x + ((Math.floor(index / 2) + 0.5) * width) / columns;
  const side = index % 2 === 0 ? -1 : 1;
  return { x: Math.round(east), y: Math.round(y + height / 2 + side * height * 0.27) };
}

const nodeAt = (way: number, crossing: number) => `w${ways.indexOf(way) + 1}c${crossings.indexOf(crossing) + 1}`;

function aislesOf(): FloorPlan['aisles'] {
  const along = ways.flatMap((way) =>
    crossings.slice(1).map((crossing, index) => ({ from: nodeAt(way, crossings[index]!), to: nodeAt(way, crossing) })),
  );
  // Nobody passes through the kiln to the sorting line, nor behind the polishing.
  const closed = new Set(['w1c4 w2c4', 'w2c5 w3c5']);
  const across = crossings.flatMap((crossing) =>
    ways.slice(1).map((way, index) => ({ from: nodeAt(ways[index]!, crossing), to: nodeAt(way, crossing) })),
  );
  return [
    ...[...along, ...across.filter(({ from, to }) => !closed.has(`${from} ${to}`))].map((aisle) => ({
      ...aisle,
      floors: 0,
      // The gate of the yard is closed at night.
      closedIn: aisle.from === 'w1c1' && aisle.to === 'w2c1' ? ['night'] : [],
    })),
    { from: 'w3c1', to: 'platform', floors: 2, closedIn: [] },
  ];
}

export const aislesAndStores: Pick<FloorPlan, 'nodes' | 'aisles' | 'stores'> = {
  nodes: [
    ...ways.flatMap((way) => crossings.map((crossing) => ({ id: nodeAt(way, crossing), x: crossing, y: way }))),
    { id: 'platform', x: 10, y: 124 },
  ],
  aisles: aislesOf(),
  stores: [
    { kind: 'lubricant', name: 'Lubricants', x: 74, y: 40 },
    { kind: 'cart', name: 'Cart', x: 148, y: 40 },
  ],
};
