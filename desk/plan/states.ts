import { effectiveEntries, type EffectiveEntry, type LoggedEntry } from '../../core/entry/effective';
import type { EntryBody } from '../../core/entry/kinds';
import { type MeterState, type Stage, type TaskDue, dutyMeter, meterState, taskDue } from '../../core/interval/task-due';
import type { StoredComputation } from '../../core/method';
import { byRank, winnerInBand } from '../../core/register/assignment';
import type { MachineState } from '../../core/register/machine-states';
import { type AmountKind, type PointKind, type SourceRank, type TaskAction, usualEnough } from '../../core/register/point-kinds';
import { contentsByPoint } from '../assign/contents';
import type { Database } from '../desk';
import { thePlant } from '../plant';

/** A person's number in place of the computed or stated one. */
export type Override = { value: number; unit: string; computed: number | null; reason: string; by: string; at: string };

/** A task with its place, its lubricant, what is planned and when it is due: all that a list or a stop shows. */
export type TaskState = {
  taskId: string;
  title: string;
  action: TaskAction;
  machineState: MachineState;
  procedureText: string;
  minutes: number;
  amount: { kind: AmountKind; value: number | null; planned: number | null; computed: StoredComputation | null; override: Override | null };
  interval: { stages: Stage[]; computed: StoredComputation | null; override: Override | null };
  point: { id: string; number: number; kind: PointKind; name: string; location: string; walkPosition: number; cautions: string; doNots: string; accessNote: string; enoughSign: string; forbidsAirGun: boolean; consequence: number };
  machine: { id: string; code: string; name: string; hasHourMeter: boolean };
  area: { id: string; code: string; name: string };
  lubricant: { id: string; code: string; name: string } | null;
  routes: { id: string; code: string; name: string }[];
  /** The ambient band asks for another lubricant than the sump holds: a change is due, and until it is logged tops are of what is in there. */
  bandChange: { band: string; holds: string; wants: string } | null;
  /** A new unit that came empty and has not been filled by the log. */
  cameEmpty: boolean;
  due: TaskDue;
};

type TaskRow = {
  taskId: string; title: string; action: TaskAction; taskMachineState: MachineState; procedureText: string; minutes: number; amountKind: AmountKind; amount: number | null; amountComputed: StoredComputation | null; intervalComputed: StoredComputation | null;
  meterId: string | null; rhythm: 'actual' | 'fixed'; toleranceShare: number;
  pointId: string; number: number; kind: PointKind; pointName: string; location: string; walkPosition: number; cautions: string; doNots: string; accessNote: string; enoughSign: string; forbidsAirGun: number; consequence: number; reservoirId: string | null; comesEmpty: number | null;
  machineId: string; machineCode: string; machineName: string; dutyHoursPerDay: number | null; areaId: string; areaCode: string; areaName: string;
};
type AssignmentRow = { id: string; pointId: string | null; reservoirId: string | null; ambientBand: string | null; lubricantId: string; code: string; name: string; source: SourceRank; sourceOn: string };
type StageRow = { assignmentId: string; taskId: string; name: string; count: number | null; hours: number | null; cycles: number | null; days: number | null; standstillDays: number | null };
type EntryRow = Omit<LoggedEntry, 'body' | 'taskIds'> & { body: string; taskIds: string; personName: string };
type MeterRow = { id: string; machineId: string; unit: string; rolloverAt: number | null; resolution: number; maxPerDay: number };

/** Which tasks: all of the plant, of one machine, of one point, or a named few. */
export type TaskFilter = { machineId?: string; pointId?: string; taskIds?: string[] };

/**
 * Where tasks stand as of an instant, derived from the plan and the log. Nothing here is stored; the same call with an
 * earlier `asOf` shows the page of that day as the log then was believed.
 */
