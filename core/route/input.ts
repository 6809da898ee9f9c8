import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type MachineState, machineStateNames } from '../words/machine-states';

/** More stops than this are more than one walk. */
export const mostStops = 1200;
/** So many goings to stops are ordered at most: every two of them are compared. */
export const mostVisits = 1500;
/** A place on the plan, in metres of the plant. */
const metre = (title: string) => quantity(title, 'm', { min: -1e6, max: 1e6 });
const minutes = (title: string, most = 1e5) => quantity(title, 'min', { min: 0, max: most });
/** On the clock of the first day: minutes after midnight; the next day goes on from 1440. */
const clock = (title: string) => quantity(title, 'min', { min: 0, max: 4 * 1440 });
const name = (title: string) => z.string().min(1).max(80).meta({ title });
const identifier = name('Identifier');

/** What a stop needs of its machine, or what a window says of it: a state of the book, or plainly running or stopped. */
export const routeStates = [...machineStateNames, 'running', 'stopped'] as const;
export type RouteState = MachineState | 'running' | 'stopped';
const state = z.enum(routeStates).meta({ title: 'Machine state' });

/** Where something is: on the plan, or at a node of the aisles. */
const place = {
  x: metre('East').optional(),
  y: metre('North').optional(),
  node: name('Node of the aisles').optional(),
};

const part = z.strictObject({
  minutes: minutes('Minutes of work'),
  waitMinutes: minutes('Wait until the next part').optional(),
  /** The next part comes on a later day: it drains over night. */
  earliestNextDay: z.boolean().optional(),
});

const stop = z.strictObject({
  id: identifier,
  ...place,
  minutes: minutes('Minutes of work'),
  /** After the work the technician may go on; the stop is done when the wait is over, nothing more is to be done there. */
  waitMinutes: minutes('Wait after the work').optional(),
  lubricantId: identifier.optional(),
  state: state.default('any'),
  machineId: identifier.optional(),
  consequence: z.int().min(1).max(4).default(2).meta({ title: 'Consequence' }),
  overdueShare: quantity('Overdue, of its interval', '', { min: -100, max: 1000 }).optional(),
  /** Work that is interrupted by waits; `minutes` of the stop are then left out of account. */
  parts: z.array(part).min(1).max(6).optional(),
  hall: name('Hall').optional(),
  neverRunWhileOpen: z.boolean().optional(),
  people: z.int().min(1).max(9).optional().meta({ title: 'People' }),
  loadKg: quantity('Load', 'kg', { min: 0, max: 1e5 }).optional(),
  /** Stops that are finished before this one begins. */
  after: z.array(identifier).max(50).optional(),
});

const span = { from: clock('From'), to: clock('To') };

export const routeInput = z
  .strictObject({
    stops: z.array(stop).min(1).max(mostStops).meta({ title: 'Stops' }),
    start: z.strictObject(place).optional().meta({ title: 'Where the walk begins and ends' }),
    stores: z
      .array(z.strictObject({ id: identifier.optional(), ...place }))
      .max(20)
      .default([])
      .meta({ title: 'Stores where the cart is loaded anew; the start is one too' }),
    distances: z
      .array(z.array(quantity('Metres', 'm', { min: 0, max: 1e7 })).max(mostStops + 21))
      .max(mostStops + 21)
      .optional()
      .meta({ title: 'Walking distances: the start, then the stops in order, then the stores' }),
    aisles: z
      .strictObject({
        nodes: z
          .array(z.strictObject({ id: identifier, x: metre('East'), y: metre('North') }))
          .min(1)
          .max(5000)
          .meta({ title: 'Nodes' }),
        edges: z
          .array(
            z.strictObject({
              from: identifier,
              to: identifier,
              metres: quantity('Length', 'm', { min: 0, max: 1e5 }).optional(),
              /** Stairs: so many floors up or down. */
              floors: quantity('Floors', '', { min: 0, max: 100 }).optional(),
            }),
          )
          .max(20_000)
          .meta({ title: 'Ways between nodes' }),
      })
      .optional()
      .meta({ title: 'Aisles' }),
    metresPerMinute: quantity('Walking with the cart', 'm/min', { min: 1, max: 1000 }).default(50),
    secondsPerFloor: quantity('Stairs', 's per floor', { min: 0, max: 3600 }).default(15),
    cartCapacityKg: quantity('The cart carries', 'kg', { above: 0, max: 1e5 }).optional(),
    peopleAvailable: z.int().min(1).max(50).default(1).meta({ title: 'People on the walk' }),
    windows: z
      .array(z.strictObject({ machineId: identifier, ...span, state }))
      .max(5000)
      .default([])
      .meta({ title: 'States of machines by time' }),
    gunChangeMinutes: minutes('Change of gun or can', 240).default(2),
    lockOutMinutes: minutes('Lock-out of a machine, once a visit', 240).default(0),
    shift: z
      .strictObject({ ...span, breaks: z.array(z.strictObject(span)).max(12).optional().meta({ title: 'Breaks' }) })
      .optional()
      .meta({ title: 'Shift' }),
    /** Stops that keep their number in the order, 1 for the first. */
    locks: z
      .array(
        z.strictObject({ stopId: identifier, position: z.int().min(1).max(mostStops).meta({ title: 'Position' }) }),
      )
      .max(mostStops)
      .default([])
      .meta({ title: 'Stops that keep their number' }),
    /** The planner's own order: what comes out is never worse. */
    order: z.array(identifier).max(mostStops).optional().meta({ title: 'Own order' }),
    seed: z.int().min(0).max(4_294_967_295).default(1).meta({ title: 'Seed' }),
    iterations: z.int().min(0).max(5_000_000).optional().meta({ title: 'Iterations' }),
  })
  .superRefine((input, context) => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const visits = input.stops.reduce((sum, { parts }) => sum + (parts?.length ?? 1), 0);
    if (visits > mostVisits) issue(['stops'], `take ${visits} visits in all; ${mostVisits} are ordered at most.`);
    checkNames(input, issue);
    checkPlaces(input, issue);
    checkTimes(input, issue);
  });

