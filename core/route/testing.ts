import { chance } from '../chance';
import type { RouteInput } from './input';
import { routeInput } from './input';
import type { RouteOrder } from './order';

/** Plants by chance to try the order on, and a checker that walks an answer anew without knowing how it was found. */

type Given = Parameters<(typeof routeInput)['parse']>[0] & object;

/**
 * A plant of several halls with aisles as a grid, machines along them, and everything that the rules know: drains that wait, some
 * over night, windows, guns, loads, people, order within a machine.
 * @param shiftHours 0 for no shift at all; plain for work, guns and walking alone
 */
export function randomPlant(
  stops: number,
  seed: number,
  { shiftHours = 24, plain = false }: { shiftHours?: number; plain?: boolean } = {},
): RouteInput {
  const random = chance(seed);
  const any = (count: number) => Math.floor(random() * count);
  const happens = (share: number) => random() < share;
  const [rows, columns] = [4, Math.max(3, Math.ceil(stops / 16))];
  const nodes = Array.from({ length: rows * columns }, (_, index) => ({
    id: `n${index}`,
    x: 20 * (index % columns) + 4 * random(),
    y: 35 * Math.floor(index / columns) + 4 * random(),
  }));
  const edges = nodes.flatMap((_, index) => [
    ...((index + 1) % columns !== 0 && (index < columns || happens(0.85))
      ? [{ from: `n${index}`, to: `n${index + 1}` }]
      : []),
    ...(index + columns < nodes.length
      ? [{ from: `n${index}`, to: `n${index + columns}`, ...(happens(0.05) && { floors: 1 }) }]
      : []),
  ]);
  const machines = Array.from({ length: Math.ceil(stops / 4) }, (_, index) => {
    const node = any(nodes.length);
    return { id: `M${index}`, node: `n${node}`, hall: `hall ${Math.floor((node % columns) / 3)}` };
  });
  const machineOf = (index: number) => machines[index % machines.length]!;
  const list = Array.from({ length: stops }, (_, index) => {
    const machine = machineOf(index);
    const base = {
      id: `s${index}`,
      node: machine.node,
      machineId: machine.id,
      hall: machine.hall,
      minutes: 1 + any(8),
      consequence: 1 + any(4),
      overdueShare: random() - 0.6,
      state: (['any', 'any', 'running', 'stopped-powered', 'isolated'] as const)[any(5)]!,
      ...(happens(0.7) && { lubricantId: `L${any(4)}` }),
    };
    if (plain) return base;
    return {
      ...base,
      ...(happens(0.12) && {
        parts: [
          { minutes: 4 + any(6), waitMinutes: 10 + any(30), ...(happens(0.15) && { earliestNextDay: true }) },
          { minutes: 5 + any(10), waitMinutes: 5 },
          ...(happens(0.5) ? [{ minutes: 2 }] : []),
        ],
        neverRunWhileOpen: happens(0.3),
        state: 'any' as const,
      }),
      ...(happens(0.02) && { people: 2 }),
      ...(happens(0.2) && { loadKg: 1 + any(20) }),
      ...(index >= machines.length && happens(0.3) && { after: [`s${index - machines.length}`] }),
    };
  });
  const start = shiftHours > 0 ? 6 * 60 : 0;
  return routeInput.parse({
    stops: list,
    start: { node: 'n0' },
    aisles: { nodes, edges },
    seed,
    ...(!plain && {
      stores: [{ id: 'hall store', node: `n${nodes.length - 1}` }],
      cartCapacityKg: 60,
      lockOutMinutes: 8,
      ...(shiftHours > 0 && {
        shift: {
          from: start,
          to: start + shiftHours * 60,
          breaks: [{ from: start + 30 * shiftHours, to: start + 30 * shiftHours + 30 }],
        },
      }),
      windows: machines
        .filter(() => happens(0.2))
        .map(({ id }) => ({
          machineId: id,
          from: start + 60 + any(200),
          to: start + 340 + any(60),
          state: 'stopped' as const,
        })),
    }),
  } satisfies Given);
}