export async function loadTaskStates(db: Database, asOf: Date, filter: TaskFilter = {}): Promise<TaskState[]> {
  if (filter.taskIds?.length === 0) return [];
  const plant = await thePlant(db);
  const tasks = await selectTasks(db, filter);
  if (tasks.length === 0) return [];
  const ids = { tasks: tasks.map(({ taskId }) => taskId), points: [...new Set(tasks.map(({ pointId }) => pointId))], machines: [...new Set(tasks.map(({ machineId }) => machineId))], reservoirs: [...new Set(tasks.flatMap(({ reservoirId }) => reservoirId ?? []))] };
  const [assignments, stages, routes, entries, meters] = await Promise.all([selectAssignments(db, ids), selectStages(db, ids.tasks), selectRoutes(db, ids.tasks), selectEntries(db, ids), selectMeters(db, ids.machines)]);

  const assignmentsOf = groupBy(assignments, ({ pointId, reservoirId }) => pointId ?? reservoirId!);
  const stagesOf = groupBy(stages, ({ taskId }) => taskId);
  const routesOf = groupBy(routes, ({ taskId }) => taskId);
  const effective = effectiveEntries(entries.map(parseEntry));
  const answering = new Map<string, (typeof effective)[number][]>();
  const overrides = new Map<string, Override | null>();
  for (const entry of effective) {
    for (const taskId of entry.taskIds) {
      const answers = answering.get(taskId);
      if (answers) answers.push(entry);
      else answering.set(taskId, [entry]);
    }
    if (entry.kind === 'override' && Date.parse(entry.happenedAt) <= asOf.getTime()) {
      const body = entry.body as EntryBody<'override'>;
      overrides.set(`${body.taskId}/${body.field}`, body.value === null ? null : { value: body.value, unit: body.unit, computed: body.computed, reason: body.reason, by: entry.personName, at: entry.happenedAt });
    }
  }
  const asOfMs = asOf.getTime();
  // What is in the sump matters only where a band may ask for another oil, or where a unit may have come empty.
  const banded = new Set(assignments.filter(({ ambientBand }) => ambientBand !== null).map(({ pointId, reservoirId }) => pointId ?? reservoirId!));
  const sumps = [...new Map(tasks.filter(({ pointId, reservoirId, comesEmpty }) => comesEmpty || banded.has(pointId) || (reservoirId !== null && banded.has(reservoirId))).map(({ pointId, reservoirId }) => [pointId, { id: pointId, reservoirId }])).values()];
  const contents = await contentsByPoint(db, asOf, sumps);
  const states = meterStates(meters, tasks, effective, asOfMs);

  return tasks.map((row): TaskState => {
    const ranked = byRank([...(assignmentsOf.get(row.pointId) ?? []), ...((row.reservoirId && assignmentsOf.get(row.reservoirId)) || [])]);
    const winner = winnerInBand(ranked, plant.ambientBandNow ?? null);
    const inside = assignments.find(({ lubricantId }) => lubricantId === contents.get(row.pointId));
    const bandChange = winner?.ambientBand && inside && inside.lubricantId !== winner.lubricantId ? { band: winner.ambientBand, holds: inside.code, wants: winner.code } : null;
    const lubricant = bandChange && row.action !== 'oil-change' ? inside! : winner;
    const amountOverride = overrides.get(`${row.taskId}/amount`) ?? null;
    const intervalOverride = overrides.get(`${row.taskId}/interval`) ?? null;
    const plannedStages = stagesInForce(stagesOf.get(row.taskId) ?? [], ranked.map(({ id }) => id));
    const effectiveStages = overrideStages(plannedStages, intervalOverride);
    const meter = row.meterId ? states.byId.get(row.meterId) : (states.hourMeterOf.get(row.machineId) ?? states.firstMeterOf.get(row.machineId));
    const usable = meter && meter.kept.length > 0 ? meter : row.dutyHoursPerDay ? dutyMeter(row.dutyHoursPerDay) : meter;
    return {
      taskId: row.taskId, title: row.title, action: row.action, machineState: row.taskMachineState, procedureText: row.procedureText, minutes: row.minutes,
      amount: { kind: row.amountKind, value: amountOverride?.value ?? row.amount, planned: row.amount, computed: row.amountComputed, override: amountOverride },
      interval: { stages: effectiveStages, computed: row.intervalComputed, override: intervalOverride },
      point: { id: row.pointId, number: row.number, kind: row.kind, name: row.pointName, location: row.location, walkPosition: row.walkPosition, cautions: row.cautions, doNots: row.doNots, accessNote: row.accessNote, enoughSign: row.enoughSign || usualEnough(row.kind), forbidsAirGun: Boolean(row.forbidsAirGun), consequence: row.consequence },
      machine: { id: row.machineId, code: row.machineCode, name: row.machineName, hasHourMeter: states.hourMeterOf.has(row.machineId) },
      area: { id: row.areaId, code: row.areaCode, name: row.areaName },
      lubricant: lubricant ? { id: lubricant.lubricantId, code: lubricant.code, name: lubricant.name } : null,
      routes: (routesOf.get(row.taskId) ?? []).map(({ id, code, name }) => ({ id, code, name })),
      bandChange,
      cameEmpty: Boolean(row.comesEmpty) && !contents.has(row.pointId),
      due: taskDue({ dueNow: bandChange && row.action === 'oil-change' ? `ambient band ${bandChange.band}: change to ${bandChange.wants}` : null, taskId: row.taskId, stages: effectiveStages, rhythm: row.rhythm, toleranceShare: row.toleranceShare, entries: answering.get(row.taskId) ?? [], meter: usable, asOfMs, timeZone: plant.timeZone, assumedHoursPerDay: row.dutyHoursPerDay || 24 }),
    };
  });
}

