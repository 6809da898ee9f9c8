import type { Procedure } from '../procedure/step';

/** Work at a stop between waits, as the order of a walk takes it. */
export type JobPart = { minutes: number; waitMinutes?: number; earliestNextDay?: boolean };

/** A wait that is shorter is stood through: going away and coming back would take as long. In minutes; C, changeable. */
export const shortestWaitToLeave = 5;

/**
 * How a job falls into parts: its waits are what others can be done in. The minutes of the task are its work without long
 * waits, shared out by the steps; a question’s steps that are usually left out are not counted.
 * @param procedure how it is done; undefined where it goes by none
 * @param minutes of work that the task says
 * @param next what follows on another day, where the first visit leaves something open over night
 * @example jobParts(undefined, 5) // [{ minutes: 5 }]
 */
export function jobParts(procedure: Procedure | undefined, minutes: number, next?: Procedure): JobPart[] {
  if (!procedure) return [{ minutes }];
  const steps = procedure.steps.filter(({ only }) => only === undefined);
  const stretches: { steps: number; waitMinutes: number }[] = [{ steps: 0, waitMinutes: 0 }];
  for (const step of steps) {
    if (step.kind === 'caution') continue;
    const here = stretches.at(-1)!;
    if (step.kind === 'wait' && step.minutes >= shortestWaitToLeave) {
      here.waitMinutes = step.minutes;
      stretches.push({ steps: 0, waitMinutes: 0 });
    } else here.steps += 1;
  }
  // A wait with nothing after it needs no second visit.
  if (stretches.length > 1 && stretches.at(-1)!.steps === 0) stretches.pop();
  const all = stretches.reduce((sum, each) => sum + each.steps, 0) || 1;
  const share = next ? 0.5 : 1;
  const parts = stretches.map(({ steps: count, waitMinutes }, index): JobPart => ({
    minutes: (share * minutes * count) / all,
    ...(index < stretches.length - 1 && { waitMinutes }),
  }));
  if (!next) return parts;
  return [
    ...parts.slice(0, -1),
    { minutes: parts.at(-1)!.minutes, earliestNextDay: true },
    ...jobParts(next, minutes * share),
  ];
}

/** Whether something stands open during a wait with which the machine may never run. */
export function staysOpenUnrun({ steps }: Procedure): boolean {
  const open = new Set<string>();
  for (const step of steps) {
    if (step.only !== undefined) continue;
    if (step.kind === 'open' && step.runs === 'never') open.add(step.thing);
    if (step.kind === 'close') open.delete(step.thing);
    if (step.kind === 'wait' && step.minutes >= shortestWaitToLeave && open.size > 0) return true;
  }
  return false;
}
