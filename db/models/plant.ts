import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { Shift } from '@/core/capacity/shifts';
import type { OwnNumbers } from '@/core/capacity/trade-numbers';
import type { Certificate } from '@/core/people/certificates';
import type { Role } from '@/core/people/rights';
import type { Procedure } from '@/core/procedure/step';
import type { SaidBeside } from '@/core/units/beside';
import type { OwnSign as Said } from '@/core/words/sign-row';
import type { Who } from '@/core/words/task-words';
import {
  boolean,
  columns,
  idColumn,
  instantColumn,
  integer,
  json,
  optionalJson,
  optionalText,
  primaryId,
  text,
  optionalId,
  optionalInstant,
} from './columns';

/** The one plant of this database: its clock, its schools, its units. */
export class Plant extends Model<InferAttributes<Plant>, InferCreationAttributes<Plant>> {
  declare id: string;
  declare name: string;
  declare timeZone: string;
  /** Minutes after midnight at which a page of the diary begins. */
  declare dayStartsAtMinutes: CreationOptional<number>;
  /** ISO weekday, 1 is Monday. */
  declare weekStartsOn: CreationOptional<number>;
  declare ambientBands: { name: string; fromC: number; toC: number }[];
  /** The band that holds at present, as a person declared it; null where bands are not used. */
  declare ambientBandNow: CreationOptional<string | null>;
  /** Since when it holds: a change that it asks for is due from then on. */
  declare ambientBandSince: CreationOptional<Date | null>;
  /** Holidays and shutdown weeks, in which only machines that keep running run. */
  declare closures: CreationOptional<{ name: string; from: string; to: string }[]>;
  declare greaseSchool: CreationOptional<'fixed' | 'by-interval'>;
  declare temperatureRule: CreationOptional<'steps' | 'halving'>;
  /** Which other units are said beside those in which everything is kept. */
  declare unitsBeside: CreationOptional<SaidBeside[]>;
  /** Empty until the plant says when people work. */
  declare shifts: CreationOptional<Shift[]>;
  /** In place of the usual numbers of the trade. */
  declare ownNumbers: CreationOptional<OwnNumbers>;
  /** What stands at the head of every route sheet. */
  declare sheetNote: CreationOptional<string>;
  /** Whether compressed air may be used for cleaning, as some plants do. */
  declare airForCleaning: CreationOptional<boolean>;
}

export class Person extends Model<InferAttributes<Person>, InferCreationAttributes<Person>> {
  declare id: string;
  declare initials: string;
  declare name: string;
  declare role: string;
  declare active: CreationOptional<boolean>;
  /** Since when a person who is not active any more has been so. */
  declare leftAt: CreationOptional<Date | null>;
  /** Whose work the person may do; null where nobody has said. */
  declare mayDo: CreationOptional<Who[] | null>;
  declare certificates: CreationOptional<Certificate[]>;
  /** What the plant's directory calls them, in small letters; null where they do not sign in by it. */
  declare directoryName: CreationOptional<string | null>;
  /** The directory's own lasting name for them, once they came by it. */
  declare directorySubject: CreationOptional<string | null>;
  /** Since when nothing is known of them but what they wrote. */
  declare forgottenAt: CreationOptional<Date | null>;
  /** What the person may do in the book; a device has none. */
  declare roles: CreationOptional<Role[]>;
}

/** What the plant, or one of its points, says in place of a row of the table of signs, and whose word that is. */
export class OwnSign extends Model<InferAttributes<OwnSign>, InferCreationAttributes<OwnSign>> {
  /** Empty for the whole plant. */
  declare pointId: string;
  declare what: string;
  declare signRow: string;
  declare says: Said['says'];
  declare source: string;
  declare personId: string;
  declare saidAt: Date;
}

/** A way to get at something, as somebody found it; a planner says whether rounds show it. */
export class Trick extends Model<InferAttributes<Trick>, InferCreationAttributes<Trick>> {
  /** The note that said it. */
  declare entryId: string;
  declare pointId: string;
  declare text: string;
  declare hazard: string;
  declare personId: string;
  declare saidAt: Date;
  declare state: 'waiting' | 'approved' | 'declined';
  declare judgedBy: string | null;
  declare judgedAt: Date | null;
}

/** One version of a procedure; whoever wrote it is null where it came with the program. Versions are only ever added. */
export class ProcedureVersion extends Model<
  InferAttributes<ProcedureVersion>,
  InferCreationAttributes<ProcedureVersion>
> {
  declare code: string;
  declare version: number;
  declare document: Procedure;
  declare basedOn: string | null;
  declare inPlaceOf: string | null;
  declare isWithdrawn: boolean;
  declare personId: string | null;
  declare why: string;
  declare writtenAt: Date;
}

export function initPlant(sequelize: Sequelize) {
  Plant.init(
    columns({
      id: primaryId,
      name: text,
      timeZone: text,
      dayStartsAtMinutes: { ...integer, defaultValue: 360 },
      weekStartsOn: { ...integer, defaultValue: 1 },
      ambientBands: json,
      ambientBandNow: optionalText,
      ambientBandSince: { ...instantColumn, allowNull: true },
      closures: { ...json, defaultValue: [] },
      greaseSchool: { ...text, defaultValue: 'fixed' },
      temperatureRule: { ...text, defaultValue: 'steps' },
      unitsBeside: { ...json, defaultValue: [] },
      shifts: { ...json, defaultValue: [] },
      ownNumbers: { ...json, defaultValue: {} },
      airForCleaning: { ...boolean, defaultValue: false },
      sheetNote: { type: DataTypes.TEXT, allowNull: false, defaultValue: '' },
    }),
    { sequelize, tableName: 'plant' },
  );
  Person.init(
    columns({
      id: primaryId,
      initials: text,
      name: text,
      role: text,
      roles: { ...json, defaultValue: ['technician'] },
      active: { ...boolean, defaultValue: true },
      leftAt: { ...instantColumn, allowNull: true },
      mayDo: optionalJson,
      certificates: { ...json, defaultValue: [] },
      directoryName: optionalText,
      directorySubject: optionalText,
      forgottenAt: { ...instantColumn, allowNull: true },
    }),
    { sequelize, tableName: 'person' },
  );
  OwnSign.init(
    columns({
      pointId: primaryId,
      what: { ...text, primaryKey: true },
      signRow: { ...text, primaryKey: true },
      says: json,
      source: text,
      personId: idColumn,
      saidAt: instantColumn,
    }),
    { sequelize, tableName: 'own_sign', timestamps: false },
  );
  Trick.init(
    columns({
      entryId: primaryId,
      pointId: idColumn,
      text: { type: DataTypes.TEXT, allowNull: false },
      hazard: { type: DataTypes.TEXT, allowNull: false },
      personId: idColumn,
      saidAt: instantColumn,
      state: text,
      judgedBy: optionalId,
      judgedAt: optionalInstant,
    }),
    { sequelize, tableName: 'trick', timestamps: false },
  );
  ProcedureVersion.init(
    columns({
      code: { ...text, primaryKey: true },
      version: { ...integer, primaryKey: true },
      document: json,
      basedOn: optionalText,
      inPlaceOf: optionalText,
      isWithdrawn: boolean,
      personId: optionalId,
      why: { type: DataTypes.TEXT, allowNull: false },
      writtenAt: instantColumn,
    }),
    { sequelize, tableName: 'procedure_version', timestamps: false },
  );
  return { Plant, Person, OwnSign, Trick, ProcedureVersion };
}
