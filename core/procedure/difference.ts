import { diffArrays } from 'diff';
import type { Procedure, Step } from './step';

/** A step against the procedure that its own was written from. */
export type StepDifference =
  | { how: 'same' | 'new' | 'gone' | 'moved'; step: Step }
  /** Other words, another wait: as it was before. */
  | { how: 'changed'; step: Step; was: Step; isMoved: boolean };

export type ProcedureDifference = {
  steps: StepDifference[];
  /** What differs beside the steps, before and now. */
  head: { what: string; was: string; is: string }[];
};

/** The place of a step is not its own: a caution names the step that it stands before. */
const ownOf = (step: Step): string =>
  JSON.stringify(Object.entries({ ...step, for: undefined }).sort(([one], [other]) => (one < other ? -1 : 1)));

/**
 * How a procedure differs from the one that it was written from, in its own order; what is gone stands where it was.
 * Steps are the same by their name: one that was rewritten is changed, one that stands elsewhere has moved.
 */
export function differenceOf(base: Procedure, own: Procedure): ProcedureDifference {
  const before = new Map(base.steps.map((step) => [step.id, step]));
  const now = new Map(own.steps.map((step) => [step.id, step]));
  const against = (id: string, isMoved: boolean): StepDifference => {
    const [was, step] = [before.get(id), now.get(id)!];
    if (!was) return { how: 'new', step };
    if (ownOf(was) !== ownOf(step)) return { how: 'changed', step, was, isMoved };
    return { how: isMoved ? 'moved' : 'same', step };
  };
  const steps = diffArrays([...before.keys()], [...now.keys()]).flatMap(({ value, added, removed }) =>
    value.flatMap((id): StepDifference[] => {
      if (!removed) return [against(id, Boolean(added))];
      // One that only moved stands at its new place.
      return now.has(id) ? [] : [{ how: 'gone', step: before.get(id)! }];
    }),
  );
  return { steps, head: headDifference(base, own) };
}

const headOf = ({ title, people, takes, takesOver, handsOver }: Procedure): Record<string, string> => ({
  Title: title,
  People: String(people),
  Takes: takes.join('; '),
  'Taken over from an earlier visit': takesOver.map(({ name }) => name).join(', '),
  'Left open for a later visit': handsOver.join(', '),
});

function headDifference(base: Procedure, own: Procedure): ProcedureDifference['head'] {
  const is = headOf(own);
  return Object.entries(headOf(base)).flatMap(([what, was]) =>
    was === is[what] ? [] : [{ what, was, is: is[what]! }],
  );
}

/** Whether there is any. */
export const isDifferent = ({ steps, head }: ProcedureDifference): boolean =>
  head.length > 0 || steps.some(({ how }) => how !== 'same');
