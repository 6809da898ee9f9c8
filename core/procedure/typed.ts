import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { parseQuantity } from '../units/parse-quantity';
import { line, longText, requiredQuantity } from '../units/typed-field';
import { lookNames } from '../words/looks';
import { machineStateNames } from '../words/machine-states';
import { quantities } from '../words/quantities';
import { runsMeanwhileNames } from '../words/runs-meanwhile';
import { lintProcedure } from './lint';
import {
  type Procedure,
  type Step,
  type StepKind,
  longestStep,
  procedureSchema,
  slug,
  stepSchema,
  stepShows,
} from './step';

/** The kinds of steps as somebody who writes a procedure chooses them. */
export const stepKinds = {
  say: 'do it',
  caution: 'caution',
  reach: 'bring the machine into a state',
  clear: 'everybody out',
  open: 'open something',
  close: 'close it',
  wait: 'wait',
  read: 'read',
  look: 'look',
  'put-in': 'put in',
  'take-out': 'take out',
  confirm: 'question',
} as const satisfies Record<StepKind, string>;

/** What a no comes to, at a question. */
export const afterNo = {
  again: 'goes back and does it once more',
  'leave-out': 'leaves some steps out',
  stop: 'ends the job, with a finding',
} as const;

const small = z.string().max(200).default('');
const oneOf = <const Name extends string>(names: readonly [Name, ...Name[]], first: Name) =>
  z.enum(names, { error: 'Choose one.' }).default(first);

/** One step as it is typed: what its kind does not ask for stays in the form unused. */
const typedStep = z.strictObject({
  id: slug,
  kind: z.enum(keysOf(stepKinds)),
  says: line('What the step says', { required: true, max: longestStep }),
  /** The question whose yes takes it; empty where it is always taken. */
  only: small,
  state: oneOf(machineStateNames, 'isolated'),
  name: line('Name', { max: 60 }),
  /** What is opened or closed. */
  thing: small,
  runs: oneOf(runsMeanwhileNames, 'never'),
  /** It is handed over open to a later visit. */
  staysOpen: z.boolean().default(false),
  counts: z.boolean().default(false),
  answer: line('Its button', { max: 30 }),
  shows: z.enum([...keysOf(stepShows), '']).default(''),
  minutes: small,
  why: line('Why', { max: longestStep }),
  longerMinutes: small,
  longerWhen: line('When it is longer', { max: longestStep }),
  quantity: oneOf(keysOf(quantities), 'temperature'),
  unit: line('Unit', { max: 12 }),
  look: oneOf(lookNames, 'oil'),
  flush: z.boolean().default(false),
  no: oneOf(keysOf(afterNo), 'stop'),
  from: small,
  most: small,
  /** What the steps are called that a question leaves out. */
  steps: small,
});
export type TypedStep = z.output<typeof typedStep>;

/** A new step, as the form begins it. */
export const emptyStep = (id: string, kind: StepKind): TypedStep => ({
  id,
  kind,
  says: kind === 'clear' ? 'Hands, tools and people out, guards on, own lock off.' : '',
  only: '',
  state: 'isolated',
  name: '',
  thing: '',
  runs: 'never',
  staysOpen: false,
  counts: false,
  answer: '',
  shows: '',
  minutes: '',
  why: '',
  longerMinutes: '',
  longerWhen: '',
  quantity: 'temperature',
  unit: '',
  look: 'oil',
  flush: false,
  no: 'stop',
  from: '',
  most: '3',
  steps: id,
});

/** What a step opens is called: by the name that it has, or else by the step’s own. */
export const openedBy = ({ thing, id }: Pick<TypedStep, 'thing' | 'id'>): string => thing || id;

/**
 * What a step is called where it is spoken of: by its number as the technician has it; a caution has none of its own.
 * @example stepPlace([{ kind: 'caution' }, { kind: 'say' }], 0) // 'caution at step 1'
 */
export function stepPlace(steps: readonly { kind: StepKind }[], index: number): string {
  const number = steps.slice(0, index + 1).filter(({ kind }) => kind !== 'caution').length;
  return steps[index]?.kind === 'caution' ? `caution at step ${number + 1}` : `step ${number}`;
}

/** A stored step as its form shows it. */
function typedStepOf(step: Step, handsOver: readonly string[]): TypedStep {
  const typed = { ...emptyStep(step.id, step.kind), says: step.says, only: step.only ?? '' };
  switch (step.kind) {
    case 'reach':
      return { ...typed, state: step.state };
    case 'open': {
      const { name, runs, thing, minutes, counts = false, answer = '' } = step;
      return {
        ...typed,
        name,
        runs,
        thing,
        counts,
        answer,
        minutes: minutes ? String(minutes) : '',
        staysOpen: handsOver.includes(thing),
      };
    }
    case 'close':
      return { ...typed, thing: step.thing, answer: step.answer ?? '' };
    case 'wait': {
      const { minutes, why, longer } = step;
      const more = longer ? { longerMinutes: String(longer.minutes), longerWhen: longer.when } : {};
      return { ...typed, minutes: String(minutes), why, ...more };
    }
    case 'read':
      return { ...typed, name: step.name, quantity: step.quantity, unit: step.unit };
    case 'look':
      return { ...typed, look: step.look, shows: step.shows ?? '' };
    case 'put-in':
      return { ...typed, flush: step.flush === true };
    case 'confirm': {
      const { no } = step;
      typed.shows = step.shows ?? '';
      if (no.does === 'again') return { ...typed, no: 'again', from: no.from, most: String(no.most) };
      return no.does === 'stop' ? typed : { ...typed, no: 'leave-out', steps: no.steps };
    }
    default:
      return typed;
  }
}

