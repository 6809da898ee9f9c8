import { z } from 'zod';
import { instant, quantity, timeZone } from '../fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';
import { type PlantDay, addDays, daysBetween, plantDayOf } from '../time/plant-day';
import { daysUntil, weightedDays } from './seasons';

const limitKinds = ['hours', 'cycles', 'days', 'standstill', 'condition'] as const;

/** Beyond a century a date says nothing; the limit then stands without one. */
const horizonDays = 36_525;
const dayMs = 86_400_000;

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

const monthDay = (title: string) => z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, { error: 'must be a month and day such as 03-01' }).meta({ title });
const meterValue = (title: string) => quantity(title, '', { min: 0, max: 1e12 });
const counters = { hours: meterValue('Hours'), cycles: meterValue('Cycles') };
const rates = { hours: quantity('Hours per day', 'h/d', { min: 0, max: 24 }), cycles: quantity('Cycles per day', '1/d', { min: 0, max: 1e9 }) };

const input = z
  .strictObject({
    stages: z.array(stage).min(1).max(20).meta({ title: 'Stages' }),
    history: z.array(z.strictObject({ at: instant('Done at'), hours: counters.hours.optional(), cycles: counters.cycles.optional() })).max(5000).meta({ title: 'History' }),
    meters: z.strictObject({ hours: counters.hours.optional(), cycles: counters.cycles.optional() }).meta({ title: 'Meters now' }),
    /** When the meters were read; `asOf` when not given. */
    metersReadAt: instant('Meters read at').optional(),
    perDay: z.strictObject({ hours: rates.hours.optional(), cycles: rates.cycles.optional() }).optional().meta({ title: 'Use per day' }),
    rhythm: z.enum(['actual', 'fixed']).default('actual').meta({ title: 'Rhythm' }),
    lastRunAt: instant('Last run').optional(),
    asOf: instant('As of'),
    timeZone: timeZone.default('UTC'),
    toleranceShare: quantity('Tolerance', '', { min: 0, max: 1 }).default(0.1),
    seasons: z.array(z.strictObject({ from: monthDay('Season from'), to: monthDay('Season to'), factor: quantity('Factor', '', { min: 0.05, max: 20 }) })).max(12).optional().meta({ title: 'Seasons' }),
    conditionLimits: z.array(z.strictObject({ name: z.string().min(1).max(80).meta({ title: 'Reading' }), value: z.number().meta({ title: 'Value' }), limit: z.number().meta({ title: 'Limit' }), side: z.enum(['above', 'below']).meta({ title: 'Due when' }) })).max(50).optional().meta({ title: 'Condition limits' }),
  })
  .superRefine((value, context) => {
    const issue = (path: PropertyKey[], message: string) => context.addIssue({ code: 'custom', path, message });
    const asOf = Date.parse(value.asOf);
    value.stages.forEach((each, index) => {
      if (each.hours === undefined && each.cycles === undefined && each.days === undefined && each.standstillDays === undefined) issue(['stages', index], 'needs at least one limit: hours, cycles, days or days of standstill.');
      if (each.count === undefined && index < value.stages.length - 1) issue(['stages', index, 'count'], 'is needed on every stage but the last; without it the next stage would never be reached.');
    });
    value.history.forEach((each, index) => {
      const at = Date.parse(each.at);
      if (at > asOf) issue(['history', index, 'at'], 'lies after the "as of" instant.');
      const before = value.history[index - 1];
      if (!before) return;
      if (at < Date.parse(before.at)) issue(['history', index, 'at'], 'lies before the entry above it; the history goes from old to new.');
      for (const key of ['hours', 'cycles'] as const) {
        if (each[key] !== undefined && before[key] !== undefined && each[key] < before[key]) issue(['history', index, key], 'is lower than at the service before; accumulated values never fall.');
      }
    });
    const last = value.history.at(-1);
    for (const key of ['hours', 'cycles'] as const) {
      if (last?.[key] !== undefined && value.meters[key] !== undefined && value.meters[key] < last[key]) issue(['meters', key], 'is lower than at the last service; accumulated values never fall.');
    }
    if (value.metersReadAt && Date.parse(value.metersReadAt) > asOf) issue(['metersReadAt'], 'lies after the "as of" instant.');
    if (value.lastRunAt && Date.parse(value.lastRunAt) > asOf) issue(['lastRunAt'], 'lies after the "as of" instant.');
  });

