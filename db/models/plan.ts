import type { LookName } from '@/core/words/looks';
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { StoredComputation } from '@/core/method';
import type { MachineState } from '@/core/words/machine-states';
import type { AskedReading } from '@/core/register/asked-reading';
import type { PointKind } from '@/core/register/point-kinds';
import type { TemplateTaskPlan } from '@/core/register/task-template';
import type { Trigger } from '@/core/interval/triggers';
import type { Judged } from '@/core/assign/judge';
import {
  boolean,
  columns,
  dayColumn,
  idColumn,
  instantColumn,
  integer,
  json,
  number,
  optionalDay,
  optionalId,
  optionalInteger,
  optionalJson,
  optionalNumber,
  optionalText,
  primaryId,
  text,
} from './columns';
import { type AmountKind, type TaskAction, type Who } from '@/core/words/task-words';
import { type SourceRank } from '@/core/words/source-ranks';

/** Which lubricant a point or a reservoir gets, by whose word. Losing sources are kept. */
export class Assignment extends Model<InferAttributes<Assignment>, InferCreationAttributes<Assignment>> {
  declare id: string;
  declare pointId: CreationOptional<string | null>;
  declare reservoirId: CreationOptional<string | null>;
  declare lubricantId: string;
  declare ambientBand: CreationOptional<string | null>;
  declare source: SourceRank;
  declare sourceText: string;
  declare sourceOn: string;
  declare climate: CreationOptional<string>;
  declare mounting: CreationOptional<string>;
  declare personId: string;
  /** What was judged when it was chosen: each finding with its rule and the input that caused it. */
  declare judged: CreationOptional<Judged | null>;
  /** Why a person took it although a finding says stop; empty where nothing was overruled. */
  declare overruledBecause: CreationOptional<string>;
  /** Since when it is assigned: a change to it is due from then on. */
  declare createdAt: CreationOptional<Date>;
}

