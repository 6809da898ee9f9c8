import {
  DataTypes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import type { Scope } from '@/core/people/rights';
import {
  columns,
  idColumn,
  instantColumn,
  integer,
  json,
  optionalBoolean,
  optionalId,
  optionalInstant,
  optionalInteger,
  optionalText,
  primaryId,
  text,
} from './columns';

/** How a session was opened. */
export const waysIn = ['password', 'pin', 'link', 'directory', 'demo'] as const;
export type WayIn = (typeof waysIn)[number];

/** Of the password of a person only what it is checked against; in a table of its own, so that no list of people holds it. */
export class SignInSecret extends Model<InferAttributes<SignInSecret>, InferCreationAttributes<SignInSecret>> {
  declare personId: string;
  declare passwordHash: string;
  declare passwordSetAt: Date;
}

/** One person signed in on one device, until it ends. Of the token that the device holds only its digest is kept. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare id: string;
  declare tokenHash: string;
  declare personId: string;
  declare how: WayIn;
  /** Which device signed in here before, so that others who guess do not keep it waiting. */
  declare deviceHash: string;
  /** What the browser says that it is. */
  declare device: string;
  declare openedAt: Date;
  declare seenAt: Date;
  declare endsAt: Date;
  declare endedAt: CreationOptional<Date | null>;
  /** Who ended it, where that was somebody else. */
  declare endedBy: CreationOptional<string | null>;
}

/** A tablet or a counter that an administrator has enrolled: it holds a key whose other half is here. */
export class EnrolledDevice extends Model<InferAttributes<EnrolledDevice>, InferCreationAttributes<EnrolledDevice>> {
  declare id: string;
  declare name: string;
  /** As a JSON Web Key. */
  declare publicKey: object;
  declare deviceHash: string;
  /** The machine whose counter it is, and nothing else; null for one that is carried about. */
  declare machineId: CreationOptional<string | null>;
  declare enrolledBy: string;
  declare enrolledAt: Date;
  declare endsAt: Date;
  declare withdrawnAt: CreationOptional<Date | null>;
  declare withdrawnBy: CreationOptional<string | null>;
}

/** A few figures by which a person changes to themselves, on one enrolled device. */
export class DevicePin extends Model<InferAttributes<DevicePin>, InferCreationAttributes<DevicePin>> {
  declare deviceId: string;
  declare personId: string;
  declare pinHash: string;
  declare setAt: Date;
  /** Wrong ones in a row. */
  declare failures: number;
  /** When the last tap was made, by the device's clock (ms): an older one is a copy of it. */
  declare usedAtMs: number;
}

/** An address that lets one person in once, to choose a password. */
export class SignInLink extends Model<InferAttributes<SignInLink>, InferCreationAttributes<SignInLink>> {
  declare id: string;
  declare tokenHash: string;
  declare personId: string;
  /** Null where it was made by a command on the server. */
  declare madeBy: CreationOptional<string | null>;
  declare endsAt: Date;
  declare usedAt: CreationOptional<Date | null>;
}

/** Wrong passwords from one place for one person, until a right one comes. */
export class SignInFailure extends Model<InferAttributes<SignInFailure>, InferCreationAttributes<SignInFailure>> {
  declare bucket: string;
  declare failures: number;
  declare lastAt: Date;
}

/** A machine that speaks to the book by itself. */
export class MachineClient extends Model<InferAttributes<MachineClient>, InferCreationAttributes<MachineClient>> {
  declare id: string;
  declare name: string;
  declare tokenHash: string;
  declare scopes: Scope[];
  declare madeBy: CreationOptional<string | null>;
  declare madeAt: Date;
  declare endsAt: Date;
  declare endedAt: CreationOptional<Date | null>;
  declare usedAt: CreationOptional<Date | null>;
}

/** An address by which one person's calendar reads the rounds. */
export class CalendarFeed extends Model<InferAttributes<CalendarFeed>, InferCreationAttributes<CalendarFeed>> {
  declare id: string;
  declare tokenHash: string;
  declare personId: string;
  declare madeAt: Date;
  declare endedAt: CreationOptional<Date | null>;
}

