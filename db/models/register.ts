import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { Material } from '@/core/compat/vocabulary';
import type { Stage } from '@/core/interval/limits';
import type { DutyPlan } from '@/core/meter/duty';
import type { MachineTemplate } from '@/core/register/machine-template';
import type { FillRow } from '@/core/register/reservoir';
import type { Outline } from '@/core/register/outline';
import type { MachineState } from '@/core/words/machine-states';
import type { PointKind } from '@/core/register/point-kinds';
import type { MeterUnit } from '@/core/words/meter-units';
import {
  boolean,
  columns,
  idColumn,
  instantColumn,
  integer,
  json,
  number,
  optionalDay,
  optionalId,
  optionalBoolean,
  optionalInteger,
  optionalJson,
  optionalNumber,
  optionalText,
  primaryId,
  text,
} from './columns';

export class Area extends Model<InferAttributes<Area>, InferCreationAttributes<Area>> {
  declare id: string;
  declare code: string;
  declare name: string;
  declare position: number;
  declare outline: { x: number; y: number; width: number; height: number } | null;
  /** Coldest and warmest surroundings here; the plant's bands where not said. */
  declare coldestC: CreationOptional<number | null>;
  declare warmestC: CreationOptional<number | null>;
}

/** A machine type whose points, reservoirs and tasks are copied to equal machines. */
export class MachineModel extends Model<InferAttributes<MachineModel>, InferCreationAttributes<MachineModel>> {
  declare id: string;
  declare name: string;
  declare description: string;
  declare template: MachineTemplate;
}