export class Task extends Model<InferAttributes<Task>, InferCreationAttributes<Task>> {
  declare id: string;
  declare pointId: string;
  declare action: TaskAction;
  declare title: string;
  declare amountKind: AmountKind;
  /** Planned amount in the unit of its kind; computed where `amountComputed` stands, else as stated by its source. */
  declare amount: number | null;
  declare amountComputed: CreationOptional<StoredComputation | null>;
  declare intervalComputed: CreationOptional<StoredComputation | null>;
  declare machineState: MachineState;
  declare procedureText: CreationOptional<string>;
  /** By which procedure; empty for the usual one. */
  declare procedureCode: CreationOptional<string>;
  declare procedureVersion: CreationOptional<number>;
  declare who: CreationOptional<Who>;
  declare people: CreationOptional<number>;
  declare minutes: CreationOptional<number>;
  declare waitMinutes: CreationOptional<number>;
  declare meterId: CreationOptional<string | null>;
  /** What else makes it due: events, and days of every year. */
  declare triggers: CreationOptional<Trigger[]>;
  /** The stages go round: turned at half life, replaced at the end, turned again. */
  declare cyclic: CreationOptional<boolean>;
  /** Severity factors on its hours, cycles and days. */
  declare severity: CreationOptional<{ name: string; value: number }[]>;
  declare readings: CreationOptional<AskedReading[]>;
  declare looks: CreationOptional<LookName[]>;
  declare includesTaskIds: CreationOptional<string[]>;
  declare rhythm: CreationOptional<'actual' | 'fixed'>;
  declare toleranceShare: CreationOptional<number>;
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** One stage of a task's interval under one assignment: a better lubricant runs longer. */
export class IntervalStage extends Model<InferAttributes<IntervalStage>, InferCreationAttributes<IntervalStage>> {
  declare id: string;
  declare assignmentId: string;
  declare taskId: string;
  declare position: number;
  declare name: string;
  declare count: number | null;
  declare hours: number | null;
  declare cycles: number | null;
  declare days: number | null;
  declare standstillDays: number | null;
}

/** A set of tasks for points of a kind, made by the plant. */
export class TaskTemplate extends Model<InferAttributes<TaskTemplate>, InferCreationAttributes<TaskTemplate>> {
  declare id: string;
  declare name: string;
  /** A kind of point, or `any`. */
  declare pointKind: PointKind | 'any';
  /** Applies itself when a unit of that kind is commissioned or overhauled. */
  declare firstHours: boolean;
  declare tasks: TemplateTaskPlan[];
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** A day on which the levelled plan means a task to be done; locked where a planner fixed it. */
export class KeptDay extends Model<InferAttributes<KeptDay>, InferCreationAttributes<KeptDay>> {
  declare taskId: string;
  declare plannedOn: string;
  declare isLocked: CreationOptional<boolean>;
  declare personId: string;
  declare keptAt: Date;
}

export function initPlan(sequelize: Sequelize) {
  const longText = { type: DataTypes.TEXT, allowNull: false, defaultValue: '' };
  Assignment.init(
    columns({
      id: primaryId,
      pointId: optionalId,
      reservoirId: optionalId,
      lubricantId: idColumn,
      ambientBand: optionalText,
      source: text,
      sourceText: text,
      sourceOn: dayColumn,
      climate: { ...text, defaultValue: '' },
      mounting: { ...text, defaultValue: '' },
      personId: idColumn,
      judged: optionalJson,
      overruledBecause: longText,
      createdAt: instantColumn,
    }),
    { sequelize, tableName: 'assignment' },
  );
  Task.init(
    columns({
      id: primaryId,
      pointId: idColumn,
      action: text,
      title: text,
      amountKind: text,
      amount: optionalNumber,
      amountComputed: optionalJson,
      intervalComputed: optionalJson,
      machineState: text,
      procedureText: longText,
      procedureCode: { ...text, defaultValue: '' },
      procedureVersion: { ...integer, defaultValue: 1 },
      who: { ...text, defaultValue: 'technician' },
      people: { ...integer, defaultValue: 1 },
      minutes: { ...number, defaultValue: 5 },
      waitMinutes: { ...number, defaultValue: 0 },
      meterId: optionalId,
      triggers: { ...json, defaultValue: [] },
      cyclic: { ...boolean, defaultValue: false },
      severity: { ...json, defaultValue: [] },
      readings: { ...json, defaultValue: [] },
      looks: { ...json, defaultValue: [] },
      includesTaskIds: { ...json, defaultValue: [] },
      rhythm: { ...text, defaultValue: 'actual' },
      toleranceShare: { ...number, defaultValue: 0.1 },
      retiredOn: optionalDay,
      version: { ...integer, defaultValue: 0 },
    }),
    { sequelize, tableName: 'task', version: true },
  );
  IntervalStage.init(
    columns({
      id: primaryId,
      assignmentId: idColumn,
      taskId: idColumn,
      position: integer,
      name: text,
      count: optionalInteger,
      hours: optionalNumber,
      cycles: optionalNumber,
      days: optionalNumber,
      standstillDays: optionalNumber,
    }),
    { sequelize, tableName: 'interval_stage' },
  );
  TaskTemplate.init(
    columns({
      id: primaryId,
      name: text,
      pointKind: text,
      firstHours: boolean,
      tasks: json,
      retiredOn: optionalDay,
      version: { ...integer, defaultValue: 0 },
    }),
    { sequelize, tableName: 'task_template', version: true },
  );
  KeptDay.init(
    columns({
      taskId: primaryId,
      plannedOn: { ...dayColumn, primaryKey: true },
      isLocked: { ...boolean, defaultValue: false },
      personId: idColumn,
      keptAt: instantColumn,
    }),
    { sequelize, tableName: 'kept_day', timestamps: false },
  );
  return { Assignment, Task, IntervalStage, TaskTemplate, KeptDay };
}
