import { type Filling, fillingOf, laterFilling, mixedInto, toppingOf } from '@/core/entry/filling';
import { type EntryBody, isService } from '@/core/entry/kinds';
import type { DueEvent } from '@/core/interval/limits';
import type { Replacement, ShownReading } from '@/core/meter/series';
import type { BelievedRow, BelievedRowOf } from '../log/believed';
import { type EventName } from '@/core/words/events';

/** Readings as numbers one after another, instant, value and place in the log: millions of them fit, and cost no collecting. */
type Dials = { numbers: number[]; inOrder: boolean; replacements: Replacement[] };
const perReading = 3;
export type DialCount = { readings: number; replacements: number };

function readingsFrom({ numbers }: Dials, place: number): (ShownReading & { seq: number })[] {
  const readings = [];
  for (let at = place * perReading; at < numbers.length; at += perReading)
    readings.push({ atMs: numbers[at]!, value: numbers[at + 1]!, seq: numbers[at + 2]! });
  return readings;
}

const bodyStart = '{"meterId":"';
const ulidLength = 26;
const valueStart = '","value":';
const valueAt = bodyStart.length + ulidLength + valueStart.length;

/** The log sorted by what it is about: meters, tasks, units, sumps. Filled entry by entry in any order, so that a whole log can stream in. */
export class MachineLog {
  private readonly byMeter = new Map<string, Dials>();
  private readonly byTask = new Map<string, BelievedRow[]>();
  private readonly commissionings = new Map<string, BelievedRow[]>();
  private readonly events = new Map<string, (DueEvent & { event: EventName })[]>();
  private readonly overrides = new Map<string, BelievedRowOf<'override'>>();
  private readonly fillings = new Map<string, Filling>();
  private readonly firstFillings = new Map<string, Filling & { entry: BelievedRow }>();
  /** The newest of each lubricant that was put on top, by point. */
  private readonly toppings = new Map<string, Map<string, Filling>>();
  /** How much it holds, how much of it is not a reading, and the place of the newest entry. */
  size = 0;
  besidesReadings = 0;
  newestSeq = 0;

  /** Takes up one entry as it holds. */
  add(entry: BelievedRow): void {
    if (entry.kind === 'reading') this.addReading(entry.seq, entry.happenedAt, entry.body);
    else this.addOther(entry);
  }

  private addOther(entry: Exclude<BelievedRow, { kind: 'reading' }>): void {
    const { pointId, machineId } = entry;
    this.count(entry.seq);
    this.besidesReadings += 1;
    switch (entry.kind) {
      case 'meter-change': {
        const { meterId, oldValue, newValue } = entry.body;
        this.dialsOf(meterId).replacements.push({ atMs: Date.parse(entry.happenedAt), oldValue, newValue });
        return;
      }
      case 'override': {
        const key = `${entry.body.taskId}/${entry.body.field}`;
        if ((this.overrides.get(key)?.seq ?? -1) < entry.seq) this.overrides.set(key, entry);
        return;
      }
      case 'note': {
        const { event, text } = entry.body;
        // A flood or a die change is the whole machine's, wherever it was written down; a witness mark is its point's.
        const place = event === 'witness-mark' ? (pointId ?? machineId) : machineId;
        if (event && place) listOf(this.events, place).push({ event, name: text, atMs: Date.parse(entry.happenedAt) });
        return;
      }
      default:
        this.addService(entry);
    }
  }

  /** What answers tasks, begins units anew, or fills sumps. */
  private addService(entry: BelievedRow): void {
    const { kind, taskIds, pointId, machineId } = entry;
    for (const taskId of taskIds) listOf(this.byTask, taskId).push(entry);
    // A commissioning that names no task is that of the whole unit: every task of the point, or of the machine, begins anew.
    const place = pointId ?? machineId;
    if (kind === 'commissioning' && taskIds.length === 0 && place) listOf(this.commissionings, place).push(entry);
    const topping = toppingOf(entry);
    if (pointId && topping) this.addTopping(pointId, topping);
    const filling = laterFilling(pointId ? this.fillings.get(pointId) : undefined, fillingOf(entry));
    if (pointId && filling) this.fillings.set(pointId, filling);
    const told = fillingOf(entry);
    const first = pointId ? this.firstFillings.get(pointId) : undefined;
    if (pointId && told && (!first || laterFilling(told, first) === first))
      this.firstFillings.set(pointId, { ...told, entry });
  }

  addReading(
    seq: number,
    happenedAt: string,
    { meterId, value }: Pick<EntryBody<'reading'>, 'meterId' | 'value'>,
  ): void {
    this.pushReading(meterId, seq, happenedAt, value);
  }

  /**
   * The same from the body as stored. That of nearly every reading is `{"meterId":"…","value":…}` in canonical JSON and is
   * taken apart where it stands; one that says more is parsed.
   */
  addReadingText(seq: number, happenedAt: string, body: string): void {
    const value =
      body.startsWith(bodyStart) && body.startsWith(valueStart, valueAt - valueStart.length)
        ? Number(body.slice(valueAt, -1))
        : NaN;
    if (Number.isNaN(value)) this.addReading(seq, happenedAt, JSON.parse(body) as EntryBody<'reading'>);
    else this.pushReading(body.slice(bodyStart.length, bodyStart.length + ulidLength), seq, happenedAt, value);
  }

