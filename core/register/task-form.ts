import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import type { Stage } from '../interval/limits';
import { type Severity, severityFactors } from '../interval/severity';
import { parseStages, stageExample, stageWords } from '../interval/stage-words';
import { type Trigger, eventsOf, yearlyDaysOf } from '../interval/triggers';
import type { Dimension } from '../units/parse-quantity';
import { line, longText, requiredQuantity, typedQuantity } from '../units/typed-field';
import { type AskedReading, type TypedReading, askedReadingForm, typedReading } from './asked-reading';
import { chosen, optionalReference } from './forms';
import { type MachineState, machineStates } from '../words/machine-states';
import {
  type AmountKind,
  type TaskAction,
  type Who,
  amountKinds,
  putsNothingIn,
  taskActions,
  whoMay,
} from '../words/task-words';
import { slug } from '../procedure/step';
import { eventWords } from '../words/events';
import { type LookName, lookNames } from '../words/looks';

/** What is done, apart from when: the same for a task of a point and of a template. */
export const workFields = {
  action: chosen('What is done', taskActions),
  title: line('Title', { required: true }),
  amountKind: chosen('Counted in', amountKinds),
  /** As it was typed: what it is counted in says how it is read. */
  amount: z.string().default(''),
  machineState: chosen('Machine state', machineStates),
  minutes: requiredQuantity('minutes', { label: 'Time', above: 0, max: 1440 }),
  procedureText: longText('How it is done'),
  /** By which procedure: empty for the one that is usual there. */
  procedureCode: z.literal('').or(slug).default(''),
};

/** What an amount is measured in, in units that convert; pieces, strokes and drops are plain numbers. */
export const amountDimension = (kind: AmountKind): Dimension =>
  kind === 'litres' ? 'volume' : kind === 'grams' || kind === 'purge' ? 'mass' : 'number';

/** Work with its amount read in the unit that it is counted in: `2 gal` in litres, `1.5 kg` in grams. */
export function withAmount<Work extends { amountKind: AmountKind; amount: string }>(
  work: Work,
  context: z.core.$RefinementCtx,
): Omit<Work, 'amount'> & { amount: number | undefined } {
  const amount = typedQuantity(amountDimension(work.amountKind), { label: 'Amount', above: 0, max: 1e6 });
  const read = amount.safeParse(work.amount);
  if (!read.success)
    context.addIssue({ code: 'custom', path: ['amount'], message: read.error.issues[0]!.message, input: work.amount });
  return { ...work, amount: read.data };
}

const intervalText = z.string().max(300);
function readStages(text: string, context: z.core.$RefinementCtx, label = 'How often'): Stage[] {
  const read = parseStages(text);
  if (read.ok) return read.stages;
  context.addIssue({ code: 'custom', message: `${label}: ${read.reason}` });
  return z.NEVER;
}

/** How often, as it is written: `7 × daily; then monthly`. */
export const typedStages = intervalText.transform((text, context) => readStages(text, context));
const stagesIfTyped = (label: string) =>
  intervalText
    .default('')
    .transform((text, context): Stage[] => (text.trim() === '' ? [] : readStages(text, context, label)));

/** A task of a point: what is done, how often, and what else makes it due. */
export const taskForm = z
  .strictObject({
    ...workFields,
    when: stagesIfTyped('How often'),
    /** The life of a wear part: turned at half of it, replaced at the end, and round again. */
    life: stagesIfTyped('Life of the part'),
    meterId: optionalReference,
    who: z.enum(keysOf(whoMay)).default('technician'),
    rhythm: z.enum(['actual', 'fixed']).default('actual'),
    tolerancePct: typedQuantity('number', { label: 'Window', min: 0, max: 50 }),
    events: z.array(z.enum(keysOf(eventWords))).default([]),
    yearlyName: line('Before what', { max: 80 }),
    yearlyOn: z
      .string()
      .trim()
      .regex(/^$|^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, {
        error: 'Every year on: write month and day, such as 11-01.',
      })
      .default(''),
    yearlyDaysBefore: typedQuantity('days', { label: 'Days before', min: 0, max: 180 }),
    severity: z.array(z.enum(keysOf(severityFactors))).default([]),
    /** What is read when it is done, each with where it should lie. */
    readings: z.array(askedReadingForm).max(12).default([]),
    /** What is looked at, each with answers of its own. */
    looks: z.array(z.enum(lookNames)).default([]),
    /** Other tasks of the point that this one does as well: the yearly answers the monthly. */
    includesTaskIds: z.array(z.string().max(26)).max(50).default([]),
  })
  .transform(withAmount)
  .superRefine((form, context) => {
    const issue = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if (form.yearlyOn === '' && form.yearlyName !== '')
      issue('yearlyOn', 'Every year on: is needed with what comes then.');
    if (form.yearlyOn !== '' && form.yearlyName === '') issue('yearlyName', 'Before what: say what comes on that day.');
    if (form.when.length === 0 && form.life.length === 0 && form.yearlyOn === '')
      issue('when', `How often: give at least one limit, for example ${stageExample}. Whichever comes first wins.`);
    if (form.when.length > 0 && form.life.length > 0)
      issue('life', 'Life of the part: either this or how often, as a part is turned and replaced by its life.');
    if (form.life.length > 1 || form.life[0]?.count !== undefined)
      issue('life', 'Life of the part: write one span, such as 4 000 h.');
    const isCounted = ['litres', 'grams', 'strokes', 'purge'].includes(form.amountKind);
    if (isCounted && !putsNothingIn(form.action) && form.amount === undefined)
      issue('amount', 'Amount: is needed here.');
  });

