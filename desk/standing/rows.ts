import type { DueFacts } from '@/core/interval/due-facts';
import type { PastStanding } from '@/core/interval/due-history';
import type { MeterState } from '@/core/meter/state';
import type { PlantDay } from '@/core/time/plant-day';
import type { TaskDerivation } from './derive';
import type { TaskPlanRow } from './plan-rows';

/** What the projection holds, as its tables take it. */
export type MeterRow = ReturnType<typeof meterRow>;
export type DueRow = ReturnType<typeof dueRow>;
export type PastRow = ReturnType<typeof pastRow>;
/** The rows of one machine, or of several. */
export type StandingRows = { meters: MeterRow[]; due: DueRow[]; past: PastRow[] };

export function meterRow(
  meterId: string,
  machineId: string,
  shown: number | null,
  { kept, rejected, rate, lastRunMs }: MeterState,
) {
  const last = kept.at(-1);
  return {
    meterId,
    machineId,
    readMs: last?.atMs ?? null,
    shown: last ? shown : null,
    accumulated: last?.value ?? null,
    perDayLow: rate.low,
    perDayMid: rate.mid,
    perDayHigh: rate.high,
    confidence: rate.confidence,
    windowReadings: rate.readings,
    kept: kept.length,
    rejected: rejected.length,
    lastRunMs: lastRunMs ?? null,
  };
}

/** Facts as they are kept, of the present and of the past alike. */
const factColumns = (facts: DueFacts) => ({
  state: facts.state,
  stage: facts.stage,
  runIn: facts.runIn,
  governedBy: facts.by ?? null,
  dueOn: facts.dueOn ?? null,
  fromOn: facts.window?.fromOn ?? null,
  toOn: facts.window?.toOn ?? null,
  postponedFrom: facts.postponedFrom ?? null,
  lastMs: facts.lastMs === undefined ? null : Math.round(facts.lastMs),
  lastHours: facts.lastHours ?? null,
  dueHours: facts.dueHours ?? null,
  servicesDone: facts.servicesDone,
  confidence: facts.confidence,
});

export const pastRow = ({ taskId, machineId }: TaskPlanRow, { sinceOn, untilOn, facts }: PastStanding) => ({
  taskId,
  untilOn,
  sinceOn,
  machineId,
  ...factColumns(facts),
});

export function dueRow(derived: TaskDerivation, facts: DueFacts, sinceOn: PlantDay | null) {
  const { row, lubricant, stages, stagesOf, amount, waitingChange, cameEmpty, mixedWith, hours, governing } = derived;
  return {
    taskId: row.taskId,
    machineId: row.machineId,
    areaId: row.areaId,
    pointId: row.pointId,
    lubricantId: lubricant?.id ?? null,
    stages,
    stagesOf: stagesOf?.id ?? null,
    amount,
    machineState: row.machineState,
    who: row.who,
    hourMeterId: hours?.id ?? null,
    governingMeterId: governing(facts)?.id ?? null,
    ...factColumns(facts),
    sinceOn,
    waitingChange,
    cameEmpty,
    mixedWith: mixedWith.length > 0 ? mixedWith : null,
  };
}

/** Whether two rows of one table say the same; one as derived may stand beside one as read back. */
export const sameRow = <Row extends object>(a: Row, b: Row): boolean =>
  a === b ||
  (Object.keys(b) as (keyof Row & string)[]).every((key) => comparable(key, a[key]) === comparable(key, b[key]));

/** Numbers that came as text, true that came as 1, lists and objects as they are stored. */
function comparable(key: string, value: unknown): unknown {
  if (typeof value === 'boolean') return Number(value);
  if (value === null || value === undefined) return null;
  if (key.endsWith('Ms')) return Number(value);
  return typeof value === 'object' ? JSON.stringify(value) : value;
}
