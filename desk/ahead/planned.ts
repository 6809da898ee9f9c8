import { type HeatRule, type TrialTask } from '@/core/interval/what-if';
import type { PlannedTask } from '@/core/interval/outlook';
import type { DutyPlan } from '@/core/meter/duty';
import { pointLabel } from '@/core/register/assignment';
import { type PlantDay, plantDayOf, plantToday, type PlantCalendar, plantCalendar } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { thePlant } from '../plant';
import { loadMeters } from '../standing/meters';
import { type TaskNeed, loadNeeds } from '../store/needs';
import type { TaskState } from '../standing/states';
import { taskActions } from '@/core/words/task-words';

/** Where a planned task is, for lists and picking. */
export type PlannedPlace = {
  label: string;
  pointId: string;
  pointName: string;
  title: string;
  kind: string;
  machine: string;
  area: string;
};
export type Planned = TrialTask & PlannedPlace;
/** The plan as looking ahead takes it: plain data, fit for a worker. Duty plans stand once each, tasks name theirs. */
export type PlannedWork = {
  today: PlantDay;
  calendar: PlantCalendar;
  tasks: Planned[];
  undated: number;
  dutyPlans: Record<string, DutyPlan>;
  planOf: Record<string, string>;
};

/** Everything the plan asks for from now on, but what operators do at their machines. */
export async function loadPlannedWork({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<PlannedWork> {
  const [plant, needs, meters, machines] = await Promise.all([
    thePlant(db),
    loadNeeds(db, now),
    loadMeters(db),
    db.Machine.findAll({ where: { retiredOn: null }, attributes: ['id', 'dutyPlan', 'keepsRunning'] }),
  ]);
  const today = plantToday(now, plant);
  const ratesOf = new Map<string, PlannedTask['hoursPerDay']>();
  for (const { machineId, unit, rate } of meters) {
    const key = `${machineId}/${unit === 'hours' ? 'hours' : 'cycles'}`;
    if (rate.confidence !== 'none' && !ratesOf.has(key)) ratesOf.set(key, rate);
  }
  const wanted = needs.filter(({ state }) => state.who !== 'operator');
  const tasks = wanted.flatMap((need) => plannedTask(need, ratesOf, plant) ?? []);
  const closures = (plant.closures ?? []).map(({ from, to }) => ({ from, to }));
  const dutyPlans: Record<string, DutyPlan> = {};
  const planOfMachine = new Map(
    machines.map(({ id, dutyPlan, keepsRunning }) => {
      const plan: DutyPlan = { ...dutyPlan, closures: keepsRunning ? [] : closures };
      const key = JSON.stringify(plan);
      dutyPlans[key] = plan;
      return [id, key];
    }),
  );
  return {
    today,
    calendar: plantCalendar(plant),
    tasks,
    undated: wanted.length - tasks.length,
    dutyPlans,
    planOf: Object.fromEntries(wanted.map(({ state }) => [state.taskId, planOfMachine.get(state.machine.id) ?? ''])),
  };
}

const still = { low: 0, mid: 0, high: 0 };

function plannedTask(
  { state, each, unit }: TaskNeed,
  ratesOf: Map<string, PlannedTask['hoursPerDay']>,
  calendar: PlantCalendar,
): Planned | undefined {
  const { due, machine, point, area, interval } = state;
  const stages = stagesAhead(state);
  if (!due.dueOn || stages.length === 0) return undefined;
  const { hoursPerDay } = due.hourLine;
  const measured = ratesOf.get(`${machine.id}/hours`);
  // By plan alone the hours are off by a third either way, as in the forecast.
  const hours = measured ?? { low: (hoursPerDay * 2) / 3, mid: hoursPerDay, high: Math.min(24, (hoursPerDay * 4) / 3) };
  return {
    taskId: state.taskId,
    stages,
    cyclic: state.cyclic,
    servicesDone: due.servicesDone,
    dueOn: due.dueOn,
    lastOn: due.lastServiceAt ? plantDayOf(Date.parse(due.lastServiceAt), calendar) : null,
    byUse: due.by === 'hours' || due.by === 'cycles',
    severity: state.severity.reduce((product, { value }) => product * value, 1),
    toleranceShare: state.toleranceShare,
    hoursPerDay: hours,
    cyclesPerDay: ratesOf.get(`${machine.id}/cycles`) ?? still,
    minutes: state.minutes,
    amount: unit && state.lubricant && each > 0 ? { lubricant: state.lubricant.code, unit, each } : null,
    heat: heatRuleOf(state),
    temperatureC: typeof point.temperatureC === 'number' ? point.temperatureC : null,
    label: pointLabel(machine.code, point.number),
    pointId: point.id,
    pointName: point.name,
    title: state.title,
    kind: taskActions[state.action],
    machine: machine.code,
    area: area.name,
    ...(interval.stages.length > stages.length && { servicesDone: 0 }),
  };
}

/** The stages still to come: once the run-in is over only the steady one. */
const stagesAhead = ({ due, cyclic, interval: { stages } }: TaskState) =>
  cyclic || due.runIn ? stages : stages.filter(({ count }) => count === undefined);

function heatRuleOf({ action, interval }: TaskState): HeatRule {
  if (action === 'oil-change') return { kind: 'oil' };
  const { computed } = interval;
  const input = computed?.methodId === 'grease.interval' ? (computed.input as { temperatureC?: number }) : undefined;
  return typeof input?.temperatureC === 'number'
    ? {
        kind: 'grease',
        input: { ...input, temperatureC: input.temperatureC },
        hours: (computed!.result as { intervalH: number }).intervalH,
      }
    : null;
}
