import { z } from 'zod';
import { chance } from '../chance';
import { plantDay, quantity } from '../fields/fields';
import { type Method, type MethodContext, type Notice, type Outcome, type WorkingStep, answer, shown } from '../method';
import { dayNumber, dayOfNumber } from '../time/plant-day';
import { type LevelInput, levelInput, levelRules } from './input';
import { type Irreducible, takenOut } from './irreducible';
import { type Solver, programmed } from './programme';
import { type Weeks, weeksOf } from './services';
import { Plan, firstPlan, leastFilling, spread } from './spread';

const minutes = (title: string) => quantity(title, 'min', { min: 0 });
const taskId = z.string().meta({ title: 'Task' });
const dayMinutes = z.object({ date: plantDay('Day'), minutes: minutes('Minutes') });

const output = z.object({
  assignment: z
    .array(z.object({ taskId, on: plantDay('Done on'), nth: z.int().min(0).meta({ title: 'Which time, from 0' }) }))
    .meta({ title: 'Which task is done on which day' }),
  answered: z
    .array(z.object({ taskId, by: taskId, on: plantDay('Done along on') }))
    .meta({ title: 'Done along with others' }),
  minutesPerDay: z.array(dayMinutes).meta({ title: 'Minutes of each day' }),
  peakMinutes: minutes('The fullest day'),
  spread: minutes('Standard deviation of the days'),
  lowerBoundFillingShare: quantity('No plan fills its fullest day to less', '', { min: 0 }),
  peakFillingShare: quantity('The fullest day is filled to', '', { min: 0 }),
  dueOrder: z
    .object({ minutesPerDay: z.array(dayMinutes), peakMinutes: minutes('The fullest day') })
    .meta({ title: 'Every task on its due day' }),
  otherRoutes: z
    .array(z.object({ taskId, route: z.string(), insteadOf: z.string() }))
    .meta({ title: 'Tasks that save walks on another route than their own' }),
  stops: z.int().min(0).meta({ title: 'Days on which machines are stopped, in sum' }),
  walks: z.int().min(0).meta({ title: 'Days on which routes are walked, in sum' }),
  unassigned: z.array(taskId).meta({ title: 'Not planned' }),
  irreducible: z
    .array(
      z.object({
        taskIds: z.array(taskId),
        from: plantDay('From'),
        to: plantDay('To'),
        minutes: minutes('Minutes of work'),
        capacityMinutes: minutes('Minutes that there are'),
        reason: z.string(),
      }),
    )
    .optional()
    .meta({ title: 'What does not fit together' }),
});
export type WeekPlan = z.output<typeof output>;

/** Moves tried where nobody says how many; and the solver's seconds. */
const movesPerService = 150;
const mostMoves = 400_000;
const solverSeconds = 4;

/**
 * Spreads recurring work over days. Example: three tasks of 30 min that may be done on any of three days of 60 min come on one
 * day each.
 */
export const planLevel = {
  id: 'plan.level',
  version: 1,
  title: 'Levelling weeks',
  summary:
    'On which day of its window, and on which of the routes that come by, each recurring task is done, so that the fullest day is low and machines stop seldom.',
  source:
    'Own search under simulated annealing; where a solver is at hand, a mixed integer programme (HiGHS); the least peak by the fullest stretch of days (after Hall 1935)',
  input: levelInput,
  output,
  rules: levelRules,
  isLong: true,
  async compute(input: LevelInput, context: MethodContext = {}): Promise<Outcome<WeekPlan>> {
    const weeks = weeksOf(input);
    const filling = leastFilling(weeks);
    const plan = new Plan(weeks, input, filling);
    firstPlan(plan);
    const moves = input.iterations ?? Math.min(mostMoves, movesPerService * weeks.services.length);
    for (const done of spread(plan, chance(input.seed), moves)) {
      if (context.shouldStop?.()) break;
      context.report?.(done / moves);
      await context.pause?.();
    }
    const isLowest = peakOf(plan) <= filling * (1 + 1e-6);
    if (context.solver && !isLowest && !context.shouldStop?.())
      await programmed(plan, input, context.solver as Solver, solverSeconds);
    const { out, sets } = takenOut(plan);
    return outcomeOf(input, plan, filling, out, sets);
  },
} satisfies Method<typeof levelInput, typeof output>;

const peakOf = ({ load, weeks }: Plan): number => Math.max(...load.map((each, day) => each / weeks.capacity[day]!));

