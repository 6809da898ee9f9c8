import { pointLabel } from '@/core/register/assignment';
import type { MachineState } from '@/core/words/machine-states';
import type { Database } from '../desk';
import { type TaskState, loadTaskStates } from '../standing/states';
import { type AmountKind, type TaskAction, taskActions, whoMay } from '@/core/words/task-words';

/** A task as the route builder offers it. */
export type TaskChoice = {
  taskId: string;
  label: string;
  pointName: string;
  title: string;
  action: TaskAction;
  actionWords: string;
  area: string;
  machine: string;
  machineState: MachineState;
  lubricant: string;
  frequency: Frequency;
  minutes: number;
  amountKind: AmountKind;
  amount: number | null;
  routes: string[];
  /** Who may do it, in words. */
  who: string;
};

export type Frequency = 'weekly or more' | 'monthly' | 'quarterly' | 'yearly or less';

/** How often a task comes round, from its steady limits; hours count at sixteen a day where nothing better is known. */
function frequencyOf(days: number): Frequency {
  if (days <= 8) return 'weekly or more';
  if (days <= 45) return 'monthly';
  return days <= 120 ? 'quarterly' : 'yearly or less';
}

const usualHoursPerDay = 16;

/** The tasks of an area, of the whole plan when not given, for picking by filter. */
export async function readTaskChoices(db: Database, now: Date, area?: string): Promise<TaskChoice[]> {
  const machines =
    area === undefined
      ? undefined
      : await db.select<{ id: string }>(
          'SELECT machine.id FROM machine JOIN area ON area.id = machine.areaId WHERE area.code = :area',
          { area },
        );
  return choicesOf(await loadTaskStates(db, now, machines ? { machineIds: machines.map(({ id }) => id) } : {}));
}

/** Some tasks in the same way, as those that are on a route already. */
export const readTaskChoicesOf = async (db: Database, now: Date, taskIds: string[]): Promise<TaskChoice[]> =>
  choicesOf(await loadTaskStates(db, now, { taskIds }));

function choicesOf(states: readonly TaskState[]): TaskChoice[] {
  // What the operator does stands on the machine's card, not on a walk.
  return states
    .filter(({ who }) => who !== 'operator')
    .map(
      ({
        taskId,
        point,
        machine,
        area,
        title,
        action,
        machineState,
        lubricant,
        interval,
        minutes,
        amount,
        routes,
        due,
        who,
      }) => {
        const steady = interval.stages.find(({ count }) => count === undefined);
        const days = Math.min(
          steady?.days ?? Infinity,
          (steady?.hours ?? Infinity) / Math.max(0.5, due.hourLine.hoursPerDay || usualHoursPerDay),
        );
        return {
          taskId,
          label: pointLabel(machine.code, point.number),
          pointName: point.name,
          title,
          action,
          actionWords: taskActions[action],
          area: `${area.code} ${area.name}`,
          machine: machine.code,
          machineState,
          lubricant: lubricant?.code ?? 'none',
          frequency: frequencyOf(days),
          minutes,
          amountKind: amount.kind,
          amount: amount.value,
          routes: routes.map(({ code }) => code),
          who: whoMay[who],
        };
      },
    );
}
