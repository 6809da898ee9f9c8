import { z } from 'zod';
import { dayStartsAtMinutes, instant, monthDay, quantity, timeZone } from '../fields/fields';
import { dutyClock, dutyPlanSchema } from '../meter/duty';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';
import { type PlantDay, plantDayOf } from '../time/plant-day';
import {
  type DueLimit,
  type Schedule,
  type ServiceRecord,
  type Stage,
  firstOf,
  horizonDays,
  limitKinds,
  nextDue,
  serviceDay,
  stageAfter,
  windowAround,
} from './limits';
import { type CounterKind } from '../meter/state';

const stage = z
  .strictObject({
    name: z.string().min(1).max(80).meta({ title: 'Stage' }),
    count: z.int().min(1).max(1000).optional().meta({ title: 'Services in this stage' }),
    hours: quantity('Hours', 'h', { above: 0, max: 1e6 }).optional(),
    cycles: quantity('Cycles', '', { above: 0, max: 1e12 }).optional(),
    days: quantity('Days', 'd', { min: 1, max: horizonDays }).optional(),
    standstillDays: quantity('Days of standstill', 'd', { min: 1, max: 3650 }).optional(),
  })
  .meta({ title: 'Stage' });

const meterValue = (title: string) => quantity(title, '', { min: 0, max: 1e12 });
const counters = { hours: meterValue('Hours'), cycles: meterValue('Cycles') };
const rates = {
  hours: quantity('Hours per day', 'h/d', { min: 0, max: 24 }),
  cycles: quantity('Cycles per day', '1/d', { min: 0, max: 1e9 }),
};

const input = z
  .strictObject({
    stages: z.array(stage).min(1).max(20).meta({ title: 'Stages' }),
    history: z
      .array(
        z.strictObject({
          at: instant('Done at'),
          hours: counters.hours.optional(),
          cycles: counters.cycles.optional(),
        }),
      )
      .max(5000)
      .meta({ title: 'History' }),
    meters: z
      .strictObject({ hours: counters.hours.optional(), cycles: counters.cycles.optional() })
      .meta({ title: 'Meters now' }),
    /** When the meters were read; `asOf` when not given. */
    metersReadAt: instant('Meters read at').optional(),
    perDay: z
      .strictObject({ hours: rates.hours.optional(), cycles: rates.cycles.optional() })
      .optional()
      .meta({ title: 'Use per day' }),
    rhythm: z.enum(['actual', 'fixed']).default('actual').meta({ title: 'Rhythm' }),
    lastRunAt: instant('Last run').optional(),
    asOf: instant('As of'),
    timeZone: timeZone.default('UTC'),
    dayStartsAtMinutes,
    toleranceShare: quantity('Tolerance', '', { min: 0, max: 1 }).default(0.1),
    seasons: z
      .array(
        z.strictObject({
          from: monthDay('Season from'),
          to: monthDay('Season to'),
          factor: quantity('Factor', '', { min: 0.05, max: 20 }),
        }),
      )
      .max(12)
      .optional()
      .meta({ title: 'Seasons' }),
    /** The stages begin again after the last: turned at half life, then replaced. */
    cyclic: z.boolean().default(false).meta({ title: 'Stages go round' }),
    /** Each makes the task due on its day when it happened after the last service. */
    events: z
      .array(z.strictObject({ name: z.string().min(1).max(80).meta({ title: 'Event' }), at: instant('Happened at') }))
      .max(500)
      .optional()
      .meta({ title: 'Events' }),
    yearly: z
      .array(
        z.strictObject({
          name: z.string().min(1).max(80).meta({ title: 'What comes' }),
          on: monthDay('On'),
          daysBefore: quantity('Days before', 'd', { min: 0, max: 180 }).default(0),
        }),
      )
      .max(12)
      .optional()
      .meta({ title: 'Every year before' }),
    severity: z
      .array(
        z.strictObject({
          name: z.string().min(1).max(80).meta({ title: 'Because of' }),
          value: quantity('Factor', '', { min: 0.01, max: 10 }),
        }),
      )
      .max(12)
      .optional()
      .meta({ title: 'Severity factors' }),
    dutyPlan: dutyPlanSchema.optional().meta({ title: 'Duty calendar' }),
    conditionLimits: z
      .array(
        z.strictObject({
          name: z.string().min(1).max(80).meta({ title: 'Reading' }),
          value: z.number().meta({ title: 'Value' }),
          limit: z.number().meta({ title: 'Limit' }),
          side: z.enum(['above', 'below']).meta({ title: 'Due when' }),
        }),
      )
      .max(50)
      .optional()
      .meta({ title: 'Condition limits' }),
  })
  .superRefine((value, context) => {
    const issue = (path: PropertyKey[], message: string) => context.addIssue({ code: 'custom', path, message });
    const asOf = Date.parse(value.asOf);
    value.events?.forEach(({ at }, index) => {
      if (Date.parse(at) > asOf) issue(['events', index, 'at'], 'lies after the "as of" instant.');
    });
    value.stages.forEach((each, index) => {
      if (
        each.hours === undefined &&
        each.cycles === undefined &&
        each.days === undefined &&
        each.standstillDays === undefined
      )
        issue(['stages', index], 'needs at least one limit: hours, cycles, days or days of standstill.');
      if (each.count === undefined && !value.cyclic && index < value.stages.length - 1)
        issue(
          ['stages', index, 'count'],
          'is needed on every stage but the last; without it the next stage would never be reached.',
        );
    });
    value.history.forEach((each, index) => {
      const at = Date.parse(each.at);
      if (at > asOf) issue(['history', index, 'at'], 'lies after the "as of" instant.');
      const before = value.history[index - 1];
      if (!before) return;
      if (at < Date.parse(before.at))
        issue(['history', index, 'at'], 'lies before the entry above it; the history goes from old to new.');
      for (const key of ['hours', 'cycles'] as const) {
        if (each[key] !== undefined && before[key] !== undefined && each[key] < before[key])
          issue(['history', index, key], 'is lower than at the service before; accumulated values never fall.');
      }
    });
    const last = value.history.at(-1);
    for (const key of ['hours', 'cycles'] as const) {
      if (last?.[key] !== undefined && value.meters[key] !== undefined && value.meters[key] < last[key])
        issue(['meters', key], 'is lower than at the last service; accumulated values never fall.');
    }
    if (value.metersReadAt && Date.parse(value.metersReadAt) > asOf)
      issue(['metersReadAt'], 'lies after the "as of" instant.');
    if (value.lastRunAt && Date.parse(value.lastRunAt) > asOf) issue(['lastRunAt'], 'lies after the "as of" instant.');
  });

