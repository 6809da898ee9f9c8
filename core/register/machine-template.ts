import type { Material } from '../compat/vocabulary';
import type { Stage } from '../interval/limits';
import type { DutyPlan } from '../meter/duty';
import type { StoredComputation } from '../method';
import type { MachineState } from '../words/machine-states';
import type { MeterUnit } from '../words/meter-units';
import type { Outline } from './outline';
import type { PointKind } from './point-kinds';
import type { FillRow } from './reservoir';
import type { StatedTask } from './task-form';
import { type AmountKind, type TaskAction } from '../words/task-words';
import { type SourceRank } from '../words/source-ranks';

/**
 * What equal machines share: reservoirs, points, lubricants by source, tasks with their stages. Places in lists stand
 * for identifiers, which every machine gets anew; nothing of the log, the meters' readings or a person is in it.
 */
export type MachineTemplate = {
  description: string;
  dutyHoursPerDay: number | null;
  /** Weekdays, seasons and closures of its running; models made before these were kept have none. */
  dutyPlan?: DutyPlan | null;
  keepsRunning?: boolean;
  fittingCount: number | null;
  energySources: { source: string; proofOfZero: string }[];
  /** Points by their place in `points`. */
  outline: { boxes: Outline['boxes']; points: Record<string, [number, number]> } | null;
  meters: {
    name: string;
    unit: MeterUnit;
    rolloverAt: number | null;
    resolution: number;
    maxPerDay: number;
  }[];
  reservoirs: TemplateReservoir[];
  points: TemplatePoint[];
};

export type TemplateReservoir = {
  name: string;
  capacityL: number | null;
  residualL: number | null;
  fillMark: string;
  fillMarkState: MachineState | null;
  checkMark: string;
  checkMarkState: MachineState | null;
  posture: string;
  settleMinutes: number | null;
  mounting: string;
  fillTable: FillRow[];
  levelMarks: { levelMm: number; volumeL: number }[];
  /** Null where nobody said; missing in templates made before it was asked. */
  holdsPressure?: boolean | null;
  comesEmpty: boolean;
  assignments: TemplateAssignment[];
};

export type TemplateAssignment = {
  lubricantId: string;
  ambientBand: string | null;
  source: SourceRank;
  sourceText: string;
  sourceOn: string;
  climate: string;
  mounting: string;
};

export type TemplatePoint = {
  kind: PointKind;
  name: string;
  location: string;
  details: Record<string, number | string>;
  consequence: number;
  machineState: MachineState;
  accessNote: string;
  cautions: string;
  doNots: string;
  enoughSign: string;
  forbidsAirGun: boolean;
  materials: Material[];
  /** Place in `reservoirs`, or null. */
  reservoir: number | null;
  assignments: TemplateAssignment[];
  tasks: TemplateTask[];
};

export type TemplateTask = {
  action: TaskAction;
  title: string;
  amountKind: AmountKind;
  amount: number | null;
  amountComputed: StoredComputation | null;
  intervalComputed: StoredComputation | null;
  machineState: MachineState;
  procedureText: string;
  minutes: number;
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  /** Stages under the assignment with that place in the list of the point, or else of its reservoir. */
  stages: (Stage & { assignment: number })[];
  /** Place in `meters` of the one that counts for it; without it the machine's hour meter. */
  meter?: number | null;
  /** Places in the tasks of the point that it does as well. */
  includes?: number[];
} & Partial<Pick<StatedTask, 'who' | 'triggers' | 'severity' | 'readings' | 'looks' | 'cyclic' | 'procedureCode'>>;
