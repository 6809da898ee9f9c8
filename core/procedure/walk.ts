import type { Procedure, Step, StepOf } from './step';

/** Where somebody stands in a procedure: kept on the device, so that a closed tab or another stop loses nothing. */
export type Progress = {
  /** The step that comes next; null at the end. */
  at: string | null;
  /** Steps that a question left out, by their name. */
  leftOut: string[];
  /** How often was gone back from a question. */
  again: Record<string, number>;
  /** Waits that were begun: until when they last (ms). */
  waits: Record<string, number>;
};

/** A step as it is shown: with the cautions that stand before it. */
export type ShownStep = { cautions: StepOf<'caution'>[]; step: Exclude<Step, { kind: 'caution' }> };

/** The steps that are taken, each with its cautions. */
export function shownSteps({ steps }: Procedure, leftOut: readonly string[]): ShownStep[] {
  const shown: ShownStep[] = [];
  let cautions: StepOf<'caution'>[] = [];
  for (const step of steps) {
    if (step.only && leftOut.includes(step.only)) continue;
    if (step.kind === 'caution') cautions.push(step);
    else {
      shown.push({ cautions, step });
      cautions = [];
    }
  }
  return shown;
}

/**
 * Before the first step, or at the step where an earlier visit left it.
 * @param after the last step that was written down there
 */
export function begun(procedure: Procedure, after?: string): Progress {
  const start: Progress = { at: null, leftOut: [], again: {}, waits: {} };
  const steps = shownSteps(procedure, []);
  const place = after === undefined ? -1 : steps.findIndex(({ step }) => step.id === after);
  return { ...start, at: steps[place + 1]?.step.id ?? null };
}

/** Where a progress stands among the steps that it takes: their number at the end. */
export function placeOf(procedure: Procedure, { at, leftOut }: Progress): number {
  const steps = shownSteps(procedure, leftOut);
  const place = steps.findIndex(({ step }) => step.id === at);
  return place < 0 ? steps.length : place;
}

const goTo = (procedure: Procedure, progress: Progress, place: number): Progress => ({
  ...progress,
  at: shownSteps(procedure, progress.leftOut)[place]?.step.id ?? null,
});

/** One step on. */
export const onward = (procedure: Procedure, progress: Progress): Progress =>
  goTo(procedure, progress, placeOf(procedure, progress) + 1);
/** One step back, for whoever wants to read it once more: nothing is undone by it. */
export const backward = (procedure: Procedure, progress: Progress): Progress =>
  goTo(procedure, progress, Math.max(0, placeOf(procedure, progress) - 1));

/** What a no comes to: on with or without some steps, back to do it once more, somebody to ask, or the end of the job. */
export type AfterNo = { goesOn: Progress } | { asks: string } | { stops: true };

/**
 * Goes on after a question was answered with no.
 * @returns `asks` once it was done again as often as it should
 */
export function saidNo(procedure: Procedure, progress: Progress, { id, no }: StepOf<'confirm'>): AfterNo {
  switch (no.does) {
    case 'stop':
      return { stops: true };
    case 'leave-out':
      // From here on: what comes before is taken as it was.
      return { goesOn: onward(procedure, { ...progress, leftOut: [...progress.leftOut, no.steps] }) };
    case 'again': {
      const times = (progress.again[id] ?? 0) + 1;
      if (times > no.most) return { asks: `Done ${no.most} times and still not right: ask before you go on.` };
      const steps = shownSteps(procedure, progress.leftOut);
      const from = steps.findIndex(({ step }) => step.id === no.from);
      // Its waits are waited anew.
      return {
        goesOn: { ...progress, at: steps[from]!.step.id, again: { ...progress.again, [id]: times }, waits: {} },
      };
    }
  }
}

/** A wait is begun: as long as it takes here. */
export const waitBegun = (progress: Progress, { id }: StepOf<'wait'>, minutes: number, nowMs: number): Progress => ({
  ...progress,
  waits: { ...progress.waits, [id]: nowMs + minutes * 60_000 },
});

/**
 * How long a wait still lasts (ms): 0 once it is over, undefined where nobody has begun it.
 * @example waitLeft({ at: 'drain', leftOut: [], again: {}, waits: { drain: 60000 } }, 'drain', 0) // 60000
 */
export const waitLeft = ({ waits }: Progress, stepId: string, nowMs: number): number | undefined =>
  waits[stepId] === undefined ? undefined : Math.max(0, waits[stepId] - nowMs);

/**
 * Whether a procedure is walked step by step as a rule: it opens, isolates or waits. Any other is read where it is wanted.
 */
export const isWalked = ({ steps }: Procedure): boolean =>
  steps.some(({ kind }) => kind === 'open' || kind === 'wait' || kind === 'clear' || kind === 'reach');

/** Whether a procedure opens something that must not be open while the machine runs. */
export const opensWhatMustNot = ({ steps }: Procedure): boolean =>
  steps.some((step) => step.kind === 'open' && step.runs !== 'may');