/** A copy of the whole book that was made, or one that failed. */
export class CopyMade extends Model<InferAttributes<CopyMade>, InferCreationAttributes<CopyMade>> {
  declare id: string;
  declare madeAt: Date;
  declare endedAt: Date;
  declare file: CreationOptional<string | null>;
  declare bytes: CreationOptional<number | null>;
  declare sha256: CreationOptional<string | null>;
  declare headSeq: CreationOptional<number | null>;
  declare headHash: CreationOptional<string | null>;
  declare isEncrypted: CreationOptional<boolean | null>;
  declare failure: CreationOptional<string | null>;
}

export function initPeople(sequelize: Sequelize) {
  const token = { tokenHash: text };
  SignInSecret.init(columns({ personId: primaryId, passwordHash: text, passwordSetAt: instantColumn }), {
    sequelize,
    tableName: 'sign_in_secret',
    timestamps: false,
  });
  Session.init(
    columns({
      id: primaryId,
      ...token,
      personId: idColumn,
      how: text,
      deviceHash: text,
      device: text,
      openedAt: instantColumn,
      seenAt: instantColumn,
      endsAt: instantColumn,
      endedAt: optionalInstant,
      endedBy: optionalId,
    }),
    { sequelize, tableName: 'session', timestamps: false },
  );
  EnrolledDevice.init(
    columns({
      id: primaryId,
      name: text,
      publicKey: json,
      deviceHash: text,
      machineId: optionalId,
      enrolledBy: idColumn,
      enrolledAt: instantColumn,
      endsAt: instantColumn,
      withdrawnAt: optionalInstant,
      withdrawnBy: optionalId,
    }),
    { sequelize, tableName: 'enrolled_device', timestamps: false },
  );
  DevicePin.init(
    columns({
      deviceId: primaryId,
      personId: primaryId,
      pinHash: text,
      setAt: instantColumn,
      failures: integer,
      usedAtMs: { type: DataTypes.BIGINT, allowNull: false },
    }),
    { sequelize, tableName: 'device_pin', timestamps: false },
  );
  SignInLink.init(
    columns({
      id: primaryId,
      ...token,
      personId: idColumn,
      madeBy: optionalId,
      endsAt: instantColumn,
      usedAt: optionalInstant,
    }),
    { sequelize, tableName: 'sign_in_link', timestamps: false },
  );
  SignInFailure.init(columns({ bucket: { ...text, primaryKey: true }, failures: integer, lastAt: instantColumn }), {
    sequelize,
    tableName: 'sign_in_failure',
    timestamps: false,
  });
  MachineClient.init(
    columns({
      id: primaryId,
      name: text,
      ...token,
      scopes: json,
      madeBy: optionalId,
      madeAt: instantColumn,
      endsAt: instantColumn,
      endedAt: optionalInstant,
      usedAt: optionalInstant,
    }),
    { sequelize, tableName: 'machine_client', timestamps: false },
  );
  CalendarFeed.init(
    columns({ id: primaryId, ...token, personId: idColumn, madeAt: instantColumn, endedAt: optionalInstant }),
    { sequelize, tableName: 'calendar_feed', timestamps: false },
  );
  CopyMade.init(
    columns({
      id: primaryId,
      madeAt: instantColumn,
      endedAt: instantColumn,
      file: optionalText,
      bytes: optionalInteger,
      sha256: optionalText,
      headSeq: optionalInteger,
      headHash: optionalText,
      isEncrypted: optionalBoolean,
      failure: optionalText,
    }),
    { sequelize, tableName: 'copy_made', timestamps: false },
  );
  return {
    CopyMade,
    SignInSecret,
    Session,
    EnrolledDevice,
    DevicePin,
    SignInLink,
    SignInFailure,
    MachineClient,
    CalendarFeed,
  };
}