/** A meter with its readings, as the machine's page and the diary show it. */
export type MeterReadingState = { id: string; machineId: string; name: string; unit: string; version: number; rolloverAt: number | null; resolution: number; maxPerDay: number; state: MeterState; last: { value: number; at: string } | null };

/** The meters of some machines (all of the plant when not given) with what the log says of them. */
export async function loadMeters(db: Database, asOf: Date, machineIds?: string[]): Promise<MeterReadingState[]> {
  const meters = await db.Meter.findAll({ where: machineIds ? { machineId: machineIds } : {}, order: [['name', 'ASC']] });
  if (meters.length === 0) return [];
  const machines = await db.Machine.findAll({ where: { id: meters.map(({ machineId }) => machineId) } });
  const entries = effectiveEntries((await selectMeterEntries(db, [...new Set(meters.map(({ machineId }) => machineId))])).map(parseEntry));
  const ofMeter = groupBy(entries, ({ body }) => String(body.meterId));
  return meters.map((meter) => {
    const mine = (ofMeter.get(meter.id) ?? []).filter(({ happenedAt }) => Date.parse(happenedAt) <= asOf.getTime());
    const duty = meter.unit === 'hours' ? (machines.find(({ id }) => id === meter.machineId)?.dutyHoursPerDay ?? null) : null;
    const readings = mine.filter(({ kind }) => kind === 'reading').sort((a, b) => Date.parse(a.happenedAt) - Date.parse(b.happenedAt));
    const state = meterState({ unit: meter.unit, rolloverAt: meter.rolloverAt, resolution: meter.resolution, maxPerDay: meter.maxPerDay, dutyPerDay: duty }, mine, asOf.getTime());
    const last = state.kept.length > 0 ? readings.filter((entry) => Date.parse(entry.happenedAt) === state.kept.at(-1)!.atMs).at(-1) : undefined;
    return { id: meter.id, machineId: meter.machineId, name: meter.name, unit: meter.unit, version: meter.version, rolloverAt: meter.rolloverAt, resolution: meter.resolution, maxPerDay: meter.maxPerDay, state, last: last ? { value: (last.body as EntryBody<'reading'>).value, at: last.happenedAt } : null };
  });
}

function selectTasks(db: Database, { machineId, pointId, taskIds }: TaskFilter): Promise<TaskRow[]> {
  const where = ['task.retiredOn IS NULL', 'lube_point.retiredOn IS NULL', 'machine.retiredOn IS NULL', machineId && 'machine.id = :machineId', pointId && 'lube_point.id = :pointId', taskIds && 'task.id IN (:taskIds)'].filter(Boolean).join(' AND ');
  return db.select<TaskRow>(
    `SELECT task.id AS taskId, task.title, task.action, task.machineState AS taskMachineState, task.procedureText, task.minutes, task.amountKind, task.amount, task.amountComputed, task.intervalComputed, task.meterId, task.rhythm, task.toleranceShare,
       lube_point.id AS pointId, lube_point.number, lube_point.kind, lube_point.name AS pointName, lube_point.location, lube_point.walkPosition, lube_point.cautions, lube_point.doNots, lube_point.accessNote, lube_point.enoughSign, lube_point.forbidsAirGun, lube_point.consequence, lube_point.reservoirId, reservoir.comesEmpty,
       machine.id AS machineId, machine.code AS machineCode, machine.name AS machineName, machine.dutyHoursPerDay, area.id AS areaId, area.code AS areaCode, area.name AS areaName
     FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId LEFT JOIN reservoir ON reservoir.id = lube_point.reservoirId
     WHERE ${where} ORDER BY area.position, machine.code, lube_point.walkPosition, task.id`,
    { machineId, pointId, taskIds },
  );
}

const selectAssignments = (db: Database, { points, reservoirs }: { points: string[]; reservoirs: string[] }) =>
  db.select<AssignmentRow>(
    `SELECT assignment.id, assignment.pointId, assignment.reservoirId, assignment.ambientBand, assignment.lubricantId, lubricant.code, lubricant.name, assignment.source, assignment.sourceOn
     FROM assignment JOIN lubricant ON lubricant.id = assignment.lubricantId WHERE assignment.pointId IN (:points) ${reservoirs.length > 0 ? 'OR assignment.reservoirId IN (:reservoirs)' : ''}`,
    { points, reservoirs },
  );