  private pushReading(meterId: string, seq: number, happenedAt: string, value: number): void {
    this.count(seq);
    const dials = this.dialsOf(meterId);
    const { numbers } = dials;
    const atMs = Date.parse(happenedAt);
    // Written in another order than read: readings at one instant go by when they were written.
    const last = numbers.length - perReading;
    if (last >= 0 && (atMs < numbers[last]! || (atMs === numbers[last] && seq < numbers[last + 2]!)))
      dials.inOrder = false;
    numbers.push(atMs, value, seq);
  }

  private count(seq: number): void {
    this.size += 1;
    this.newestSeq = Math.max(this.newestSeq, seq);
  }

  /** What was read off a meter, of readings at one instant the one written later last. */
  dials(meterId: string): { readings: ShownReading[]; replacements: Replacement[] } {
    const dials = this.byMeter.get(meterId);
    if (!dials) return { readings: [], replacements: [] };
    const readings = readingsFrom(dials, 0);
    return {
      readings: dials.inOrder ? readings : readings.sort((a, b) => a.atMs - b.atMs || a.seq - b.seq),
      replacements: dials.replacements,
    };
  }

  /** How much was read off a meter, and how often its dial was replaced. */
  dialCount(meterId: string): DialCount {
    const dials = this.byMeter.get(meterId);
    return { readings: (dials?.numbers.length ?? 0) / perReading, replacements: dials?.replacements.length ?? 0 };
  }

  /** What was read off a meter beyond the first so many; undefined where it was not taken up in the order in which it was read. */
  dialsBeyond(meterId: string, count: number): { readings: ShownReading[]; replacements: Replacement[] } | undefined {
    const dials = this.byMeter.get(meterId);
    return dials?.inOrder ? { readings: readingsFrom(dials, count), replacements: dials.replacements } : undefined;
  }

  /** What a meter showed at the reading of a place in the order of `dials`. */
  shownAt(meterId: string, place: number): number | undefined {
    const dials = this.byMeter.get(meterId);
    return dials?.inOrder ? dials.numbers[place * perReading + 1] : this.dials(meterId).readings[place]?.value;
  }

  /**
   * Entries that answer a task, and commissionings of its unit.
   * @param others tasks that do this one as well; what they were postponed or skipped for does not concern it
   */
  answering(
    taskId: string,
    { pointId, machineId }: { pointId: string; machineId: string },
    others: readonly string[] = [],
  ): BelievedRow[] {
    const services = others
      .flatMap((other) => this.byTask.get(other) ?? [])
      .filter((entry) => isService(entry) && !entry.taskIds.includes(taskId));
    return [
      ...onceARound([...(this.byTask.get(taskId) ?? []), ...new Set(services)]),
      ...(this.commissionings.get(pointId) ?? []),
      ...(this.commissionings.get(machineId) ?? []),
    ];
  }

  eventsAt(pointId: string, machineId: string): (DueEvent & { event: EventName })[] {
    return [...(this.events.get(pointId) ?? []), ...(this.events.get(machineId) ?? [])];
  }

  override(taskId: string, field: 'amount' | 'interval'): BelievedRowOf<'override'> | undefined {
    return this.overrides.get(`${taskId}/${field}`);
  }

  /** The lubricant last filled in at any of some points. */
  contents(pointIds: readonly string[]): string | undefined {
    return this.lastFilling(pointIds)?.lubricantId;
  }

  /** Other lubricants that were put on top since a sump was filled, by the points that it feeds. */
  mixedWith(pointIds: readonly string[]): string[] {
    const filling = this.lastFilling(pointIds);
    if (!filling) return [];
    return mixedInto(
      filling,
      pointIds.flatMap((pointId) => [...(this.toppings.get(pointId)?.values() ?? [])]),
    );
  }

  private lastFilling(pointIds: readonly string[]): Filling | undefined {
    let newest: Filling | undefined;
    for (const pointId of pointIds) newest = laterFilling(newest, this.fillings.get(pointId));
    return newest;
  }

  private addTopping(pointId: string, topping: Filling): void {
    const mine = this.toppings.get(pointId) ?? new Map<string, Filling>();
    mine.set(topping.lubricantId, laterFilling(mine.get(topping.lubricantId), topping)!);
    this.toppings.set(pointId, mine);
  }

  /** The entry that first filled a sump, by the points that it feeds. */
  firstFilling(pointIds: readonly string[]): BelievedRow | undefined {
    const firsts = pointIds.flatMap((pointId) => this.firstFillings.get(pointId) ?? []);
    return firsts.sort((a, b) => a.atMs - b.atMs || a.seq - b.seq)[0]?.entry;
  }

  private dialsOf(meterId: string): Dials {
    let dials = this.byMeter.get(meterId);
    if (!dials) this.byMeter.set(meterId, (dials = { numbers: [], inOrder: true, replacements: [] }));
    return dials;
  }
}

function listOf<Value>(map: Map<string, Value[]>, key: string): Value[] {
  let list = map.get(key);
  if (!list) map.set(key, (list = []));
  return list;
}

/** A stop is served once a round: of two answers, as when two people walk it, the one written first counts as the service. */
function onceARound(entries: BelievedRow[]): BelievedRow[] {
  const first = new Map<string, number>();
  for (const entry of entries) {
    const { roundId, seq } = entry;
    if (roundId !== null && isService(entry)) first.set(roundId, Math.min(seq, first.get(roundId) ?? seq));
  }
  return first.size === 0
    ? entries
    : entries.filter((entry) => entry.roundId === null || !isService(entry) || first.get(entry.roundId) === entry.seq);
}
