import { runs } from '../words/machine-states';
import type { MachineState } from '../words/machine-states';
import { type Procedure, type Step, type StepOf, longestStep } from './step';

/** What is wrong with a procedure, and at which step. */
export type StepProblem = { step: string; words: string };

type OpenThing = Pick<StepOf<'open'>, 'thing' | 'name' | 'runs'> & { id: string };
/** How far a procedure has come while it is read from the top. */
type Reading = {
  state: MachineState;
  /** Hands have been in since the machine was last cleared. */
  handsIn: boolean;
  open: Map<string, OpenThing>;
  problems: StepProblem[];
};

const isolated: readonly MachineState[] = ['isolated', 'isolated-depressurised'];
/** Steps at which hands are in or at the machine. */
const handsOn: readonly Step['kind'][] = ['open', 'close', 'put-in', 'take-out'];

/** What is open says no to a state of the machine. */
const forbids = ({ runs: meanwhile }: OpenThing, state: MachineState): boolean =>
  (meanwhile === 'never' && (runs(state) || state === 'auxiliary-only')) || (meanwhile === 'auxiliary' && runs(state));

/**
 * Reads a procedure from top to bottom as somebody walks it and says what is unsafe or unfinished in it: what is opened is
 * closed or handed over, isolated work never contains a run, what must not be open when the machine runs is closed before,
 * every caution stands before its step, every wait has its reason, the words fit a phone. (H B for the order, C for the length)
 * @returns nothing where it is in order
 */
export function lintProcedure(procedure: Procedure): StepProblem[] {
  const questions = procedure.steps.flatMap((step) =>
    step.kind === 'confirm' && step.no.does === 'leave-out' ? [step.no.steps] : [],
  );
  const ways = [[], ...questions.map((each) => [each]), questions];
  const problems = ways.flatMap((left) => lintWay(procedure, new Set(left)));
  return problems.filter(
    ({ step, words }, place) => problems.findIndex((each) => each.step === step && each.words === words) === place,
  );
}

/** One way through a procedure: without the steps that some questions leave out. */
function lintWay({ steps: all, takesOver, handsOver }: Procedure, leftOut: ReadonlySet<string>): StepProblem[] {
  const steps = all.filter(({ only }) => !only || !leftOut.has(only));
  const open = new Map(takesOver.map((each) => [each.thing, { ...each, id: each.thing }]));
  const reading: Reading = { state: 'any', handsIn: false, open, problems: [] };
  const say: Say = (step, words) => void reading.problems.push({ step, words });
  steps.forEach((step, place) => {
    ownProblems(steps, step, place, say);
    if (step.only && !all.some((each) => leavesOut(each, step.only!))) say(step.id, 'no question chooses it');
    if (step.kind === 'reach') reachProblems(reading, step);
    if (step.kind === 'clear') reading.handsIn = false;
    if (handsOn.includes(step.kind) && isolated.includes(reading.state)) reading.handsIn = true;
    if (step.kind === 'open') openProblems(reading, step);
    if (step.kind === 'close' && !reading.open.delete(step.thing)) say(step.id, 'closes what is not open');
  });
  for (const { thing, id, name, runs: meanwhile } of reading.open.values())
    if (!handsOver.includes(thing) && meanwhile !== 'may') say(id, `${name} stays open and is handed over to nobody`);
  for (const thing of handsOver) if (!reading.open.has(thing)) say(thing, 'is handed over, and is not open at the end');
  return reading.problems;
}

type Say = (step: string, words: string) => void;

/** What is wrong with a step by itself and by its place, whatever is open. */
function ownProblems(steps: readonly Step[], step: Step, place: number, say: Say) {
  const before = steps.slice(0, place);
  if (before.some(({ id }) => id === step.id)) say(step.id, 'two steps have this name');
  if (step.says.length > longestStep) say(step.id, `more than ${longestStep} characters: it does not fit a phone`);
  if (step.kind === 'caution') cautionProblem(steps, place, step, say);
  if (step.kind === 'read' && before.some((each) => each.kind === 'read' && each.name === step.name))
    say(step.id, 'two readings go by this name');
  if (step.kind === 'wait' && step.why.trim() === '') say(step.id, 'a wait without a reason');
  if (step.kind === 'confirm' && step.no.does === 'again') {
    const { from } = step.no;
    if (!before.some(({ id }) => id === from)) say(step.id, 'goes back to a step that is not before it');
  }
}

const leavesOut = (step: Step, steps: string): boolean =>
  step.kind === 'confirm' && step.no.does === 'leave-out' && step.no.steps === steps;

/** A caution is read before its step, in the same phase: between them nothing is done. */
function cautionProblem(steps: readonly Step[], place: number, { id, for: wanted }: StepOf<'caution'>, say: Say) {
  const next = steps.slice(place + 1).find(({ kind }) => kind !== 'caution');
  if (next?.id !== wanted) say(id, `is a caution for “${wanted}”, and does not stand right before it`);
}

/** A machine is brought into a state: hands are out before it runs, and nothing is open that must not be. */
function reachProblems(reading: Reading, { id, state }: StepOf<'reach'>) {
  const moves = runs(state) || state === 'auxiliary-only';
  if (moves && isolated.includes(reading.state) && reading.handsIn)
    reading.problems.push({ step: id, words: 'isolated work contains a run: hands, tools and people come out before' });
  if (moves)
    for (const thing of reading.open.values())
      if (forbids(thing, state)) reading.problems.push({ step: id, words: `${thing.name} is open and must not be` });
  reading.state = state;
}

/** What must never be open while the machine runs is opened on a locked machine only. */
function openProblems(reading: Reading, step: StepOf<'open'>) {
  if (reading.open.has(step.thing)) reading.problems.push({ step: step.id, words: `${step.name} is open already` });
  if (step.runs === 'never' && !isolated.includes(reading.state))
    reading.problems.push({ step: step.id, words: `${step.name} is opened on a machine that nobody has isolated` });
  if (step.runs === 'supervised' && step.minutes === undefined)
    reading.problems.push({ step: step.id, words: 'how many minutes at most is not said' });
  reading.open.set(step.thing, step);
}
