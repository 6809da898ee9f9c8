import { type PlantDay, type PlantCalendar } from '@/core/time/plant-day';
import type { TaskState } from '@/desk/standing/states';

/** What the parts of a task's section are made from. */
export type TaskSectionProps = {
  state: TaskState;
  /** Titles of the tasks of the point, by identifier. */
  titles: ReadonlyMap<string, string>;
  calendar: PlantCalendar;
  today: PlantDay;
  personId: string;
  machineId: string;
  /** Fields of the point's kind. */
  details: Readonly<Record<string, number | string>>;
  guns: { id: string; code: string; lubricantId: string; gramsPerStroke: number }[];
};
