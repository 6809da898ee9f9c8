import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize';
import type { EntryKind } from '@/core/entry/kinds';
import { columns, idColumn, instantColumn, integer, optionalId, primaryId, text } from './columns';

/** One entry of the log. Rows are only ever inserted; the database refuses everything else by trigger. */
export class Entry extends Model<InferAttributes<Entry>, InferCreationAttributes<Entry>> {
  declare id: string;
  /** Given by the server; the only order and paging key. */
  declare seq: number;
  declare kind: EntryKind;
  declare kindVersion: number;
  /** Canonical JSON, kept as text so that the hash can be checked against exactly what was written. */
  declare body: string;
  /** As the device said it, offset included. */
  declare happenedAt: string;
  declare happenedAtUtc: Date;
  declare offsetMinutes: number;
  declare receivedAt: Date;
  declare personId: string;
  declare deviceId: string;
  declare machineId: string | null;
  declare pointId: string | null;
  /** JSON array of the tasks it answers. */
  declare taskIds: string;
  declare roundId: string | null;
  declare replacesId: string | null;
  declare previousHash: string;
  declare hash: string;
}

export class EntryTask extends Model<InferAttributes<EntryTask>, InferCreationAttributes<EntryTask>> {
  declare entryId: string;
  declare taskId: string;
}

/** The one row that says where the log ends; locked while an entry is written. */
export class LogHead extends Model<InferAttributes<LogHead>, InferCreationAttributes<LogHead>> {
  declare id: number;
  declare seq: number;
  declare hash: string;
}

export function initLog(sequelize: Sequelize) {
  const long = { type: DataTypes.TEXT('long'), allowNull: false };
  const bigint = { type: DataTypes.BIGINT, allowNull: false };
  Entry.init(
    columns({
      id: primaryId,
      seq: bigint,
      kind: text,
      kindVersion: integer,
      body: long,
      happenedAt: text,
      happenedAtUtc: instantColumn,
      offsetMinutes: integer,
      receivedAt: instantColumn,
      personId: idColumn,
      deviceId: text,
      machineId: optionalId,
      pointId: optionalId,
      taskIds: long,
      roundId: optionalId,
      replacesId: optionalId,
      previousHash: text,
      hash: text,
    }),
    { sequelize, tableName: 'entry', timestamps: false },
  );
  EntryTask.init(columns({ entryId: { ...idColumn, primaryKey: true }, taskId: { ...idColumn, primaryKey: true } }), {
    sequelize,
    tableName: 'entry_task',
    timestamps: false,
  });
  LogHead.init(columns({ id: { ...integer, primaryKey: true }, seq: bigint, hash: text }), {
    sequelize,
    tableName: 'log_head',
    timestamps: false,
  });
  return { Entry, EntryTask, LogHead };
}
