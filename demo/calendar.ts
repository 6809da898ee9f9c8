import { startOfPlantDay, type PlantDay } from '@/core/time/plant-day';
import { dutyClock } from '@/core/meter/duty';
import { closures, plant } from './moorfeld';
import type { MachinePlan } from './plans';

/** Days of history that the demo plant has behind it. */
export const historyDays = 366;

const dayMs = 86_400_000;

/** The closures from the start of the history on; one that begins in December ends in the next year. */
export function closuresAround(start: PlantDay): { name: string; from: string; to: string }[] {
  const year = Number(start.slice(0, 4));
  return [year - 1, year, year + 1, year + 2]
    .flatMap((each) =>
      closures.map(({ name, from, to }) => ({
        name: `${name} ${each}`,
        from: `${each}-${from}`,
        to: `${to < from ? each + 1 : each}-${to}`,
      })),
    )
    .filter(({ to }) => to >= start)
    .sort((a, b) => a.from.localeCompare(b.from));
}

/** True on days on which the plant stands still and nobody walks. */
export function isClosed(day: string): boolean {
  return closuresAround(day).some(({ from, to }) => from <= day && day <= to);
}

/** How many planned days a machine has run, so many calendar days after the history began: none while it is closed. */
export function runningDays({ keepsRunning, weekdays }: MachinePlan, start: string): (days: number) => number {
  const startMs = startOfPlantDay(start, plant);
  const clock = dutyClock(
    {
      closures: keepsRunning ? [] : closuresAround(start).map(({ from, to }) => ({ from, to })),
      ...(weekdays && { hoursByWeekday: weekdays }),
    },
    plant,
  );
  return (days) => clock.at(startMs + days * dayMs) - clock.at(startMs);
}