export type TypedProcedure = {
  title: string;
  people: string;
  takes: string;
  takesOver: Procedure['takesOver'];
  steps: TypedStep[];
};

/** A procedure as its form shows it. */
export const typedProcedure = ({ title, people, takes, takesOver, handsOver, steps }: Procedure): TypedProcedure => ({
  title,
  people: String(people),
  takes: takes.join('\n'),
  takesOver,
  steps: steps.map((step) => typedStepOf(step, handsOver)),
});

/** Minutes as they are typed, whole; undefined where nothing is, NaN where it is no time. */
function typedMinutes(typed: string): number | undefined {
  if (typed.trim() === '') return undefined;
  const parsed = parseQuantity(typed, 'minutes');
  return parsed.ok ? Math.round(parsed.value) : Number.NaN;
}

const without = (values: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined && value !== false));

/** A step as it is kept; whether it is one its schema says. */
function stepOf(typed: TypedStep, place: number, all: readonly TypedStep[]): unknown {
  const { id, kind, says, name, thing, runs, state, why, look, quantity, unit, flush } = typed;
  const answer = typed.answer || undefined;
  const every = { id, kind, says, ...(typed.only && { only: typed.only }) };
  switch (kind) {
    case 'caution':
      return { ...every, for: all.slice(place + 1).find((each) => each.kind !== 'caution')?.id };
    case 'reach':
      return { ...every, state };
    case 'open':
      return without({
        ...every,
        name,
        thing: openedBy(typed),
        runs,
        minutes: typedMinutes(typed.minutes),
        counts: typed.counts,
        answer,
      });
    case 'close':
      return without({ ...every, thing, answer });
    case 'wait': {
      const longer = { minutes: typedMinutes(typed.longerMinutes), when: typed.longerWhen };
      const isLonger = longer.minutes !== undefined || longer.when !== '';
      return { ...every, minutes: typedMinutes(typed.minutes), why, ...(isLonger && { longer }) };
    }
    case 'read':
      return { ...every, name, quantity, unit };
    case 'look':
      return { ...every, look, ...(typed.shows && { shows: typed.shows }) };
    case 'put-in':
      return without({ ...every, flush });
    case 'confirm':
      return { ...every, no: noOf(typed), ...(typed.shows && { shows: typed.shows }) };
    default:
      return every;
  }
}

const noOf = ({ no, from, most, steps }: TypedStep) => {
  if (no === 'again') return { does: no, from, most: Number(most) };
  return no === 'leave-out' ? { does: no, steps } : { does: no };
};

/** What is wrong with a field of a step, in words; by the path that its schema gives it. */
const fieldWords: Record<string, { field: keyof TypedStep; words: string }> = {
  for: { field: 'says', words: 'A caution stands before the step that it is for: none follows.' },
  name: { field: 'name', words: 'Say what it is called.' },
  thing: { field: 'thing', words: 'Choose what is closed.' },
  minutes: { field: 'minutes', words: 'Minutes: a time from 1 min to 48 h.' },
  why: { field: 'why', words: 'Why it is waited: is needed here.' },
  'longer.minutes': { field: 'longerMinutes', words: 'Longer: a time from 1 min to 48 h.' },
  'longer.when': { field: 'longerWhen', words: 'Say when it is longer.' },
  'no.from': { field: 'from', words: 'Choose the step that it goes back to.' },
  'no.most': { field: 'most', words: 'How often at most: 1 to 9.' },
  'no.steps': { field: 'steps', words: 'These steps need a name.' },
};

/** What somebody writes of a procedure; its code, version and source come from where it is kept. */
export type WrittenProcedure = Pick<Procedure, 'title' | 'people' | 'takes' | 'takesOver' | 'handsOver' | 'steps'>;

/**
 * A procedure as it is typed, read: each step by its kind, and in order by the rules of `lintProcedure`; what is wrong is said
 * at its step.
 */
export const procedureForm = z
  .strictObject({
    title: line('Title', { required: true, max: 80 }),
    people: requiredQuantity('number', { label: 'People', min: 1, max: 9 }),
    takes: longText('What it takes'),
    takesOver: procedureSchema.shape.takesOver,
    steps: z
      .array(typedStep)
      .min(1, { error: 'A procedure has at least one step.' })
      .max(60, { error: 'At most 60 steps: make two procedures of it.' }),
  })
  .transform(({ steps: typed, takes, people, ...head }, context): WrittenProcedure => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const steps = typed.flatMap((each, place): Step[] => {
      const step = stepSchema.safeParse(stepOf(each, place, typed));
      for (const { path, message } of step.error?.issues ?? []) {
        const known = fieldWords[path.join('.')];
        issue(['steps', place, known?.field ?? 'says'], known?.words ?? message);
      }
      return step.success ? [step.data] : [];
    });
    const things = takes
      .split('\n')
      .map((each) => each.trim())
      .filter(Boolean);
    const handsOver = typed.flatMap((step) => (step.kind === 'open' && step.staysOpen ? [openedBy(step)] : []));
    const written = { ...head, people: Math.round(people), takes: things, handsOver, steps };
    const whole = { ...written, code: 'written', version: 1, source: 'written' };
    const wrong = procedureSchema.safeParse(whole).error?.issues ?? [];
    for (const { path, message } of wrong) if (path[0] !== 'steps') issue([path[0] as string], message);
    if (steps.length === typed.length && wrong.length === 0)
      for (const { step, words } of lintProcedure(whole)) {
        const place = typed.findIndex((each) => each.id === step || (each.kind === 'open' && openedBy(each) === step));
        issue(
          place < 0 ? ['takesOver'] : ['steps', place, 'says'],
          `${words.charAt(0).toUpperCase()}${words.slice(1)}.`,
        );
      }
    return written;
  });