const day = (title: string) => z.string().meta({ title });
const limit = z.object({
  by: z.enum(limitKinds).meta({ title: 'Limit' }),
  dueOn: day('Due on').optional(),
  dueAt: z.number().optional().meta({ title: 'Due at meter value' }),
  consumedShare: z.number().min(0).meta({ title: 'Used up' }),
});
export type DueLimit = z.infer<typeof limit>;

const output = z.object({
  state: z.enum(['known', 'unknown']).meta({ title: 'Last service' }),
  stage: z.string().meta({ title: 'Stage' }),
  by: z.enum(limitKinds).optional().meta({ title: 'Governed by' }),
  dueOn: day('Due on').optional(),
  dueAt: z.object({ hours: z.number().optional(), cycles: z.number().optional() }).optional().meta({ title: 'Due at' }),
  consumedShare: z.number().min(0).optional().meta({ title: 'Used up' }),
  limits: z.array(limit).meta({ title: 'Limits' }),
  window: z.object({ fromOn: day('From'), toOn: day('To') }).optional().meta({ title: 'Window' }),
});

type Input = z.output<typeof input>;
type Stage = z.infer<typeof stage>;

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
  summary: 'When a task falls due: hours, cycles, days, standstill or condition, whichever comes first.',
  source: 'Arithmetic of whichever-first staged intervals; day = plant-time day of the last reading plus remaining ÷ rate',
  input,
  output,
  rules: [
    'Every stage has at least one limit; every stage but the last has a count.',
    'history goes from old to new, never after asOf; its first entry is the commissioning, then one per service done.',
    'Accumulated values never fall from one service to the next, nor from the last service to meters.',
    'meters are as of metersReadAt (asOf when not given).',
  ],
  compute(value) {
    const first = value.history[0];
    const last = value.history.at(-1);
    const servicesDone = Math.max(0, value.history.length - 1);
    const current = stageAfter(value.stages, servicesDone);
    if (!first || !last) {
      return answer({ state: 'unknown' as const, stage: current.name, limits: [] }, [], [{ level: 'caution', text: 'The last service is unknown, so there is no date. Say when it was done, start counting today, or do it on the next round.' }]);
    }
    const today = plantDayOf(Date.parse(value.asOf), value.timeZone);
    const lastDay = plantDayOf(Date.parse(last.at), value.timeZone);
    const notices: Notice[] = [];
    const working: WorkingStep[] = [{ label: 'Stage', expression: `${servicesDone} services done of ${value.stages.map((each) => `${each.name} ×${each.count ?? '∞'}`).join(', ')}`, value: current.name, unit: '' }];
    const limits: DueLimit[] = [];
    for (const kind of ['hours', 'cycles'] as const) {
      if (current[kind] === undefined) continue;
      const counted = counterLimit(kind, current[kind], value, working);
      if (counted) limits.push(counted);
      else notices.push({ level: 'caution', text: `The limit of ${shown(current[kind])} ${kind} cannot be followed: no ${kind} are known ${last[kind] === undefined ? 'at the last service' : 'now'}.` });
    }
    if (current.days !== undefined) limits.push(dayLimit(current.days, value, lastDay, today, working));
    if (current.standstillDays !== undefined && value.lastRunAt) limits.push(standstillLimit(current.standstillDays, value.lastRunAt, value, lastDay, today, working));
    for (const condition of value.conditionLimits ?? []) limits.push(conditionLimit(condition, today, working));

    const governing = governingLimit(limits);
    if (!governing) return refuse('None of the limits can be followed with what is known. Give a meter value, or set a limit in days.', 'meters');
    const dueAt = { ...pick(limits, 'hours'), ...pick(limits, 'cycles') };
    const tolerance = governing.dueOn ? Math.floor(value.toleranceShare * Math.max(0, daysBetween(lastDay, governing.dueOn))) : 0;
    return answer(
      {
        state: 'known' as const,
        stage: current.name,
        by: governing.by,
        ...(governing.dueOn && { dueOn: governing.dueOn, window: { fromOn: addDays(governing.dueOn, -tolerance), toOn: addDays(governing.dueOn, tolerance) } }),
        dueAt,
        consumedShare: governing.consumedShare,
        limits,
      },
      [...working, { label: 'First limit reached', expression: limits.map((each) => `${each.by} ${each.dueOn ?? 'no date'}`).join(', '), value: governing.dueOn ?? 'no date', unit: `by ${governing.by}` }],
      notices,
    );
  },
});

