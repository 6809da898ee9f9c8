import type { EntryBody, EntryKind } from '@/core/entry/kinds';
import type { Band } from '@/core/fields/band';
import { counts } from '@/core/condition/reading';
import { isDeviceContent } from '@/core/condition/device-use';
import { type Used, deviceUse, topUpUse } from '@/core/follow/use-trend';
import { type ReadAt, type WearLeft, wearLeft } from '@/core/follow/reading-trend';
import { pointLabel } from '@/core/register/assignment';
import type { AskedReading } from '@/core/register/asked-reading';
import { type EventName, eventWords } from '@/core/words/events';
import type { MachineState } from '@/core/words/machine-states';
import type { Database } from '../desk';
import {
  type BelievedRow,
  type BelievedStored,
  believed,
  believedColumns,
  isOf,
  kindList,
  parseBelieved,
} from '../log/believed';
import { deriveMeters, runHoursOf } from '../standing/meters';

/** One reading of a series, at the run hours that the machine had then where they are known. */
export type TrendPoint = {
  atMs: number;
  hours: number | null;
  value: number;
  /** Read in a state that its limits are not for. */
  isObservation: boolean;
};
/** What was done or happened meanwhile. */
export type TrendMark = { atMs: number; hours: number | null; words: string };
/** One thing that is read at a point, again and again. */
export type Trend = {
  key: string;
  point: { number: number; label: string; name: string };
  name: string;
  unit: string;
  band: Band;
  readings: TrendPoint[];
  marks: TrendMark[];
  /** How long it may last by its wear; undefined where nothing follows. */
  left: WearLeft | undefined;
};

/** So many looks and so much work of a machine are drawn at most, the newest. */
const mostLooks = 600;
const mostMarks = 60;

const mostTopUps = 200;

const markKinds: readonly EntryKind[] = ['oil-change', 'commissioning', 'note', 'finding'];

/** The trends of a machine, or of one of its points, in walking order; what was read only once is no trend yet. */
export async function readTrends(db: Database, machineId: string, pointId?: string): Promise<Trend[]> {
  const here = `entry.machineId = :machineId ${pointId ? 'AND entry.pointId = :pointId' : ''}`;
  const values = { machineId, pointId };
  const newest = (where: string, limit: number) =>
    db.select<BelievedStored>(
      `SELECT ${believedColumns} FROM ${believed} WHERE ${here} AND entry.decides AND ${where} ORDER BY entry.seq DESC LIMIT ${limit}`,
      values,
    );
  const [looks, marks, topUps, points, tasks, meters] = await Promise.all([
    newest("entry.kind = 'check' AND JSON_LENGTH(entry.body, '$.readings') > 0", mostLooks),
    newest(`entry.kind IN (${kindList(markKinds)})`, mostMarks),
    newest("entry.kind = 'top-up' AND JSON_VALUE(entry.body, '$.amountKind') = 'litres'", mostTopUps),
    db.select<{ id: string; number: number; name: string; code: string; kind: string }>(
      'SELECT lube_point.id, lube_point.number, lube_point.name, lube_point.kind, machine.code FROM lube_point JOIN machine ON machine.id = lube_point.machineId WHERE machineId = :machineId ORDER BY lube_point.walkPosition',
      values,
    ),
    db.select<{ pointId: string; readings: AskedReading[] }>(
      "SELECT task.pointId, task.readings FROM task JOIN lube_point ON lube_point.id = task.pointId WHERE lube_point.machineId = :machineId AND task.retiredOn IS NULL AND task.readings <> '[]'",
      values,
    ),
    deriveMeters(db, [machineId]),
  ]);
  const hoursAt = runHoursOf(meters);
  const read = looks.map(parseBelieved).reverse();
  const done = marks.map(parseBelieved).reverse();
  const filled = topUps.map(parseBelieved).filter(isOf('top-up')).reverse();
  const marksSince = (pointId: string, fromMs: number): TrendMark[] =>
    done.flatMap((entry) => {
      const atMs = Date.parse(entry.happenedAt);
      const words = (entry.pointId === pointId || entry.pointId === null) && atMs >= fromMs ? markWords(entry) : '';
      return words ? [{ atMs, hours: hoursAt(atMs), words }] : [];
    });
  return points.flatMap(({ id, number, name, code, kind }) => {
    const point = { number, label: pointLabel(code, number), name };
    const asked = tasks.filter((task) => task.pointId === id).flatMap((task) => task.readings);
    const mine = read.filter((entry) => entry.pointId === id);
    const shown = (
      named: { name: string; unit: string; band?: Band; left?: WearLeft | undefined },
      readings: TrendPoint[],
    ) =>
      readings.length < 2
        ? []
        : [
            {
              key: `${id}/${named.name}/${named.unit}`,
              point,
              name: named.name,
              unit: named.unit,
              band: named.band ?? {},
              readings,
              marks: marksSince(id, readings[0]!.atMs),
              left: named.left,
            },
          ];
    const series = seriesOf(mine, asked).flatMap((each): Trend[] => {
      const readings = each.read.map(({ atMs, value, ...how }) => ({
        atMs,
        hours: hoursAt(atMs),
        value,
        isObservation: how.observation === true || (each.asked !== undefined && !counts(each.asked, how)),
      }));
      const renewed = mine.filter(isRenewal).at(-1);
      const left = each.asked && wearLeft(each.asked.quantity, each.asked.band, wornSince(readings, renewed));
      const usedUp = each.asked && isDeviceContent(kind, each.asked.quantity) ? deviceUse(readings) : [];
      return [
        ...shown({ name: each.name, unit: each.unit, band: each.asked?.band ?? {}, left }, readings),
        ...shown({ name: `${each.name}: used`, unit: `${each.unit} a day` }, usedUp.map(counted)),
      ];
    });
    const poured = filled.flatMap(({ pointId: at, happenedAt, body: { amount } }) => {
      const atMs = Date.parse(happenedAt);
      const hours = hoursAt(atMs);
      return at === id && amount !== undefined && hours !== null ? [{ atMs, hours, litres: amount }] : [];
    });
    return [...series, ...shown({ name: 'Oil topped up', unit: 'L/1000 h' }, topUpUse(poured).map(counted))];
  });
}