/** Faults of an answer, in words; none when it can really be walked so. Knows the rules by themselves, shares no code with the search. */
export function rewalk(input: RouteInput, result: RouteOrder): string[] {
  const checker = new Checker(input, result);
  checker.countVisits();
  for (const day of new Set(result.sequence.map((entry) => entry.day))) checker.walkDay(day);
  checker.compareSums();
  return checker.faults;
}

type Entry = RouteOrder['sequence'][number];
type Stop = RouteInput['stops'][number];
const early = 1e-6;
const partsOf = ({ parts, minutes, waitMinutes }: Stop) => parts ?? [{ minutes, waitMinutes }];

/** Walks minute for minute after the entries, with everything in hand that somebody would have. */
class Checker {
  readonly faults: string[] = [];
  private readonly stops: Map<string, Stop>;
  private readonly leftOut: Set<string>;
  private readonly ways: ReturnType<typeof metresBetween>;
  private readonly breaks: { from: number; to: number }[];
  private readonly ends = new Map<string, Entry>();
  private readonly open = new Map<string, string>();
  private readonly sums = { walkM: 0, changes: 0, total: 0 };
  private hand = { place: 'start', time: 0, begins: 0, gun: '', loadKg: 0, locked: '' };

  constructor(
    private readonly input: RouteInput,
    private readonly result: RouteOrder,
  ) {
    this.stops = new Map(input.stops.map((stop) => [stop.id, stop]));
    this.leftOut = new Set(result.unscheduled.map(({ stopId }) => stopId));
    this.ways = metresBetween(input);
    this.breaks = (input.shift?.breaks ?? []).flatMap(({ from, to }) =>
      [0, 1440, 2880].map((later) => ({ from: from + later, to: to + later })),
    );
  }

  private fault(isFault: boolean, words: string): void {
    if (isFault) this.faults.push(words);
  }

  countVisits(): void {
    for (const stop of this.input.stops) {
      const own = this.result.sequence.filter(({ stopId }) => stopId === stop.id).length;
      if (this.leftOut.has(stop.id)) this.fault(own > 0, `${stop.id} is left out and walked to`);
      else this.fault(own !== partsOf(stop).length, `${stop.id} is done ${own} times`);
    }
  }

  walkDay(day: number): void {
    const begins = (this.input.shift?.from ?? 0) + 1440 * day;
    this.hand = { place: 'start', time: begins, begins, gun: '', loadKg: 0, locked: '' };
    for (const entry of this.result.sequence.filter((each) => each.day === day)) {
      const stop = this.stops.get(entry.stopId)!;
      const name = `${stop.id}/${entry.part}`;
      this.goTo(stop, entry, name);
      this.changeGun(stop, entry, name);
      this.waitFor(stop, entry, name);
      this.work(stop, entry, name);
      this.load(stop, entry, name);
      this.keepOpen(stop, entry, name);
      this.ends.set(stop.id, entry);
      Object.assign(this.hand, { time: entry.end, place: stop.id });
    }
    const home = this.ways(this.hand.place, 'start');
    const back = backAt(this.hand.time, home.minutes, this.breaks);
    this.sums.walkM += home.metres;
    this.sums.total += back - begins;
    const until = (this.input.shift?.to ?? Infinity) + 1440 * day;
    this.fault(back > until + early && this.result.overrunMinutes === 0, `day ${day} is longer than the shift`);
  }

  private goTo(stop: Stop, entry: Entry, name: string): void {
    const { place, time } = this.hand;
    const store = entry.viaStoreId === 'start' ? 'start' : `store ${entry.viaStoreId}`;
    const legs =
      entry.viaStoreId === undefined
        ? [[place, stop.id]]
        : [
            [place, store],
            [store, stop.id],
          ];
    const ways = legs.map(([from, to]) => this.ways(from!, to!));
    if (entry.viaStoreId !== undefined) this.hand.loadKg = 0;
    this.sums.walkM += ways.reduce((sum, { metres }) => sum + metres, 0);
    const minutes = ways.reduce((sum, way) => sum + way.minutes, 0);
    this.fault(this.working(time, entry.arrive) < minutes - early, `${name} is reached too soon`);
  }