/** The columns of a task that a person states. */
export type StatedTask = {
  action: TaskAction;
  title: string;
  amountKind: AmountKind;
  amount: number | null;
  machineState: MachineState;
  minutes: number;
  procedureText: string;
  procedureCode: string;
  meterId: string | null;
  who: Who;
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  triggers: Trigger[];
  severity: { name: string; value: number }[];
  readings: AskedReading[];
  looks: LookName[];
  cyclic: boolean;
  includesTaskIds: string[];
};

const usualTolerancePct = 10;

/** A form as it is stored: the task and its stages. */
export function statedTask({
  when,
  life,
  amount,
  tolerancePct = usualTolerancePct,
  events,
  yearlyName,
  yearlyOn,
  yearlyDaysBefore = 0,
  severity,
  readings,
  looks,
  ...work
}: z.output<typeof taskForm>): { task: StatedTask; stages: Stage[] } {
  const yearly: Trigger[] =
    yearlyOn === '' ? [] : [{ kind: 'yearly', name: yearlyName, on: yearlyOn, daysBefore: yearlyDaysBefore }];
  return {
    task: {
      ...work,
      // A look, a turned part, a bolt: nothing goes in, whatever stood in the field before.
      ...(putsNothingIn(work.action) ? { amountKind: 'to-mark' as const, amount: null } : { amount: amount ?? null }),
      toleranceShare: tolerancePct / 100,
      triggers: [...events.map((event) => ({ kind: 'event' as const, event })), ...yearly],
      severity: severity.map((key) => severityFactors[key]),
      readings,
      looks: [...new Set(looks)],
      cyclic: life.length > 0,
    },
    stages: life[0]
      ? ['turn over', 'replace'].map((name) => ({ ...scaled(life[0]!, 0.5), name, count: 1 }))
      : // What only a day of the year asks for still has a stage, so that it has a place in the plan; two years never come before the day.
        when.length > 0
        ? when
        : [{ name: 'steady', days: 730 }],
  };
}

/** A stage with its limits so many times as long; days stay whole. */
const scaled = ({ hours, cycles, days, standstillDays }: Stage, factor: number): Omit<Stage, 'name' | 'count'> => ({
  ...(hours !== undefined && { hours: hours * factor }),
  ...(cycles !== undefined && { cycles: cycles * factor }),
  ...(days !== undefined && { days: Math.max(1, Math.round(days * factor)) }),
  ...(standstillDays !== undefined && { standstillDays }),
});

/** A stored task as its form shows it. */
export type TypedTask = Omit<
  z.input<typeof taskForm>,
  'events' | 'severity' | 'includesTaskIds' | 'readings' | 'looks' | 'procedureCode'
> & {
  procedureCode: string;
  readings: TypedReading[];
  looks: string[];
  events: string[];
  severity: string[];
  includesTaskIds: string[];
};

/**
 * What a stored task looks like as typed, for changing it.
 * @param counts what its machine counts besides its hours
 */
export function typedTaskOf(
  {
    action,
    title,
    amountKind,
    amount,
    machineState,
    minutes,
    procedureText,
    procedureCode,
    who,
    rhythm,
    meterId,
    toleranceShare,
    triggers,
    severity,
    readings,
    looks,
    cyclic,
    includesTaskIds,
  }: StatedTask,
  stages: readonly Stage[],
  counts?: string,
): Required<TypedTask> {
  const [yearly] = yearlyDaysOf(triggers);
  const typed = (value: number | null | undefined) =>
    value === null || value === undefined ? '' : String(Number(value.toPrecision(12)));
  return {
    action,
    title,
    amountKind,
    machineState,
    procedureText,
    procedureCode,
    who,
    rhythm,
    amount: typed(amount),
    minutes: typed(minutes),
    meterId: meterId ?? '',
    tolerancePct: typed(toleranceShare * 100),
    when: cyclic ? '' : stageWords(stages, { counts }),
    life: cyclic && stages[0] ? stageWords([{ ...scaled(stages[0], 2), name: 'life' }], { counts }) : '',
    events: eventsOf(triggers),
    yearlyName: yearly?.name ?? '',
    yearlyOn: yearly?.on ?? '',
    yearlyDaysBefore: typed(yearly?.daysBefore),
    readings: readings.map(typedReading),
    looks,
    includesTaskIds,
    severity: (Object.keys(severityFactors) as Severity[]).filter((key) =>
      severity.some(({ name }) => name === severityFactors[key].name),
    ),
  };
}