function outcomeOf(
  input: LevelInput,
  plan: Plan,
  filling: number,
  out: readonly number[],
  sets: readonly Irreducible[],
): Outcome<WeekPlan> {
  const { weeks, dayOf, routeOf, load } = plan;
  const idOf = (service: number) => input.tasks[weeks.services[service]!.task]!.id;
  const dateOf = (day: number) => dayOfNumber(weeks.days[day]!);
  const planned = [...weeks.services.keys()].filter((service) => dayOf[service]! >= 0);
  const dueOrder = inDueOrder(input, weeks);
  const closed = weeks.closed.map((task) => closedSet(input, task));
  const irreducible = [
    ...closed,
    ...sets.map(({ services, from, to, minutes: work, capacityMinutes }) => ({
      taskIds: services.map(idOf),
      from: dateOf(from),
      to: dateOf(to),
      minutes: work,
      capacityMinutes,
      reason: reasonOf(services.length, work, capacityMinutes, dateOf(from), dateOf(to)),
    })),
  ];
  const mean = load.reduce((sum, each) => sum + each, 0) / load.length;
  const result: WeekPlan = {
    assignment: planned
      .map((service) => ({ taskId: idOf(service), on: dateOf(dayOf[service]!), nth: weeks.services[service]!.nth }))
      .sort((a, b) => a.on.localeCompare(b.on) || a.taskId.localeCompare(b.taskId)),
    answered: weeks.answered
      .filter(({ by }) => dayOf[by]! >= 0)
      .map(({ task, by }) => ({ taskId: input.tasks[task]!.id, by: idOf(by), on: dateOf(dayOf[by]!) })),
    minutesPerDay: [...load].map((each, day) => ({ date: dateOf(day), minutes: each })),
    peakMinutes: Math.max(...load),
    spread: Math.sqrt(load.reduce((sum, each) => sum + (each - mean) ** 2, 0) / load.length),
    lowerBoundFillingShare: filling,
    peakFillingShare: peakOf(plan),
    dueOrder,
    otherRoutes: input.tasks.flatMap(({ id, route }, task) =>
      route === undefined || weeks.routes[routeOf[task]!] === route
        ? []
        : [{ taskId: id, route: weeks.routes[routeOf[task]!]!, insteadOf: route }],
    ),
    stops: distinct(planned.map((service) => [weeks.services[service]!.machine, dayOf[service]!])),
    walks: distinct(planned.map((service) => [routeOf[weeks.services[service]!.task]!, dayOf[service]!])),
    unassigned: [...new Set([...out.map(idOf), ...weeks.closed.map((task) => input.tasks[task]!.id)])],
    ...(irreducible.length > 0 && { irreducible }),
  };
  return answer(result, workingOf(result), noticesOf(input, weeks, result));
}

const distinct = (pairs: readonly (readonly [number, number])[]): number =>
  new Set(pairs.filter(([what]) => what >= 0).map((pair) => pair.join('/'))).size;

function reasonOf(count: number, work: number, room: number, from: string, to: string): string {
  const when = from === to ? `on ${from}` : `from ${from} to ${to}`;
  if (work > room)
    return `${count === 1 ? 'One task takes' : `${count} tasks take`} ${shown(work)} min and must be done ${when}, where ${shown(room)} min are planned.`;
  return `${count === 1 ? 'One task' : `${count} tasks`} of ${shown(work)} min must be done ${when}; of ${shown(room)} min no day is left that holds a whole one.`;
}

function closedSet({ tasks }: LevelInput, task: number) {
  const { id, locked, dueFrom, minutes: work } = tasks[task]!;
  const on = typeof locked === 'string' ? locked : dueFrom;
  const reason = `It is fixed on ${on}, on which nothing is planned.`;
  return { taskIds: [id], from: on, to: on, minutes: work, capacityMinutes: 0, reason };
}

/** What the days would come to with every task on its due day, or on the next that is open. */
function inDueOrder(input: LevelInput, weeks: Weeks): WeekPlan['dueOrder'] {
  const load = new Float64Array(weeks.days.length);
  const lastDay = weeks.days.at(-1)!;
  for (const task of input.tasks) {
    const middle = Math.floor((dayNumber(task.dueFrom) + dayNumber(task.dueTo)) / 2);
    const due = task.dueOn === undefined ? middle : dayNumber(task.dueOn);
    const every = task.everyDays ?? Infinity;
    for (let day = Math.max(due, weeks.days[0]!); day <= lastDay; day += every) {
      const open = weeks.days.findIndex((each) => each >= day);
      if (open >= 0) load[open]! += task.minutes;
    }
  }
  return {
    minutesPerDay: [...load].map((each, day) => ({ date: dayOfNumber(weeks.days[day]!), minutes: each })),
    peakMinutes: Math.max(...load),
  };
}

function workingOf({
  peakMinutes,
  dueOrder,
  minutesPerDay,
  lowerBoundFillingShare,
  peakFillingShare,
}: WeekPlan): WorkingStep[] {
  const sum = minutesPerDay.reduce((total, each) => total + each.minutes, 0);
  return [
    { label: 'Work in all', expression: `${minutesPerDay.length} open days`, value: sum, unit: 'min' },
    { label: 'The fullest day, all on their due days', expression: 'before', value: dueOrder.peakMinutes, unit: 'min' },
    { label: 'The fullest day, levelled', expression: 'after', value: peakMinutes, unit: 'min' },
    {
      label: 'The fullest day is filled to',
      expression: 'minutes of work / minutes planned',
      value: 100 * peakFillingShare,
      unit: '%',
    },
    {
      label: 'No plan fills it to less than',
      expression: 'the fullest stretch: work that must be done in it / minutes planned in it',
      value: 100 * lowerBoundFillingShare,
      unit: '%',
    },
  ];
}

function noticesOf({ tasks }: LevelInput, { late }: Weeks, { irreducible = [] }: WeekPlan): Notice[] {
  const notices: Notice[] = irreducible.map(({ reason }) => ({ level: 'caution', text: reason }));
  if (late.length > 0)
    notices.push({
      level: 'info',
      text: `${late.length === 1 ? `${tasks[late[0]!]!.id} is` : `${late.length} tasks are`} late on the first day: done as soon as there is room, and what comes after is put off with it.`,
    });
  return notices;
}