  /** Minutes between two moments that are no break. */
  private working(from: number, to: number): number {
    const pause = (each: { from: number; to: number }) =>
      Math.max(0, Math.min(to, each.to) - Math.max(from, each.from));
    return to - from - this.breaks.reduce((sum, each) => sum + pause(each), 0);
  }

  private changeGun({ lubricantId }: Stop, entry: Entry, name: string): void {
    if (lubricantId === undefined) return;
    const isChange = this.hand.gun !== '' && this.hand.gun !== lubricantId;
    if (isChange) this.sums.changes += 1;
    this.hand.gun = lubricantId;
    const minutes = isChange ? this.input.gunChangeMinutes : 0;
    this.fault(this.working(entry.arrive, entry.start) < minutes - early, `${name} begins before the gun is changed`);
  }

  private waitFor(stop: Stop, entry: Entry, name: string): void {
    const last = this.ends.get(stop.id);
    if (entry.part > 0) {
      const { earliestNextDay, waitMinutes = 0 } = partsOf(stop)[entry.part - 1]!;
      this.fault(last?.part !== entry.part - 1, `${name} comes before what is before it`);
      if (last === undefined) return;
      if (earliestNextDay) this.fault(last.day >= entry.day, `${name} is on the same day`);
      else this.fault(entry.start < last.end + waitMinutes - early, `${name} does not wait`);
      return;
    }
    for (const id of stop.after ?? []) {
      this.fault(this.leftOut.has(id), `${name} is done though ${id} is not`);
      const other = this.ends.get(id);
      const parts = partsOf(this.stops.get(id)!);
      const wait = other?.day === entry.day ? (parts.at(-1)!.waitMinutes ?? 0) : 0;
      const isOver = other?.part === parts.length - 1 && other.end + wait <= entry.start + early;
      this.fault(!isOver && !this.leftOut.has(id), `${name} does not wait for ${id}`);
    }
  }

  private work(stop: Stop, { part, start, end }: Entry, name: string): void {
    const machine = stop.machineId ?? stop.id;
    const isIsolated = stop.state.startsWith('isolated');
    const stands = [...this.open.keys()].some((id) => (this.stops.get(id)!.machineId ?? id) === machine);
    const lockOut = isIsolated && this.hand.locked !== machine && !stands ? this.input.lockOutMinutes : 0;
    if (isIsolated) this.hand.locked = machine;
    else if (this.hand.locked !== machine || stop.state !== 'any') this.hand.locked = '';
    const minutes = partsOf(stop)[part]!.minutes + lockOut;
    this.fault(Math.abs(end - start - minutes) > early, `${name} takes ${end - start} minutes`);
    const isCut = this.breaks.some(({ from, to }) => start < to - early && end > from + early);
    this.fault(isCut, `${name} runs into a break`);
    this.fault(!isInState(this.input, stop, { start, end }), `${name}: the machine is not ${stop.state}`);
    this.fault((stop.people ?? 1) > this.input.peopleAvailable, `${name} takes more people`);
  }

  private load(stop: Stop, { part }: Entry, name: string): void {
    if (part === 0) this.hand.loadKg += stop.loadKg ?? 0;
    this.fault(this.hand.loadKg > (this.input.cartCapacityKg ?? Infinity) + early, `${name}: the cart is too heavy`);
  }

  private keepOpen(stop: Stop, { part }: Entry, name: string): void {
    if (!stop.neverRunWhileOpen) return;
    const hall = stop.hall ?? '';
    const others = new Set([...this.open.values()].filter((each) => each !== hall));
    this.fault(others.size >= this.input.peopleAvailable, `${name}: something else stands open`);
    const last = partsOf(stop).length - 1;
    if (part === 0 && last > 0) this.open.set(stop.id, hall);
    if (part === last) this.open.delete(stop.id);
  }