export type RouteInput = z.output<typeof routeInput>;
export type RouteStop = RouteInput['stops'][number];
type Issue = (path: (string | number)[], message: string) => void;

/** The rules that JSON Schema cannot say. */
export const routeRules = [
  'Stops have different ids; after, locks and order name stops of the list, and no stop comes after itself.',
  'Without distances every stop and the start have x and y, or a node where aisles are given.',
  'distances has a row and a column for the start, each stop and, where stores are given, each store.',
  'to is later than from; breaks lie within the shift and do not overlap.',
  'With a capacity of the cart, what is loaded counts at the first part of a stop; between two stores no more than that is used.',
  'Loads matter only with a capacity of the cart, states only with windows.',
  `All parts of all stops are ${mostVisits} visits at most.`,
];

function checkNames({ stops, locks, order }: RouteInput, issue: Issue): void {
  const known = new Set<string>();
  for (const [index, { id }] of stops.entries()) {
    if (known.has(id)) issue(['stops', index, 'id'], 'is the id of an earlier stop too.');
    known.add(id);
  }
  const missing = 'is not the id of a stop in the list.';
  for (const [index, { after }] of stops.entries())
    for (const [place, id] of (after ?? []).entries())
      if (!known.has(id)) issue(['stops', index, 'after', place], missing);
  for (const [index, { stopId, position }] of locks.entries()) {
    if (!known.has(stopId)) issue(['locks', index, 'stopId'], missing);
    if (position > stops.length) issue(['locks', index, 'position'], `there are only ${stops.length} stops.`);
    if (locks.findIndex((lock) => lock.stopId === stopId || lock.position === position) !== index)
      issue(['locks', index], 'an earlier lock holds this stop or this position.');
  }
  for (const [index, id] of (order ?? []).entries()) if (!known.has(id)) issue(['order', index], missing);
  if (goesRound(stops)) issue(['stops'], 'come after each other in a circle: none of them could be the first.');
}

/** Whether stops wait for each other so that none can begin. */
function goesRound(stops: RouteStop[]): boolean {
  const waits = new Map(stops.map(({ id, after }) => [id, new Set(after ?? [])]));
  for (let left = waits.size; left > 0; left = waits.size) {
    for (const [id, before] of waits) if (![...before].some((each) => waits.has(each))) waits.delete(id);
    if (waits.size === left) return true;
  }
  return false;
}

type Place = { x?: number | undefined; y?: number | undefined; node?: string | undefined };
const isPlaced = ({ x, y }: Place) => x !== undefined && y !== undefined;

function checkPlaces({ stops, start, stores, distances, aisles }: RouteInput, issue: Issue): void {
  if (distances) {
    const sizes = [stops.length + 1, stops.length + 1 + stores.length];
    if (!sizes.includes(distances.length) || distances.some((row) => row.length !== distances.length))
      issue(['distances'], `needs ${sizes.at(-1)} rows and columns: the start, each stop and each store.`);
    if (stores.length > 0 && distances.length === sizes[0])
      issue(['distances'], 'needs a row and a column for each store as well.');
    if (aisles) issue(['aisles'], 'either distances or aisles, not both.');
    return;
  }
  const nodes = new Set(aisles?.nodes.map(({ id }) => id));
  const check = (place: Place | undefined, path: (string | number)[]) => {
    if (place?.node !== undefined && !nodes.has(place.node)) issue([...path, 'node'], 'is not a node of the aisles.');
    else if (place?.node === undefined && !isPlaced(place ?? {}))
      issue(path, 'needs x and y on the plan, or distances have to be given.');
  };
  check(start, ['start']);
  for (const [index, each] of stops.entries()) check(each, ['stops', index]);
  for (const [index, each] of stores.entries()) check(each, ['stores', index]);
  if (!aisles) return;
  for (const [index, { from, to }] of aisles.edges.entries())
    if (!nodes.has(from) || !nodes.has(to)) issue(['aisles', 'edges', index], 'leads to a node that is not there.');
  if (aisles.edges.length === 0) issue(['aisles', 'edges'], 'there is no aisle to walk along.');
}

function checkTimes({ shift, windows }: RouteInput, issue: Issue): void {
  for (const [index, { from, to }] of windows.entries())
    if (to <= from) issue(['windows', index, 'to'], 'must be later than from.');
  if (!shift) return;
  if (shift.to <= shift.from) issue(['shift', 'to'], 'must be later than from.');
  if (shift.to - shift.from > 1440) issue(['shift', 'to'], 'a shift is a day long at most.');
  const breaks = [...(shift.breaks ?? [])].sort((a, b) => a.from - b.from);
  for (const [index, { from, to }] of breaks.entries()) {
    if (to <= from || from < shift.from || to > shift.to)
      issue(['shift', 'breaks'], 'a break lies within the shift and ends after it begins.');
    if (index > 0 && from < breaks[index - 1]!.to) issue(['shift', 'breaks'], 'breaks do not overlap.');
  }
}