export class Machine extends Model<InferAttributes<Machine>, InferCreationAttributes<Machine>> {
  declare id: string;
  declare areaId: string;
  declare modelId: CreationOptional<string | null>;
  declare code: string;
  declare name: string;
  declare description: string;
  /** Hours a day by plan, for machines without a meter and as prior for those with few readings. */
  declare dutyHoursPerDay: number | null;
  /** Weekdays and seasons of its running, where they were planned; the plant's closures come on top. */
  declare dutyPlan: CreationOptional<DutyPlan | null>;
  /** Runs on through holidays and shutdowns, as a kiln does. */
  declare keepsRunning: CreationOptional<boolean>;
  /** How many fittings were counted on the machine, so that a forgotten one shows. */
  declare fittingCount: number | null;
  /** A plain drawing: boxes and, by point, the place of its number. */
  declare outline: CreationOptional<Outline | null>;
  /** What must be isolated, each with its own proof of zero. */
  declare energySources: { source: string; proofOfZero: string }[];
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** Every code a machine has ever had; old ones still resolve. */
export class MachineCode extends Model<InferAttributes<MachineCode>, InferCreationAttributes<MachineCode>> {
  declare code: string;
  declare machineId: string;
}

export class Meter extends Model<InferAttributes<Meter>, InferCreationAttributes<Meter>> {
  declare id: string;
  declare machineId: string;
  declare name: string;
  declare unit: MeterUnit;
  declare rolloverAt: number | null;
  declare resolution: CreationOptional<number>;
  declare maxPerDay: CreationOptional<number>;
  declare version: CreationOptional<number>;
}

/** An oil or grease store that feeds one or many points. */
export class Reservoir extends Model<InferAttributes<Reservoir>, InferCreationAttributes<Reservoir>> {
  declare id: string;
  declare machineId: string;
  declare name: string;
  declare capacityL: number | null;
  declare residualL: number | null;
  declare fillMark: CreationOptional<string>;
  declare fillMarkState: CreationOptional<MachineState | null>;
  declare checkMark: CreationOptional<string>;
  declare checkMarkState: CreationOptional<MachineState | null>;
  declare posture: CreationOptional<string>;
  declare settleMinutes: CreationOptional<number | null>;
  /** How the unit is mounted now, in the words of the maker's table. */
  declare mounting: CreationOptional<string>;
  /** The maker's table: litres, vent and drain by mounting position. */
  declare fillTable: CreationOptional<FillRow[]>;
  /** Marks measured on this unit: level and volume. */
  declare levelMarks: CreationOptional<{ levelMm: number; volumeL: number }[]>;
  /** The mounting position whose fill, vent and drain a person confirmed; another one waits for confirmation. */
  declare confirmed: CreationOptional<{ position: string; volumeL: number; by: string; on: string } | null>;
  /** Stored pressure or accumulators: null where nobody said. */
  declare holdsPressure: CreationOptional<boolean | null>;
  /** New units often arrive without oil: not started before a first fill is in the log. */
  declare comesEmpty: CreationOptional<boolean>;
  declare version: CreationOptional<number>;
}

export class LubePoint extends Model<InferAttributes<LubePoint>, InferCreationAttributes<LubePoint>> {
  declare id: string;
  declare machineId: string;
  declare reservoirId: CreationOptional<string | null>;
  /** Given once per machine and never reused; shown as `P3·07`. */
  declare number: number;
  declare walkPosition: number;
  declare kind: PointKind;
  declare name: string;
  declare location: string;
  /** The fields of its kind, in storage units. */
  declare details: Record<string, number | string>;
  declare consequence: CreationOptional<number>;
  declare criticalPeriods: { from: string; to: string; why: string }[];
  declare machineState: CreationOptional<MachineState>;
  declare accessNote: string;
  declare cautions: string;
  declare doNots: string;
  declare enoughSign: CreationOptional<string>;
  declare forbidsAirGun: CreationOptional<boolean>;
  declare plug: CreationOptional<{ tool: string; seal: string; torqueNm?: number } | null>;
  /** What its lubricant touches: seals, metals, paint. */
  declare materials: CreationOptional<Material[]>;
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** One point before and after a change of many. */
export type PointChange = {
  pointId: string;
  version: number;
  before: Record<string, unknown>;
  after: Record<string, unknown>;
};
/** What a template did to one point: tasks made, and the stages that others had before. */
export type TemplateChange = {
  pointId: string;
  created: string[];
  restaged: { taskId: string; assignmentId: string; before: Stage[]; after: Stage[] }[];
};

/** Many points changed at once: what each was before and after, so that it can be undone. */
export class ChangeSet extends Model<InferAttributes<ChangeSet>, InferCreationAttributes<ChangeSet>> {
  declare id: string;
  declare personId: string;
  declare madeAt: Date;
  declare title: string;
  declare kind: CreationOptional<'points' | 'template' | 'what-if'>;
  declare changes: (PointChange | TemplateChange)[];
  declare undoneAt: CreationOptional<Date | null>;
}

export function initRegister(sequelize: Sequelize) {
  const version = { ...integer, defaultValue: 0 };
  const longText = { type: DataTypes.TEXT, allowNull: false };
  Area.init(
    columns({
      id: primaryId,
      code: text,
      name: text,
      position: integer,
      outline: optionalJson,
      coldestC: optionalNumber,
      warmestC: optionalNumber,
    }),
    { sequelize, tableName: 'area' },
  );
  MachineModel.init(columns({ id: primaryId, name: text, description: longText, template: json }), {
    sequelize,
    tableName: 'machine_model',
  });
  Machine.init(
    columns({
      id: primaryId,
      areaId: idColumn,
      modelId: optionalId,
      code: text,
      name: text,
      description: longText,
      dutyHoursPerDay: optionalNumber,
      dutyPlan: optionalJson,
      keepsRunning: { ...boolean, defaultValue: false },
      fittingCount: optionalInteger,
      outline: optionalJson,
      energySources: json,
      retiredOn: optionalDay,
      version,
    }),
    { sequelize, tableName: 'machine', version: true },
  );
  MachineCode.init(columns({ code: { ...text, primaryKey: true }, machineId: idColumn }), {
    sequelize,
    tableName: 'machine_code',
  });
  Meter.init(
    columns({
      id: primaryId,
      machineId: idColumn,
      name: text,
      unit: text,
      rolloverAt: optionalNumber,
      resolution: { ...number, defaultValue: 0.1 },
      maxPerDay: { ...number, defaultValue: 24 },
      version,
    }),
    { sequelize, tableName: 'meter', version: true },
  );
  Reservoir.init(
    columns({
      id: primaryId,
      machineId: idColumn,
      name: text,
      capacityL: optionalNumber,
      residualL: optionalNumber,
      fillMark: { ...text, defaultValue: '' },
      fillMarkState: optionalText,
      checkMark: { ...text, defaultValue: '' },
      checkMarkState: optionalText,
      posture: { ...text, defaultValue: '' },
      settleMinutes: optionalInteger,
      mounting: { ...text, defaultValue: '' },
      fillTable: { ...json, defaultValue: [] },
      levelMarks: { ...json, defaultValue: [] },
      confirmed: optionalJson,
      holdsPressure: optionalBoolean,
      comesEmpty: { ...boolean, defaultValue: false },
      version,
    }),
    { sequelize, tableName: 'reservoir', version: true },
  );
  LubePoint.init(
    columns({
      id: primaryId,
      machineId: idColumn,
      reservoirId: optionalId,
      number: integer,
      walkPosition: integer,
      kind: text,
      name: text,
      location: text,
      details: json,
      consequence: { ...integer, defaultValue: 2 },
      criticalPeriods: json,
      machineState: { ...text, defaultValue: 'any' },
      accessNote: longText,
      cautions: longText,
      doNots: longText,
      enoughSign: { ...text, defaultValue: '' },
      forbidsAirGun: { ...boolean, defaultValue: false },
      plug: optionalJson,
      materials: { ...json, defaultValue: [] },
      retiredOn: optionalDay,
      version,
    }),
    { sequelize, tableName: 'lube_point', version: true },
  );
  ChangeSet.init(
    columns({
      id: primaryId,
      personId: idColumn,
      madeAt: instantColumn,
      title: text,
      kind: { ...text, defaultValue: 'points' },
      changes: json,
      undoneAt: { ...instantColumn, allowNull: true },
    }),
    { sequelize, tableName: 'change_set' },
  );
  return { Area, MachineModel, Machine, MachineCode, Meter, Reservoir, LubePoint, ChangeSet };
}
