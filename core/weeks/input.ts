import { z } from 'zod';
import { plantDay, quantity } from '../fields/fields';
import { routeStates } from '../route/input';
import { dayNumber, isPlantDay } from '../time/plant-day';

const minutes = (title: string, most = 1e5) => quantity(title, 'min', { min: 0, max: most });
const name = (title: string) => z.string().min(1).max(80).meta({ title });

const task = z
  .strictObject({
    id: name('Identifier'),
    minutes: minutes('Minutes of work'),
    dueFrom: plantDay('May be done from'),
    dueTo: plantDay('To be done by'),
    /** Its due day, for the comparison; the middle of the window where it is not given. */
    dueOn: plantDay('Due on').optional(),
    route: name('Route').optional(),
    /** Routes that come by it too, and could have it among their stops. */
    alsoRoutes: z.array(name('Route')).max(20).optional().meta({ title: 'Other routes that could have it' }),
    machineId: name('Machine').optional(),
    machineState: z.enum(routeStates).default('any').meta({ title: 'Machine state' }),
    everyDays: quantity('Comes again every', 'd', { min: 1, max: 4000 }).optional(),
    /** The day that a planner fixed for the first time; `true` is the first day of its window. */
    locked: z
      .union([z.boolean(), plantDay('Fixed day')])
      .optional()
      .meta({ title: 'Fixed on' }),
    /** Tasks that need not be done where this one is. */
    includes: z.array(name('Task')).max(50).optional().meta({ title: 'Does along' }),
  })
  .meta({ title: 'Task' });

/** Half a year of days, and as many tasks as a planner's plant has. */
const mostDays = 200;
const mostTasks = 5000;
/** So many doings of tasks are spread at most. */
const mostServices = 12_000;

export const levelInput = z
  .strictObject({
    tasks: z.array(task).min(1).max(mostTasks).meta({ title: 'Tasks' }),
    days: z
      .array(z.strictObject({ date: plantDay('Day'), minutes: minutes('Minutes that may be planned', 1e6) }))
      .min(1)
      .max(mostDays)
      .meta({ title: 'Days on which work is planned; a day that is missing or has no minutes is closed' }),
    /** What stopping and locking a machine costs, once on each day on which something is done at it standing. */
    stopMinutes: minutes('Stopping a machine', 480).default(10),
    /** What setting out on a route costs, once on each day on which it is walked. */
    walkMinutes: minutes('Setting out on a walk', 480).default(10),
    /** So that nothing changes its route for a trifle. */
    moveMinutes: minutes('What another route has to save for a task at the least', 480).default(20),
    seed: z.int().min(0).max(4_294_967_295).default(1).meta({ title: 'Seed' }),
    iterations: z.int().min(0).max(5_000_000).optional().meta({ title: 'Iterations' }),
  })
  .superRefine(({ tasks, days }, context) => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const known = new Set<string>();
    for (const [index, { id, dueFrom, dueTo }] of tasks.entries()) {
      if (known.has(id)) issue(['tasks', index, 'id'], 'is the id of an earlier task too.');
      known.add(id);
      if (dueTo < dueFrom) issue(['tasks', index, 'dueTo'], 'must not be earlier than its first day.');
    }
    for (const [index, { includes }] of tasks.entries())
      for (const [place, id] of (includes ?? []).entries())
        if (!known.has(id)) issue(['tasks', index, 'includes', place], 'is not the id of a task in the list.');
    for (const [index, { date }] of days.entries())
      if (index > 0 && date <= days[index - 1]!.date)
        issue(['days', index, 'date'], 'must be later than the day before it.');
    const services = servicesIn(tasks, days);
    if (services > mostServices)
      issue(['tasks'], `come to ${services} services in these days; ${mostServices} are spread at most.`);
    if (days.every((day) => day.minutes === 0)) issue(['days'], 'no day has any minutes: nothing can be planned.');
  });

/** How often all tasks are done from their windows to the last day, about. */
function servicesIn(
  tasks: readonly { dueFrom: string; everyDays?: number | undefined }[],
  days: readonly { date: string }[],
): number {
  // What is no day is told at its place.
  if (days.length === 0 || ![...days.map(({ date }) => date), ...tasks.map(({ dueFrom }) => dueFrom)].every(isPlantDay))
    return 0;
  const last = dayNumber(days.at(-1)!.date);
  const first = dayNumber(days[0]!.date);
  return tasks.reduce((sum, { dueFrom, everyDays = Infinity }) => {
    const span = last - Math.max(first, dayNumber(dueFrom));
    return span < 0 ? sum : sum + 1 + Math.floor(span / everyDays);
  }, 0);
}

export type LevelInput = z.output<typeof levelInput>;
export type LevelTask = LevelInput['tasks'][number];

/** The rules that JSON Schema cannot say. */
export const levelRules = [
  'Tasks have different ids, and includes names tasks of the list.',
  'The last day of a task is not before its first; days come in order, and some have minutes.',
  'A task stays on one route all the time: its own, or another that is allowed where that saves setting out.',
  `All tasks come to ${mostServices} services in the days at most.`,
  'A task comes again so many days after it was done, half its window sooner or later; where that day is closed, on the nearest open one.',
  'What is late when the days begin has the length of its window from the first day on, and what comes after it is put off with it.',
];