/** What is reckoned from readings that counted counts. */
const counted = (used: Used): TrendPoint => ({ ...used, isObservation: false });

type Read = { atMs: number; value: number; state?: MachineState | undefined; observation?: true | undefined };
type Look = Extract<EntryBody<'check'>, { readings?: unknown }>;

/** What was read at a point, by name and unit, each with what a task asks under that name. */
function seriesOf(
  looks: readonly BelievedRow[],
  asked: readonly AskedReading[],
): { name: string; unit: string; asked: AskedReading | undefined; read: Read[] }[] {
  const series = new Map<string, { name: string; unit: string; read: Read[] }>();
  for (const { body, happenedAt } of looks)
    for (const { quantity: name, unit, value, state, observation, afterMin = 0 } of (body as Look).readings ?? []) {
      const known = series.get(`${name}/${unit}`) ?? { name, unit, read: [] };
      series.set(`${name}/${unit}`, known);
      const atMs = Date.parse(happenedAt);
      // Of what was read every few minutes, where it came to rest is what the years compare.
      if (afterMin > 0 && known.read.at(-1)?.atMs === atMs) known.read.pop();
      known.read.push({ atMs, value, state, observation });
    }
  return [...series.values()].map((each) => ({
    ...each,
    read: each.read.sort((a, b) => a.atMs - b.atMs),
    asked: asked.find(({ name, unit }) => name === each.name && unit === each.unit),
  }));
}

/** A part that was turned or replaced begins to wear anew. */
const isRenewal = ({ body }: BelievedRow): boolean => (body as Look).part !== undefined;

const wornSince = (readings: readonly TrendPoint[], renewed: BelievedRow | undefined): ReadAt[] =>
  readings.flatMap(({ atMs, hours, value, isObservation }) =>
    hours === null || isObservation || (renewed && atMs <= Date.parse(renewed.happenedAt)) ? [] : [{ hours, value }],
  );

/** What a mark says; empty for what draws none. */
function markWords({ kind, body }: BelievedRow): string {
  if (kind === 'oil-change') return 'oil changed';
  if (kind === 'commissioning') return 'commissioned';
  if (kind === 'finding') return 'finding';
  const { event } = body as { event?: EventName };
  return event ? eventWords[event] : '';
}