const day = (title: string) => z.string().meta({ title });
const limit = z.object({
  by: z.enum(limitKinds).meta({ title: 'Limit' }),
  dueOn: day('Due on').optional(),
  dueAt: z.number().optional().meta({ title: 'Due at meter value' }),
  consumedShare: z.number().min(0).meta({ title: 'Used up' }),
});

const output = z.object({
  state: z.enum(['known', 'unknown']).meta({ title: 'Last service' }),
  stage: z.string().meta({ title: 'Stage' }),
  by: z.enum(limitKinds).optional().meta({ title: 'Governed by' }),
  dueOn: day('Due on').optional(),
  dueAt: z.object({ hours: z.number().optional(), cycles: z.number().optional() }).optional().meta({ title: 'Due at' }),
  consumedShare: z.number().min(0).optional().meta({ title: 'Used up' }),
  limits: z.array(limit).meta({ title: 'Limits' }),
  window: z
    .object({ fromOn: day('From'), toOn: day('To') })
    .optional()
    .meta({ title: 'Window' }),
});

type Input = z.output<typeof input>;

/**
 * When a task falls due next. The stage follows from the number of services done; whichever limit comes first wins.
 * Counts from the last real service (`actual`) or from the plan (`fixed`, where a slot that has already passed by
 * the last service is skipped). An empty history is `unknown`, never a date.
 * A season's factor changes how fast the interval is used up on its days.
 */
