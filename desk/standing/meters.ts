import type { Rate } from '@/core/meter/forecast';
import { type MeterState, countAt } from '@/core/meter/state';
import type { Database } from '../desk';
import { metersOfMachine } from './derive';
import { machineLog } from './read-log';
import { selectPlan } from './plan-rows';

/** A meter with where it stands, as the machine's page and the diary show it. */
export type MeterStanding = {
  id: string;
  machineId: string;
  name: string;
  unit: string;
  version: number;
  rolloverAt: number | null;
  resolution: number;
  maxPerDay: number;
  rate: Rate;
  rejected: number;
  accumulated: number | null;
  lastRunAt: string | null;
  last: { value: number; at: string } | null;
};

/** A meter as whoever reads it needs it: what it showed last, and what it can show at all. */
export const readableMeter = ({
  id,
  machineId,
  name,
  unit,
  last,
  maxPerDay,
  resolution,
  rolloverAt,
}: MeterStanding) => ({
  id,
  machineId,
  name,
  unit,
  lastValue: last?.value ?? null,
  lastAt: last?.at ?? null,
  maxPerDay,
  resolution,
  rolloverAt,
});

type StandingRow = {
  meterId: string;
  readMs: string | number | null;
  shown: number | null;
  accumulated: number | null;
  perDayLow: number;
  perDayMid: number;
  perDayHigh: number;
  confidence: Rate['confidence'];
  windowReadings: number;
  rejected: number;
  lastRunMs: string | number | null;
};
const never: Omit<StandingRow, 'meterId'> = {
  readMs: null,
  shown: null,
  accumulated: null,
  perDayLow: 0,
  perDayMid: 0,
  perDayHigh: 0,
  confidence: 'none',
  windowReadings: 0,
  rejected: 0,
  lastRunMs: null,
};
const instantOf = (ms: string | number | null) => (ms === null ? null : new Date(Number(ms)).toISOString());

const meterRows = (db: Database, machineIds?: string[]) =>
  db.Meter.findAll({ where: machineIds ? { machineId: machineIds } : {}, order: [['name', 'ASC']] });
const identity = ({
  id,
  machineId,
  name,
  unit,
  version,
  rolloverAt,
  resolution,
  maxPerDay,
}: InstanceType<Database['Meter']>) => ({ id, machineId, name, unit, version, rolloverAt, resolution, maxPerDay });

/** The meters of some machines, all of the plant when not given, as they stand now. */
export async function loadMeters(db: Database, machineIds?: string[]): Promise<MeterStanding[]> {
  const [meters, rows] = await Promise.all([
    meterRows(db, machineIds),
    db.select<StandingRow>(
      `SELECT meterId, readMs, shown, accumulated, perDayLow, perDayMid, perDayHigh, confidence, windowReadings, rejected, lastRunMs FROM meter_state ${machineIds ? 'JOIN meter ON meter.id = meter_state.meterId AND meter.machineId IN (:machineIds)' : ''}`,
      { machineIds },
    ),
  ]);
  const byMeter = new Map(rows.map((row) => [row.meterId, row]));
  return meters.map((meter) => {
    const {
      readMs,
      shown,
      accumulated,
      perDayLow,
      perDayMid,
      perDayHigh,
      confidence,
      windowReadings,
      rejected,
      lastRunMs,
    } = byMeter.get(meter.id) ?? never;
    return {
      ...identity(meter),
      rate: { low: perDayLow, mid: perDayMid, high: perDayHigh, confidence, readings: windowReadings },
      rejected,
      accumulated,
      lastRunAt: instantOf(lastRunMs),
      last: shown === null ? null : { value: shown, at: instantOf(readMs)! },
    };
  });
}

/** A meter with the readings it was derived from: those kept, summed over dials, and those left out. */
export type DerivedMeter = MeterStanding & {
  state: MeterState;
  leftOut: { atMs: number; value: number; reason: string }[];
};

/** The same with the readings, derived from the log. */
export async function deriveMeters(db: Database, machineIds?: string[]): Promise<DerivedMeter[]> {
  const meters = await meterRows(db, machineIds);
  const ids = [...new Set(meters.map(({ machineId }) => machineId))];
  if (ids.length === 0) return [];
  const [plan, log] = await Promise.all([selectPlan(db, { machineIds: ids }), machineLog(db, ids)]);
  const states = new Map(ids.flatMap((machineId) => [...metersOfMachine(plan, log, machineId).states]));
  return meters.map((meter) => {
    const state = states.get(meter.id)!;
    const newest = state.kept.at(-1);
    const { readings } = log.dials(meter.id);
    const shown = newest && readings[newest.index]?.value;
    return {
      ...identity(meter),
      state,
      leftOut: state.rejected.map(({ index, reason }) => ({ ...readings[index]!, reason })),
      rate: state.rate,
      rejected: state.rejected.length,
      accumulated: newest?.value ?? null,
      lastRunAt: instantOf(state.lastRunMs ?? null),
      last: newest && shown !== undefined ? { value: shown, at: instantOf(newest.atMs)! } : null,
    };
  });
}

/** The run hours of a machine at an instant, to a tenth; null where nobody read them. */
export function runHoursOf(meters: readonly DerivedMeter[]): (atMs: number) => number | null {
  const meter = meters.find(({ unit, state }) => unit === 'hours' && state.kept.length > 1);
  return (atMs) => {
    const hours = meter && countAt(meter.state, atMs);
    return hours === undefined ? null : Math.round(hours * 10) / 10;
  };
}
