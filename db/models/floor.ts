import {
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { FloorPlan as Drawing } from '@/core/floor/floor-plan';
import { columns, integer, json, number, primaryId } from './columns';

/** The aisles and stores of the plant: one drawing, saved as a whole. Areas and machines keep their own places. */
export class FloorPlan extends Model<InferAttributes<FloorPlan>, InferCreationAttributes<FloorPlan>> {
  declare id: number;
  declare nodes: Drawing['nodes'];
  declare aisles: Drawing['aisles'];
  declare stores: Drawing['stores'];
  declare version: CreationOptional<number>;
}

/** Where a machine stands, in metres of the plant. */
export class MachinePlace extends Model<InferAttributes<MachinePlace>, InferCreationAttributes<MachinePlace>> {
  declare machineId: string;
  declare x: number;
  declare y: number;
}

export function initFloor(sequelize: Sequelize) {
  FloorPlan.init(
    columns({
      id: { ...integer, primaryKey: true },
      nodes: json,
      aisles: json,
      stores: json,
      version: { ...integer, defaultValue: 0 },
    }),
    { sequelize, tableName: 'floor_plan', version: true },
  );
  MachinePlace.init(columns({ machineId: primaryId, x: number, y: number }), {
    sequelize,
    tableName: 'machine_place',
    timestamps: false,
  });
  return { FloorPlan, MachinePlace };
}