export const intervalNextDue = defineMethod({
  id: 'interval.next-due',
  version: 1,
  title: 'Next due',
  summary: 'When a task falls due: hours, cycles, days, standstill, event, season or condition, whichever comes first.',
  source:
    'Arithmetic of whichever-first staged intervals; day = plant-time day of the last reading plus remaining ÷ rate',
  input,
  output,
  rules: [
    'Every stage has at least one limit; every stage but the last has a count, unless the stages go round (then 1 where left out).',
    'Severity factors multiply hours, cycles and days; with planned shifts, rates count per average planned day.',
    'The history goes from old to new, never past now; its first entry is the commissioning, then one per service done.',
    'Accumulated values never fall from one service to the next, nor from the last service to meters.',
    'Meters are as of when they were read, of now when that is not given.',
  ],
  compute(value) {
    const history = value.history.map(({ at, hours, cycles }) => ({
      atMs: Date.parse(at),
      ...(hours !== undefined && { hours }),
      ...(cycles !== undefined && { cycles }),
    }));
    const servicesDone = Math.max(0, history.length - 1);
    const current = stageAfter(value.stages as Stage[], servicesDone, value.cyclic);
    if (history.length === 0) {
      return answer(
        { state: 'unknown' as const, stage: current.name, limits: [] },
        [],
        [
          {
            level: 'caution',
            text: 'The last service is unknown, so there is no date. Say when it was done, start counting today, or do it on the next round.',
          },
        ],
      );
    }
    const today = plantDayOf(Date.parse(value.asOf), value);
    const lastDay = serviceDay(history.at(-1)!, value);
    const working: WorkingStep[] = [
      {
        label: 'Stage',
        expression: `${servicesDone} services done of ${value.stages.map((each) => `${each.name}${each.count === undefined && !value.cyclic ? ' from then on' : ` ×${each.count ?? 1}`}`).join(', ')}`,
        value: current.name,
        unit: '',
      },
    ];
    const schedule = scheduleOf(value, history);
    const outcome = nextDue(schedule, today, working);
    const limits = [
      ...outcome.limits,
      ...(value.conditionLimits ?? []).map((condition) => conditionLimit(condition, today, working)),
    ];
    const first = firstOf(limits);
    if (!first)
      return refuse(
        'None of the limits can be followed with what is known. Give a meter value, or set a limit in days.',
        'meters',
      );
    return answer(
      {
        state: 'known' as const,
        stage: current.name,
        by: first.by,
        ...(first.dueOn && { dueOn: first.dueOn, window: windowAround(first.dueOn, lastDay, value.toleranceShare) }),
        dueAt: Object.fromEntries(
          limits.flatMap(({ by, dueAt }) =>
            (by === 'hours' || by === 'cycles') && dueAt !== undefined ? [[by, dueAt]] : [],
          ),
        ),
        consumedShare: first.consumedShare,
        limits,
      },
      [
        ...working,
        {
          label: 'First limit reached',
          expression: limits.map((each) => `${each.by} ${each.dueOn ?? 'no date'}`).join(', '),
          value: first.dueOn ?? 'no date',
          unit: `by ${first.by}`,
        },
      ],
      notFollowed(current, limits, history.at(-1)!),
    );
  },
});

/** The input as the arithmetic takes it: instants in milliseconds, one counter per kind. */
function scheduleOf(value: Input, history: ServiceRecord[]): Schedule {
  const readMs = Date.parse(value.metersReadAt ?? value.asOf);
  const counter = (kind: CounterKind) =>
    value.meters[kind] === undefined
      ? {}
      : {
          [kind]: {
            value: value.meters[kind],
            readMs,
            ...(value.perDay?.[kind] !== undefined && { perDay: value.perDay[kind] }),
          },
        };
  return {
    stages: value.stages as Stage[],
    cyclic: value.cyclic,
    history,
    counters: { ...counter('hours'), ...counter('cycles') },
    rhythm: value.rhythm,
    calendar: value,
    toleranceShare: value.toleranceShare,
    lastRunMs: value.lastRunAt === undefined ? undefined : Date.parse(value.lastRunAt),
    seasons: value.seasons ?? [],
    events: (value.events ?? []).map(({ name, at }) => ({ name, atMs: Date.parse(at) })),
    yearly: value.yearly ?? [],
    severity: (value.severity ?? []).reduce((product, factor) => product * factor.value, 1),
    clock: dutyClock(value.dutyPlan, value),
  };
}

/** Cautions about limits of the stage that nothing is known to follow them by. */
export function notFollowed(stage: Stage, limits: readonly DueLimit[], last: ServiceRecord): Notice[] {
  return (['hours', 'cycles'] as const)
    .filter((kind) => stage[kind] !== undefined && !limits.some(({ by }) => by === kind))
    .map((kind) => ({
      level: 'caution',
      text: `The limit of ${shown(stage[kind]!)} ${kind} cannot be followed: no ${kind} are known ${last[kind] === undefined ? 'at the last service' : 'now'}.`,
    }));
}

function conditionLimit(
  { name, value, limit, side }: NonNullable<Input['conditionLimits']>[number],
  today: PlantDay,
  working: WorkingStep[],
): DueLimit {
  const reached = side === 'above' ? value >= limit : value <= limit;
  const towards = side === 'above' ? value / limit : limit / value;
  const consumedShare = reached ? 1 : Number.isFinite(towards) ? Math.min(1, Math.max(0, towards)) : 0;
  working.push({
    label: `Condition: ${name}`,
    expression: `${shown(value)} ${side === 'above' ? '≥' : '≤'} ${shown(limit)}?`,
    value: reached ? 'reached: due now' : 'not reached',
    unit: '',
  });
  return { by: 'condition', ...(reached && { dueOn: today }), consumedShare };
}
