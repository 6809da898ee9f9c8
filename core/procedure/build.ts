import type { LookName } from '../words/looks';
import type { MachineState } from '../words/machine-states';
import { type QuantityName, quantityWords } from '../words/quantities';
import type { RunsMeanwhile } from '../words/runs-meanwhile';
import type { Procedure, Step, StepOf } from './step';

const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** Short ways of writing steps down: a shipped procedure reads from top to bottom like the sheet it replaces. */

export const say = (id: string, says: string): StepOf<'say'> => ({ kind: 'say', id, says });
/** What may hurt at the step that it is for. */
export const caution = (forStep: string, says: string): StepOf<'caution'> => ({
  kind: 'caution',
  id: `mind-${forStep}`,
  for: forStep,
  says,
});
export const reach = (id: string, state: MachineState, says: string): StepOf<'reach'> => ({
  kind: 'reach',
  id,
  state,
  says,
});
export const clear = (id: string, says = 'Hands, tools and people out, guards on, own lock off.'): StepOf<'clear'> => ({
  kind: 'clear',
  id,
  says,
});
export const open = (
  thing: string,
  name: string,
  runs: RunsMeanwhile,
  says: string,
  minutes?: number,
): StepOf<'open'> => ({ kind: 'open', id: `open-${thing}`, thing, name, runs, says, ...(minutes && { minutes }) });
export const close = (thing: string, says: string): StepOf<'close'> => ({
  kind: 'close',
  id: `close-${thing}`,
  thing,
  says,
});
/** What is tapped once it is so: a valve that is shut is no thing that is open. */
export const answered = <Kind extends StepOf<'open'> | StepOf<'close'>>(answer: string, step: Kind): Kind => ({
  ...step,
  answer,
});
export const wait = (
  id: string,
  minutes: number,
  says: string,
  why: string,
  longer?: { minutes: number; when: string },
): StepOf<'wait'> => ({ kind: 'wait', id, minutes, says, why, ...(longer && { longer }) });
/** @param name under which it is kept; what is read once in a procedure goes by its quantity */
export const read = (
  id: string,
  quantity: QuantityName,
  unit: string,
  says: string,
  name: string = sentence(quantityWords[quantity]),
): StepOf<'read'> => ({
  kind: 'read',
  id,
  name,
  quantity,
  unit,
  says,
});
export const look = (id: string, what: LookName, says: string): StepOf<'look'> => ({
  kind: 'look',
  id,
  look: what,
  says,
});
export const putIn = (id: string, says: string): StepOf<'put-in'> => ({ kind: 'put-in', id, says });
/** Flushing oil: it comes out again. */
export const putInFlush = (id: string, says: string): StepOf<'put-in'> => ({ ...putIn(id, says), flush: true });
export const takeOut = (id: string, says: string): StepOf<'take-out'> => ({ kind: 'take-out', id, says });
export const again = (id: string, says: string, from: string, most = 3): StepOf<'confirm'> => ({
  kind: 'confirm',
  id,
  says,
  no: { does: 'again', from, most },
});
/** Where the answer is no the job stops, with a finding. */
export const mustBe = (id: string, says: string): StepOf<'confirm'> => ({
  kind: 'confirm',
  id,
  says,
  no: { does: 'stop' },
});
/** A question whose yes takes some steps, and those steps, named after it. */
export const onlyIf = (steps: string, says: string, taken: readonly Step[]): Step[] => [
  { kind: 'confirm', id: `whether-${steps}`, says, no: { does: 'leave-out', steps } },
  ...taken.map((step) => ({
    ...step,
    id: `${steps}-${step.id}`,
    only: steps,
    ...(step.kind === 'caution' && { for: `${steps}-${step.for}` }),
  })),
];

type Written = Pick<Procedure, 'code' | 'title'> &
  Partial<
    Pick<Procedure, 'version' | 'source' | 'people' | 'takes' | 'takesOver' | 'handsOver' | 'followedBy' | 'writes'>
  > & {
    steps: readonly (Step | readonly Step[])[];
  };

/** A procedure of the trade. */
export const procedure = ({
  steps,
  version = 1,
  source = 'Practice of the trade (M C)',
  ...rest
}: Written): Procedure => ({
  people: 1,
  takes: [],
  takesOver: [],
  handsOver: [],
  version,
  source,
  ...rest,
  steps: steps.flat(),
});
