import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize';
import type { StoredComputation } from '../../core/method';
import type { MachineState } from '../../core/register/machine-states';
import type { AmountKind, SourceRank, TaskAction } from '../../core/register/point-kinds';
import { boolean, columns, dayColumn, idColumn, integer, json, number, optionalDay, optionalId, optionalInteger, optionalJson, optionalNumber, optionalText, primaryId, text } from './columns';

export class Lubricant extends Model<InferAttributes<Lubricant>, InferCreationAttributes<Lubricant>> {
  declare id: string;
  /** House code in a plain frame, for example `G-22`. */
  declare code: string;
  declare name: string;
  declare kind: string;
  declare isoVg: number | null;
  declare kv40: number | null;
  declare kv100: number | null;
  declare nlgi: string | null;
  declare thickener: string | null;
  declare baseOil: string | null;
  declare densityGCm3: CreationOptional<number>;
  declare lowerC: number | null;
  declare upperC: number | null;
}

export class Gun extends Model<InferAttributes<Gun>, InferCreationAttributes<Gun>> {
  declare id: string;
  declare code: string;
  declare name: string;
  /** The one grease this gun is dedicated to. */
  declare lubricantId: string;
  declare gramsPerStroke: number;
  declare airPowered: CreationOptional<boolean>;
}

export class GunCalibration extends Model<InferAttributes<GunCalibration>, InferCreationAttributes<GunCalibration>> {
  declare id: string;
  declare gunId: string;
  declare personId: string;
  declare doneOn: string;
  declare strokes: number;
  declare massG: number;
}

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
  declare procedureVersion: CreationOptional<number>;
  declare who: CreationOptional<'operator' | 'technician' | 'mechanic' | 'authorised-service'>;
  declare people: CreationOptional<number>;
  declare minutes: CreationOptional<number>;
  declare waitMinutes: CreationOptional<number>;
  declare meterId: CreationOptional<string | null>;
  declare triggers: CreationOptional<string[]>;
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

export function initPlan(sequelize: Sequelize) {
  const longText = { type: DataTypes.TEXT, allowNull: false, defaultValue: '' };
  Lubricant.init(columns({ id: primaryId, code: text, name: text, kind: text, isoVg: optionalInteger, kv40: optionalNumber, kv100: optionalNumber, nlgi: optionalText, thickener: optionalText, baseOil: optionalText, densityGCm3: { ...number, defaultValue: 0.9 }, lowerC: optionalNumber, upperC: optionalNumber }), { sequelize, tableName: 'lubricant' });
  Gun.init(columns({ id: primaryId, code: text, name: text, lubricantId: idColumn, gramsPerStroke: number, airPowered: { ...boolean, defaultValue: false } }), { sequelize, tableName: 'gun' });
  GunCalibration.init(columns({ id: primaryId, gunId: idColumn, personId: idColumn, doneOn: dayColumn, strokes: integer, massG: number }), { sequelize, tableName: 'gun_calibration' });
  Assignment.init(columns({ id: primaryId, pointId: optionalId, reservoirId: optionalId, lubricantId: idColumn, ambientBand: optionalText, source: text, sourceText: text, sourceOn: dayColumn, climate: { ...text, defaultValue: '' }, mounting: { ...text, defaultValue: '' }, personId: idColumn }), { sequelize, tableName: 'assignment' });
  Task.init(columns({
    id: primaryId, pointId: idColumn, action: text, title: text, amountKind: text, amount: optionalNumber, amountComputed: optionalJson, intervalComputed: optionalJson, machineState: text, procedureText: longText, procedureVersion: { ...integer, defaultValue: 1 },
    who: { ...text, defaultValue: 'technician' }, people: { ...integer, defaultValue: 1 }, minutes: { ...number, defaultValue: 5 }, waitMinutes: { ...number, defaultValue: 0 }, meterId: optionalId, triggers: { ...json, defaultValue: [] }, includesTaskIds: { ...json, defaultValue: [] },
    rhythm: { ...text, defaultValue: 'actual' }, toleranceShare: { ...number, defaultValue: 0.1 }, retiredOn: optionalDay, version: { ...integer, defaultValue: 0 },
  }), { sequelize, tableName: 'task', version: true });
  IntervalStage.init(columns({ id: primaryId, assignmentId: idColumn, taskId: idColumn, position: integer, name: text, count: optionalInteger, hours: optionalNumber, cycles: optionalNumber, days: optionalNumber, standstillDays: optionalNumber }), { sequelize, tableName: 'interval_stage' });
  return { Lubricant, Gun, GunCalibration, Assignment, Task, IntervalStage };
}
