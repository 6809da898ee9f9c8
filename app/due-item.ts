import type { DueItem } from '@/components/due-list';
import { taskAmount } from '@/components/words';
import { dueWords, standingOn } from '@/core/interval/due-words';
import type { HourLine } from '@/core/interval/task-due';
import { limitWords } from '@/core/interval/limits';
import { pointLabel } from '@/core/register/assignment';
import type { PlantDay } from '@/core/time/plant-day';
import { putsNothingIn } from '@/core/words/task-words';
import { waitsForFilling } from '@/core/words/machine-states';
import type { TaskState } from '@/desk/standing/states';

/** The page of a point. */
export const pointPath = (machineCode: string, number: number) => `/plant/machines/${machineCode}/points/${number}`;

/** A task's state as a row of a due list on a day. */
export function dueItem(
  { taskId, title, action, point, machine, machineState, amount: planned, lubricant, cameEmpty, due }: TaskState,
  today: PlantDay,
): DueItem {
  return {
    key: taskId,
    href: pointPath(machine.code, point.number),
    label: pointLabel(machine.code, point.number),
    pointName: point.name,
    title,
    amount: taskAmount(action, planned.kind, planned.value),
    // A bolt, a gauge, a look: no can is fetched for it.
    lubricantCode: putsNothingIn(action) ? null : (lubricant?.code ?? null),
    words: dueWords(due, today),
    standing: standingOn(due, today),
    facts: toTenths(due.hourLine),
    why: `/due/${taskId}`,
    marks: [
      ...(waitsForFilling({ cameEmpty, machineState }) ? ['held back until it is filled'] : []),
      ...(due.runIn ? ['running in'] : []),
      ...(due.postponedFrom ? ['put off'] : []),
      ...(due.by === 'event' || due.by === 'standstill' || due.by === 'season' ? [limitWords[due.by]] : []),
    ],
  };
}

/** Tenths of an hour are less than a line on any screen shows. */
const toTenths = (facts: HourLine): HourLine =>
  Object.fromEntries(
    Object.entries(facts).map(([name, value]) => [
      name,
      typeof value === 'number' ? Math.round(value * 10) / 10 : value,
    ]),
  ) as HourLine;
