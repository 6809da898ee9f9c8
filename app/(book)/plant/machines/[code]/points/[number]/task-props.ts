import { type PlantDay, type PlantCalendar } from '@/core/time/plant-day';
import type { ProceduresInForce } from '@/core/procedure/in-force';
import type { DeviceFacts } from '@/core/dosing/devices';
import type { TaskState } from '@/desk/standing/states';

/** What the parts of a task's section are made from. */
export type TaskSectionProps = {
  state: TaskState;
  /** Titles of the tasks of the point, by identifier. */
  titles: ReadonlyMap<string, string>;
  /** What is done under each code of a procedure. */
  procedures: ProceduresInForce;
  calendar: PlantCalendar;
  today: PlantDay;
  personId: string;
  machineId: string;
  /** Fields of the point's kind. */
  details: Readonly<Record<string, number | string>>;
  /** What an automatic device gives and how long it lasts; undefined where the point is none. */
  device: DeviceFacts | undefined;
  guns: { id: string; code: string; lubricantId: string; gramsPerStroke: number }[];
};