/** The stage in force after a number of services; the last one repeats for ever. */
function stageAfter(stages: Stage[], servicesDone: number): Stage {
  let before = 0;
  for (const each of stages) {
    before += each.count ?? Infinity;
    if (servicesDone < before) return each;
  }
  return stages.at(-1)!;
}

/** The earliest date; where no limit has one, the largest consumed share. */
function governingLimit(limits: DueLimit[]): DueLimit | undefined {
  const dated = limits.filter(({ dueOn }) => dueOn !== undefined);
  const earliest = (a: DueLimit, b: DueLimit) => a.dueOn!.localeCompare(b.dueOn!) || b.consumedShare - a.consumedShare;
  return dated.sort(earliest)[0] ?? [...limits].sort((a, b) => b.consumedShare - a.consumedShare)[0];
}

const pick = (limits: DueLimit[], kind: 'hours' | 'cycles') => {
  const dueAt = limits.find(({ by }) => by === kind)?.dueAt;
  return dueAt === undefined ? {} : { [kind]: dueAt };
};

/** Where the counter stood when the present interval began: at the last service, or on the plan (`fixed`). */
function counterBase(kind: 'hours' | 'cycles', every: number, { history, stages, rhythm }: Input): number | undefined {
  const last = history.at(-1)![kind];
  const first = history[0]![kind];
  if (rhythm === 'actual' || last === undefined || first === undefined) return last;
  let planned = first;
  for (let service = 1; service < history.length; service += 1) {
    const step = stageAfter(stages, service - 1)[kind];
    planned = step === undefined ? (history[service]![kind] ?? planned) : planned + step;
  }
  const slotsPassed = Math.max(0, Math.floor((last - planned) / every));
  return planned + slotsPassed * every;
}

