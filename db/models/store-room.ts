import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { Additive, Base, Family, Thickener } from '@/core/compat/vocabulary';
import type { Hazard } from '@/core/words/hazards';
import {
  boolean,
  columns,
  dayColumn,
  idColumn,
  integer,
  json,
  number,
  optionalDay,
  optionalId,
  optionalInteger,
  optionalNumber,
  optionalText,
  primaryId,
  text,
} from './columns';
import { type SourceRank } from '@/core/words/source-ranks';

export class Lubricant extends Model<InferAttributes<Lubricant>, InferCreationAttributes<Lubricant>> {
  declare id: string;
  /** House code in a plain frame, for example `G-22`. */
  declare code: string;
  declare name: string;
  declare kind: Family;
  /** As the norm writes it, for example `KP 2 K-20`. */
  declare designation: CreationOptional<string>;
  declare description: CreationOptional<string>;
  declare isoVg: number | null;
  declare kv40: number | null;
  declare kv100: number | null;
  declare nlgi: string | null;
  declare thickener: Thickener | null;
  declare baseOil: Base | null;
  declare additives: CreationOptional<Additive[]>;
  declare densityGCm3: CreationOptional<number>;
  declare pourPointC: CreationOptional<number | null>;
  declare lowerC: number | null;
  declare upperC: number | null;
  declare hazards: CreationOptional<Hazard[]>;
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** A former product that a lubricant of the house stands in for, by whose word. Never by the number in its name. */
export class Replacement extends Model<InferAttributes<Replacement>, InferCreationAttributes<Replacement>> {
  declare id: string;
  declare formerName: string;
  /** The machine on whose chart it stands; null where it has that name everywhere. */
  declare machineId: CreationOptional<string | null>;
  declare lubricantId: string;
  declare source: SourceRank;
  declare sourceText: string;
  declare sourceOn: string;
  declare note: string;
  declare personId: string;
}

/** One container on the shelf. Litres for oils, grams for greases. */
export class StockItem extends Model<InferAttributes<StockItem>, InferCreationAttributes<StockItem>> {
  declare id: string;
  declare lubricantId: string;
  declare batch: string;
  declare container: string;
  declare place: CreationOptional<string>;
  declare amount: number;
  declare receivedOn: string;
  declare openedOn: CreationOptional<string | null>;
  declare bestBeforeOn: CreationOptional<string | null>;
  declare emptiedOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
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

export function initStoreRoom(sequelize: Sequelize) {
  const version = { ...integer, defaultValue: 0 };
  const longText = { type: DataTypes.TEXT, allowNull: false, defaultValue: '' };
  const list = { ...json, defaultValue: [] };
  Lubricant.init(
    columns({
      id: primaryId,
      code: text,
      name: text,
      kind: text,
      designation: { ...text, defaultValue: '' },
      description: longText,
      isoVg: optionalInteger,
      kv40: optionalNumber,
      kv100: optionalNumber,
      nlgi: optionalText,
      thickener: optionalText,
      baseOil: optionalText,
      additives: list,
      densityGCm3: { ...number, defaultValue: 0.9 },
      pourPointC: optionalNumber,
      lowerC: optionalNumber,
      upperC: optionalNumber,
      hazards: list,
      retiredOn: optionalDay,
      version,
    }),
    { sequelize, tableName: 'lubricant', version: true },
  );
  Replacement.init(
    columns({
      id: primaryId,
      formerName: text,
      machineId: optionalId,
      lubricantId: idColumn,
      source: text,
      sourceText: text,
      sourceOn: dayColumn,
      note: longText,
      personId: idColumn,
    }),
    { sequelize, tableName: 'replacement' },
  );
  StockItem.init(
    columns({
      id: primaryId,
      lubricantId: idColumn,
      batch: text,
      container: text,
      place: { ...text, defaultValue: '' },
      amount: number,
      receivedOn: dayColumn,
      openedOn: optionalDay,
      bestBeforeOn: optionalDay,
      emptiedOn: optionalDay,
      version,
    }),
    { sequelize, tableName: 'stock_item', version: true },
  );
  Gun.init(
    columns({
      id: primaryId,
      code: text,
      name: text,
      lubricantId: idColumn,
      gramsPerStroke: number,
      airPowered: { ...boolean, defaultValue: false },
    }),
    { sequelize, tableName: 'gun' },
  );
  GunCalibration.init(
    columns({ id: primaryId, gunId: idColumn, personId: idColumn, doneOn: dayColumn, strokes: integer, massG: number }),
    { sequelize, tableName: 'gun_calibration' },
  );
  return { Lubricant, Replacement, StockItem, Gun, GunCalibration };
}
