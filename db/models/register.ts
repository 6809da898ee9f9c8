import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize';
import type { MachineState } from '../../core/register/machine-states';
import type { PointKind } from '../../core/register/point-kinds';
import { boolean, columns, idColumn, integer, json, number, optionalDay, optionalId, optionalInteger, optionalJson, optionalNumber, optionalText, primaryId, text } from './columns';

export class Area extends Model<InferAttributes<Area>, InferCreationAttributes<Area>> {
  declare id: string;
  declare code: string;
  declare name: string;
  declare position: number;
  declare outline: { x: number; y: number; width: number; height: number } | null;
}

/** A machine type whose points, reservoirs and tasks are copied to equal machines. */
export class MachineModel extends Model<InferAttributes<MachineModel>, InferCreationAttributes<MachineModel>> {
  declare id: string;
  declare name: string;
  declare description: string;
  declare template: Record<string, unknown>;
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
  /** How many fittings were counted on the machine, so that a forgotten one shows. */
  declare fittingCount: number | null;
  declare outline: CreationOptional<{ points: Record<string, [number, number]> } | null>;
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
  declare unit: 'hours' | 'cycles' | 'tonnes' | 'starts';
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
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

export function initRegister(sequelize: Sequelize) {
  const version = { ...integer, defaultValue: 0 };
  const longText = { type: DataTypes.TEXT, allowNull: false };
  Area.init(columns({ id: primaryId, code: text, name: text, position: integer, outline: optionalJson }), { sequelize, tableName: 'area' });
  MachineModel.init(columns({ id: primaryId, name: text, description: longText, template: json }), { sequelize, tableName: 'machine_model' });
  Machine.init(columns({ id: primaryId, areaId: idColumn, modelId: optionalId, code: text, name: text, description: longText, dutyHoursPerDay: optionalNumber, fittingCount: optionalInteger, outline: optionalJson, energySources: json, retiredOn: optionalDay, version }), { sequelize, tableName: 'machine', version: true });
  MachineCode.init(columns({ code: { ...text, primaryKey: true }, machineId: idColumn }), { sequelize, tableName: 'machine_code' });
  Meter.init(columns({ id: primaryId, machineId: idColumn, name: text, unit: text, rolloverAt: optionalNumber, resolution: { ...number, defaultValue: 0.1 }, maxPerDay: { ...number, defaultValue: 24 }, version }), { sequelize, tableName: 'meter', version: true });
  Reservoir.init(columns({ id: primaryId, machineId: idColumn, name: text, capacityL: optionalNumber, residualL: optionalNumber, fillMark: { ...text, defaultValue: '' }, fillMarkState: optionalText, checkMark: { ...text, defaultValue: '' }, checkMarkState: optionalText, posture: { ...text, defaultValue: '' }, settleMinutes: optionalInteger, version }), { sequelize, tableName: 'reservoir', version: true });
  LubePoint.init(columns({
    id: primaryId, machineId: idColumn, reservoirId: optionalId, number: integer, walkPosition: integer, kind: text, name: text, location: text, details: json, consequence: { ...integer, defaultValue: 2 }, criticalPeriods: json,
    machineState: { ...text, defaultValue: 'any' }, accessNote: longText, cautions: longText, doNots: longText, enoughSign: { ...text, defaultValue: '' }, forbidsAirGun: { ...boolean, defaultValue: false }, plug: optionalJson, retiredOn: optionalDay, version,
  }), { sequelize, tableName: 'lube_point', version: true });
  return { Area, MachineModel, Machine, MachineCode, Meter, Reservoir, LubePoint };
}