function counterLimit(kind: 'hours' | 'cycles', every: number, value: Input, working: WorkingStep[]): DueLimit | undefined {
  const base = counterBase(kind, every, value);
  const now = value.meters[kind];
  const last = value.history.at(-1)!;
  if (base === undefined || now === undefined) return undefined;
  const seasons = value.seasons ?? [];
  const unit = kind === 'hours' ? 'h' : 'cycles';
  const readMs = Date.parse(value.metersReadAt ?? value.asOf);
  const readDay = plantDayOf(readMs, value.timeZone);
  const lastDay = plantDayOf(Date.parse(last.at), value.timeZone);
  const elapsedDays = Math.max(1, daysBetween(lastDay, readDay));
  // How fast the interval was used up so far, seasons spread evenly over the days since the service.
  const wear = weightedDays(lastDay, elapsedDays, seasons) / elapsedDays;
  const used = (now - base) * wear;
  const remaining = every - used;
  const rate = value.perDay?.[kind];
  let dueOn: PlantDay | undefined;
  let toRun = remaining / wear;
  if (rate !== undefined && rate > 0) {
    const days = remaining <= 0 ? remaining / (rate * wear) : daysUntil(readDay, remaining / rate, seasons, horizonDays);
    if (Number.isFinite(days)) dueOn = days < -horizonDays ? lastDay : plantDayOf(readMs + days * dayMs, value.timeZone);
    if (remaining > 0 && Number.isFinite(days)) toRun = days * rate;
  } else if (remaining <= 0) {
    dueOn = readDay;
  }
  if (dueOn !== undefined && dueOn < lastDay) dueOn = lastDay;
  const dueAt = seasons.length === 0 ? base + every : now + toRun;
  const step = (label: string, expression: string, result: number | string, stepUnit: string) => working.push({ label, expression, value: result, unit: stepUnit });
  step(`Due at (${kind})`, seasons.length === 0 ? `${shown(base)} + ${shown(every)}` : `${shown(now)} + what may still run in the seasons ahead`, dueAt, unit);
  if (wear !== 1) step('Used up so far, season-weighted', `(${shown(now)} − ${shown(base)})·${shown(wear)}`, used, unit);
  step(`Remaining (${kind})`, `${shown(every)} − ${shown(used)}`, remaining, unit);
  step(`Date (${kind})`, rate ? `${readDay} + ${shown(remaining)} / ${shown(rate)} per day` : 'no rate known', dueOn ?? 'no date', '');
  return { by: kind, ...(dueOn && { dueOn }), dueAt, consumedShare: Math.max(0, used / every) };
}

function dayLimit(days: number, { history, stages, rhythm, seasons = [], timeZone }: Input, lastDay: PlantDay, today: PlantDay, working: WorkingStep[]): DueLimit {
  const after = (from: PlantDay, count: number) => addDays(from, Math.ceil(daysUntil(from, Math.floor(count), seasons, horizonDays * 2) - 1e-9));
  let base = lastDay;
  if (rhythm === 'fixed') {
    base = plantDayOf(Date.parse(history[0]!.at), timeZone);
    for (let service = 1; service < history.length; service += 1) {
      const step = stageAfter(stages, service - 1).days;
      base = step === undefined ? plantDayOf(Date.parse(history[service]!.at), timeZone) : after(base, step);
    }
    for (let next = after(base, days); next <= lastDay; next = after(base, days)) base = next;
  }
  const dueOn = after(base, days);
  const usedDays = base <= today ? weightedDays(base, Math.max(0, daysBetween(base, today)), seasons) : 0;
  working.push({ label: 'Date (days)', expression: `${base} + ${shown(days)} d${seasons.length > 0 ? ', season-weighted' : ''}`, value: dueOn, unit: '' });
  return { by: 'days', dueOn, consumedShare: usedDays / Math.floor(days) };
}

function standstillLimit(days: number, lastRunAt: string, { timeZone }: Input, lastDay: PlantDay, today: PlantDay, working: WorkingStep[]): DueLimit {
  const lastRunDay = plantDayOf(Date.parse(lastRunAt), timeZone);
  const base = lastRunDay > lastDay ? lastRunDay : lastDay;
  const dueOn = addDays(base, Math.floor(days));
  working.push({ label: 'Date (standstill)', expression: `${base} + ${shown(days)} d without running`, value: dueOn, unit: '' });
  return { by: 'standstill', dueOn, consumedShare: Math.max(0, daysBetween(base, today)) / Math.floor(days) };
}

function conditionLimit({ name, value, limit, side }: NonNullable<Input['conditionLimits']>[number], today: PlantDay, working: WorkingStep[]): DueLimit {
  const reached = side === 'above' ? value >= limit : value <= limit;
  const towards = side === 'above' ? value / limit : limit / value;
  const consumedShare = reached ? 1 : Number.isFinite(towards) ? Math.min(1, Math.max(0, towards)) : 0;
  working.push({ label: `Condition: ${name}`, expression: `${shown(value)} ${side === 'above' ? '≥' : '≤'} ${shown(limit)}?`, value: reached ? 'reached: due now' : 'not reached', unit: '' });
  return { by: 'condition', ...(reached && { dueOn: today }), consumedShare };
}