const selectStages = (db: Database, tasks: string[]) =>
  db.select<StageRow>('SELECT assignmentId, taskId, name, `count`, hours, cycles, days, standstillDays FROM interval_stage WHERE taskId IN (:tasks) ORDER BY position', { tasks });

const selectRoutes = (db: Database, tasks: string[]) =>
  db.select<{ taskId: string; id: string; code: string; name: string }>('SELECT stop.taskId, route.id, route.code, route.name FROM stop JOIN route ON route.id = stop.routeId WHERE route.retiredOn IS NULL AND stop.taskId IN (:tasks) ORDER BY route.code', { tasks });

const entryColumns = 'entry.id, entry.seq, entry.kind, entry.body, entry.happenedAt, entry.machineId, entry.pointId, entry.taskIds, entry.replacesId, person.name AS personName';

/** Entries that answer the tasks, overrides of their points, and the readings of their machines. Corrections included. */
const selectEntries = (db: Database, { tasks, machines }: { tasks: string[]; machines: string[] }) =>
  db.select<EntryRow>(
    `SELECT ${entryColumns} FROM entry JOIN person ON person.id = entry.personId
     WHERE entry.id IN (SELECT entryId FROM entry_task WHERE taskId IN (:tasks)) OR (entry.machineId IN (:machines) AND entry.kind IN ('reading', 'meter-change', 'override', 'correction')) ORDER BY entry.seq`,
    { tasks, machines },
  );

const selectMeterEntries = (db: Database, machines: string[]) =>
  db.select<EntryRow>(`SELECT ${entryColumns} FROM entry JOIN person ON person.id = entry.personId WHERE entry.machineId IN (:machines) AND entry.kind IN ('reading', 'meter-change', 'correction') ORDER BY entry.seq`, { machines });

const selectMeters = (db: Database, machines: string[]) => db.select<MeterRow>('SELECT id, machineId, unit, rolloverAt, resolution, maxPerDay FROM meter WHERE machineId IN (:machines) ORDER BY name', { machines });

const parseEntry = (row: EntryRow) => ({ ...row, seq: Number(row.seq), body: JSON.parse(row.body) as Record<string, unknown>, taskIds: JSON.parse(row.taskIds) as string[] });

/** The stages of the winning assignment; where it has none for this task, those of the next best that has. */
function stagesInForce(rows: StageRow[], assignmentsByRank: string[]): Stage[] {
  const owner = assignmentsByRank.find((id) => rows.some(({ assignmentId }) => assignmentId === id)) ?? rows[0]?.assignmentId;
  return rows.filter(({ assignmentId }) => assignmentId === owner).map(({ name, count, hours, cycles, days, standstillDays }) => ({ name, ...(count !== null && { count }), ...(hours !== null && { hours }), ...(cycles !== null && { cycles }), ...(days !== null && { days }), ...(standstillDays !== null && { standstillDays }) }));
}

/** A person's interval replaces the limit of the same unit in the steady stages. */
function overrideStages(stages: Stage[], override: Override | null): Stage[] {
  if (!override) return stages;
  const key = override.unit === 'd' ? 'days' : override.unit === 'h' ? 'hours' : 'cycles';
  return stages.map((stage) => (stage.count === undefined ? { ...stage, [key]: override.value } : stage));
}

function meterStates(meters: MeterRow[], tasks: TaskRow[], entries: EffectiveEntry[], asOfMs: number) {
  const readings = groupBy(entries.filter(({ kind }) => kind === 'reading' || kind === 'meter-change'), ({ body }) => String(body.meterId));
  const dutyOf = new Map(tasks.map(({ machineId, dutyHoursPerDay }) => [machineId, dutyHoursPerDay]));
  const byId = new Map<string, MeterState>();
  const hourMeterOf = new Map<string, MeterState>();
  const firstMeterOf = new Map<string, MeterState>();
  for (const meter of meters) {
    const state = meterState({ ...meter, dutyPerDay: meter.unit === 'hours' ? (dutyOf.get(meter.machineId) ?? null) : null }, readings.get(meter.id) ?? [], asOfMs);
    byId.set(meter.id, state);
    if (!firstMeterOf.has(meter.machineId)) firstMeterOf.set(meter.machineId, state);
    if (meter.unit === 'hours' && !hourMeterOf.has(meter.machineId)) hourMeterOf.set(meter.machineId, state);
  }
  return { byId, hourMeterOf, firstMeterOf };
}

function groupBy<Row>(rows: readonly Row[], keyOf: (row: Row) => string): Map<string, Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}
