import { type ProceduresInForce, codeOfKey } from '@/core/procedure/in-force';
import { type Procedure, procedureKey } from '@/core/procedure/step';
import { type HowAsked, procedureFor } from '@/core/procedure/usual';
import type { Database } from '../desk';
import { type ListedOpenThing, stepsLeft } from '../follow/open-things';
import { procedureVersion, proceduresAt } from '../register/procedures';
import type { TaskState } from '../standing/states';

/** By which procedure a stop is done, and after which of its steps an earlier visit left it. */
export type StopProcedure = { procedure: Procedure; leftAfter: string | null };

/** What a task says of how it is done. */
export const howAsked = ({
  action,
  point,
  machineState,
  amount,
  procedureCode,
  cameEmpty,
}: Pick<TaskState, 'action' | 'point' | 'machineState' | 'amount' | 'procedureCode' | 'cameEmpty'>): HowAsked & {
  procedureCode: string;
} => ({ action, kind: point.kind, machineState, amountKind: amount.kind, procedureCode, cameEmpty });

/**
 * By which procedure each of some tasks is done: what was begun is finished by the version that it was begun by; any other
 * by what was in force when the plan was read.
 * @param openThings what is open at their machines
 * @param asOf when the plan was read; now where it is left out
 * @returns by task; none for a task that goes by no procedure
 */
export async function stopProcedures(
  db: Database,
  states: readonly TaskState[],
  openThings: readonly ListedOpenThing[],
  asOf?: Date,
): Promise<Map<string, StopProcedure>> {
  const [inForce, left] = await Promise.all([proceduresAt(db, asOf), stepsLeft(db, openThings)]);
  const found = new Map<string, StopProcedure>();
  for (const state of states) {
    const procedure = procedureFor(howAsked(state), inForce);
    if (!procedure) continue;
    const leftAt = left.get(state.taskId);
    const begun = leftAt && (await begunBy(db, leftAt.procedure, procedure, inForce));
    const next = begun && goesOnBy(begun, leftAt.step, inForce);
    found.set(
      state.taskId,
      next ?? (begun ? { procedure: begun, leftAfter: leftAt.step } : { procedure, leftAfter: null }),
    );
  }
  return found;
}

/** The procedure of the second visit, once the first has opened all that it leaves open. */
function goesOnBy(begun: Procedure, step: string, inForce: ProceduresInForce): StopProcedure | undefined {
  const after = begun.steps.slice(begun.steps.findIndex(({ id }) => id === step) + 1);
  const next = begun.followedBy ? inForce.get(begun.followedBy) : undefined;
  return next && !after.some(({ kind }) => kind === 'open') ? { procedure: next, leftAfter: null } : undefined;
}

/** The version that a job was begun by, where the task still goes by it or by what has taken its place. */
async function begunBy(db: Database, key: string, procedure: Procedure, inForce: ProceduresInForce) {
  if (key === procedureKey(procedure)) return procedure;
  const code = inForce.get(codeOfKey(key))?.code;
  return code === procedure.code || code === procedure.followedBy ? procedureVersion(db, key) : undefined;
}
