import { pointLabel } from '@/core/register/assignment';
import type { MachineState } from '@/core/words/machine-states';
import type { Database } from '../desk';
import { loadTaskStates } from '../standing/states';
import { type AmountKind, type TaskAction, taskActions } from '@/core/words/task-words';

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
};

export type Frequency = 'weekly or more' | 'monthly' | 'quarterly' | 'yearly or less';

/** How often a task comes round, from its steady limits; hours count at sixteen a day where nothing better is known. */
function frequencyOf(days: number): Frequency {
  if (days <= 8) return 'weekly or more';
  if (days <= 45) return 'monthly';
  return days <= 120 ? 'quarterly' : 'yearly or less';
}

const usualHoursPerDay = 16;

/** Every task of the plan, for picking by filter. */
export async function readTaskChoices(db: Database, now: Date): Promise<TaskChoice[]> {
  const states = await loadTaskStates(db, now);
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
        };
      },
    );
}