  compareSums(): void {
    const { walkM, changes, total } = this.sums;
    const { result } = this;
    this.fault(Math.abs(walkM - result.walkM) > 1e-3, `walked ${walkM} m, said ${result.walkM}`);
    this.fault(changes !== result.gunChanges, `${changes} changes, said ${result.gunChanges}`);
    this.fault(Math.abs(total - result.totalMinutes) > 1e-3, `took ${total} minutes, said ${result.totalMinutes}`);
    this.fault(result.lowerBoundMinutes > result.totalMinutes + early, 'the bound is above the walk');
  }
}

function backAt(from: number, minutes: number, breaks: readonly { from: number; to: number }[]): number {
  let time = from;
  let left = minutes;
  for (const each of [...breaks].sort((a, b) => a.from - b.from)) {
    if (left <= 0 || each.to <= time) continue;
    if (time + left <= each.from) break;
    left -= Math.max(0, each.from - time);
    time = each.to;
  }
  return time + Math.max(0, left);
}

const standing = ['stopped', 'stopped-powered', 'isolated', 'isolated-depressurised', 'auxiliary-only'];

function isInState(
  input: RouteInput,
  stop: RouteInput['stops'][number],
  { start, end }: { start: number; end: number },
): boolean {
  const windows = input.windows.filter(({ machineId }) => machineId === stop.machineId);
  if (stop.state === 'any' || windows.length === 0) return true;
  const spans = windows.flatMap((each) =>
    [-1440, 0, 1440, 2880].map((day) => ({
      from: each.from + day,
      to: each.to + day,
      stands: standing.includes(each.state),
    })),
  );
  const serving = spans.filter(({ stands }) => stands === standing.includes(stop.state));
  if (serving.length > 0) return serving.some(({ from, to }) => start >= from - 1e-6 && end <= to + 1e-6);
  return spans.every(({ from, to }) => end <= from + 1e-6 || start >= to - 1e-6);
}

/** Metres and minutes between stops, the start and stores, by trying all ways over nodes (Floyd and Warshall). */
function metresBetween(input: RouteInput): (a: string, b: string) => { metres: number; minutes: number } {
  const pace = input.metresPerMinute;
  const places = [
    'start',
    ...input.stops.map(({ id }) => id),
    ...input.stores.map(({ id }, index) => `store ${id ?? `store ${index + 1}`}`),
  ];
  const number = new Map(places.map((name, index) => [name, index]));
  if (input.distances)
    return (a, b) => {
      const metres = input.distances![number.get(a)!]![number.get(b)!]!;
      return { metres, minutes: metres / pace };
    };
  const all = [input.start!, ...input.stops, ...input.stores];
  if (!input.aisles)
    return (a, b) => {
      const [from, to] = [all[number.get(a)!]!, all[number.get(b)!]!];
      const metres = Math.hypot(from.x! - to.x!, from.y! - to.y!);
      return { metres, minutes: metres / pace };
    };
  const { nodes, edges } = input.aisles;
  const node = new Map(nodes.map(({ id }, index) => [id, index]));
  const floor = (input.secondsPerFloor / 60) * pace;
  const [way, metres] = [0, 1].map(() => nodes.map((_, a) => nodes.map((__, b) => (a === b ? 0 : Infinity))));
  for (const edge of edges) {
    const [a, b] = [node.get(edge.from)!, node.get(edge.to)!];
    const length = edge.metres ?? Math.hypot(nodes[a]!.x - nodes[b]!.x, nodes[a]!.y - nodes[b]!.y);
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      way![from]![to] = length + (edge.floors ?? 0) * floor;
      metres![from]![to] = length;
    }
  }
  for (const k of nodes.keys())
    for (const a of nodes.keys())
      for (const b of nodes.keys()) {
        const round = way![a]![k]! + way![k]![b]!;
        if (round >= way![a]![b]!) continue;
        way![a]![b] = round;
        metres![a]![b] = metres![a]![k]! + metres![k]![b]!;
      }
  const at = (name: string) => node.get(all[number.get(name)!]!.node!)!;
  return (a, b) => ({ metres: metres![at(a)]![at(b)]!, minutes: way![at(a)]![at(b)]! / pace });
}
