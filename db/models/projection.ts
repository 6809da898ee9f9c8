import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize';
import type { DueFacts } from '@/core/interval/due-facts';
import type { LimitKind, Stage } from '@/core/interval/limits';
import type { Confidence } from '@/core/meter/forecast';
import type { MachineState } from '@/core/words/machine-states';
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
  optionalInteger,
  optionalJson,
  optionalNumber,
  optionalText,
  primaryId,
  text,
} from './columns';
import type { FindingWhat } from '@/core/words/findings';
import type { RunsMeanwhile } from '@/core/words/runs-meanwhile';
import { type Who } from '@/core/words/task-words';
import type { WaitingChange } from '@/core/words/waiting-change';

/** Raised whenever the same plan and log would be derived differently, or more is derived: what was derived is then made anew. */
export const projectionVersion = 11;

/** Where a meter stands: its newest kept reading summed over dials, and its rate then. Derived; see `desk/standing/projection.ts`. */
export class MeterStanding extends Model<InferAttributes<MeterStanding>, InferCreationAttributes<MeterStanding>> {
  declare meterId: string;
  declare machineId: string;
  declare readMs: number | null;
  declare shown: number | null;
  declare accumulated: number | null;
  declare perDayLow: number;
  declare perDayMid: number;
  declare perDayHigh: number;
  declare confidence: Confidence;
  declare windowReadings: number;
  declare kept: number;
  declare rejected: number;
  declare lastRunMs: number | null;
}

/** Where a task stands. Derived; holds nothing that depends on now. */
export class DueStanding extends Model<InferAttributes<DueStanding>, InferCreationAttributes<DueStanding>> {
  declare taskId: string;
  declare machineId: string;
  declare areaId: string;
  declare pointId: string;
  declare lubricantId: string | null;
  /** Stages in force, a person's interval included, and the lubricant that they were set for. */
  declare stages: Stage[];
  declare stagesOf: string | null;
  /** Of one service, a person's number included. */
  declare amount: number | null;
  declare machineState: MachineState;
  declare who: Who;
  declare hourMeterId: string | null;
  /** The meter whose reading decides the date; null where days or events do, or a duty plan. */
  declare governingMeterId: string | null;
  declare state: DueFacts['state'];
  declare stage: string;
  declare runIn: boolean;
  declare governedBy: LimitKind | null;
  declare dueOn: string | null;
  declare fromOn: string | null;
  declare toOn: string | null;
  declare postponedFrom: string | null;
  declare lastMs: number | null;
  declare lastHours: number | null;
  declare dueHours: number | null;
  declare servicesDone: number;
  declare confidence: DueFacts['confidence'];
  /** The day of the newest entry for it: before that it stood as `due_history` says. */
  declare sinceOn: string | null;
  declare waitingChange: WaitingChange | null;
  declare cameEmpty: boolean;
  /** Codes of what else was topped up since the sump was filled; null where nothing was. */
  declare mixedWith: string[] | null;
}

/** Where a task stood in a span of the past. Derived; `sinceOn` null: from the beginning. */
export class PastDueStanding extends Model<InferAttributes<PastDueStanding>, InferCreationAttributes<PastDueStanding>> {
  declare taskId: string;
  declare untilOn: string;
  declare sinceOn: string | null;
  declare machineId: string;
  declare state: DueFacts['state'];
  declare stage: string;
  declare runIn: boolean;
  declare governedBy: LimitKind | null;
  declare dueOn: string | null;
  declare fromOn: string | null;
  declare toOn: string | null;
  declare postponedFrom: string | null;
  declare lastMs: number | null;
  declare lastHours: number | null;
  declare dueHours: number | null;
  declare servicesDone: number;
  declare confidence: DueFacts['confidence'];
}

/** What holds of an entry that was corrected, by its newest correction. Derived; see `desk/log/believed.ts`. */
export class CorrectedEntry extends Model<InferAttributes<CorrectedEntry>, InferCreationAttributes<CorrectedEntry>> {
  declare entryId: string;
  declare correctionId: string;
  declare voided: boolean;
  declare receivedAt: Date;
  /** What stands in the original's place; null where it was voided. */
  declare kindVersion: number | null;
  declare body: string | null;
  declare happenedAt: string | null;
  declare happenedAtUtc: Date | null;
  declare offsetMinutes: number | null;
  declare taskIds: string | null;
}

/** What an entry says in words, for looking it up. Derived; see `desk/log/words.ts`. */
export class EntryWords extends Model<InferAttributes<EntryWords>, InferCreationAttributes<EntryWords>> {
  declare entryId: string;
  declare seq: number;
  declare words: string;
  declare spaced: string;
}

/** Where a finding stands. Derived; see `core/follow/finding-standing.ts`. */
export class FindingStanding extends Model<InferAttributes<FindingStanding>, InferCreationAttributes<FindingStanding>> {
  declare entryId: string;
  declare machineId: string;
  declare pointId: string | null;
  declare what: FindingWhat;
  /** Its place among the urgencies, the highest first. */
  declare urgency: number;
  declare foundMs: number;
  declare joinedTo: string | null;
  declare visits: number;
  declare newestId: string;
  declare newestMs: number;
  declare againOf: string | null;
  declare ownerId: string | null;
  declare dueOn: string;
  declare daySaid: boolean;
  declare closedMs: number | null;
  declare closedBy: string | null;
}

/** Something that was opened, or a lock that was put on. Derived; see `core/follow/open-things.ts`. */
export class OpenThing extends Model<InferAttributes<OpenThing>, InferCreationAttributes<OpenThing>> {
  declare entryId: string;
  declare machineId: string;
  declare pointId: string | null;
  declare taskId: string | null;
  declare thing: string | null;
  declare isLock: boolean;
  declare name: string;
  declare runs: RunsMeanwhile;
  declare minutes: number | null;
  declare openedMs: number;
  declare holderId: string;
  declare roundId: string | null;
  declare waivedBy: string | null;
  declare waivedWhy: string | null;
  declare closedMs: number | null;
  declare closedBy: string | null;
}

const bigint = { type: DataTypes.BIGINT, allowNull: true };

/** What is known of when a task falls due, now and in the past alike. */
const factColumns = {
  state: text,
  stage: text,
  runIn: boolean,
  governedBy: optionalText,
  dueOn: optionalDay,
  fromOn: optionalDay,
  toOn: optionalDay,
  postponedFrom: optionalDay,
  lastMs: bigint,
  lastHours: optionalNumber,
  dueHours: optionalNumber,
  servicesDone: integer,
  confidence: text,
};
export const factColumnNames = Object.keys(factColumns);

export function initProjection(sequelize: Sequelize) {
  MeterStanding.init(
    columns({
      meterId: primaryId,
      machineId: idColumn,
      readMs: bigint,
      shown: optionalNumber,
      accumulated: optionalNumber,
      perDayLow: number,
      perDayMid: number,
      perDayHigh: number,
      confidence: text,
      windowReadings: integer,
      kept: integer,
      rejected: integer,
      lastRunMs: bigint,
    }),
    { sequelize, tableName: 'meter_state', timestamps: false },
  );
  DueStanding.init(
    columns({
      taskId: primaryId,
      machineId: idColumn,
      areaId: idColumn,
      pointId: idColumn,
      lubricantId: optionalId,
      stages: json,
      stagesOf: optionalId,
      amount: optionalNumber,
      machineState: text,
      who: text,
      hourMeterId: optionalId,
      governingMeterId: optionalId,
      ...factColumns,
      sinceOn: optionalDay,
      waitingChange: optionalJson,
      mixedWith: optionalJson,
      cameEmpty: boolean,
    }),
    { sequelize, tableName: 'due_state', timestamps: false },
  );
  PastDueStanding.init(
    columns({
      taskId: primaryId,
      untilOn: { type: DataTypes.DATEONLY, primaryKey: true },
      sinceOn: optionalDay,
      machineId: idColumn,
      ...factColumns,
    }),
    { sequelize, tableName: 'due_history', timestamps: false },
  );
  CorrectedEntry.init(
    columns({
      entryId: primaryId,
      correctionId: idColumn,
      voided: boolean,
      receivedAt: instantColumn,
      kindVersion: optionalInteger,
      body: { type: DataTypes.TEXT('long'), allowNull: true },
      happenedAt: optionalText,
      happenedAtUtc: { type: DataTypes.DATE(3), allowNull: true },
      offsetMinutes: optionalInteger,
      taskIds: { type: DataTypes.TEXT('long'), allowNull: true },
    }),
    { sequelize, tableName: 'corrected_entry', timestamps: false },
  );
  EntryWords.init(
    columns({ entryId: primaryId, seq: { type: DataTypes.BIGINT, allowNull: false }, words: text, spaced: text }),
    {
      sequelize,
      tableName: 'entry_words',
      timestamps: false,
    },
  );
  FindingStanding.init(
    columns({
      entryId: primaryId,
      machineId: idColumn,
      pointId: optionalId,
      what: text,
      urgency: integer,
      foundMs: { type: DataTypes.BIGINT, allowNull: false },
      joinedTo: optionalId,
      visits: integer,
      newestId: idColumn,
      newestMs: { type: DataTypes.BIGINT, allowNull: false },
      againOf: optionalId,
      ownerId: optionalId,
      dueOn: { type: DataTypes.DATEONLY, allowNull: false },
      daySaid: boolean,
      closedMs: bigint,
      closedBy: optionalId,
    }),
    { sequelize, tableName: 'finding_state', timestamps: false },
  );
  OpenThing.init(
    columns({
      entryId: primaryId,
      machineId: idColumn,
      pointId: optionalId,
      taskId: optionalId,
      thing: optionalText,
      isLock: boolean,
      name: text,
      runs: text,
      minutes: optionalInteger,
      openedMs: { type: DataTypes.BIGINT, allowNull: false },
      holderId: idColumn,
      roundId: optionalId,
      waivedBy: optionalText,
      waivedWhy: { type: DataTypes.TEXT('long'), allowNull: true },
      closedMs: bigint,
      closedBy: optionalId,
    }),
    { sequelize, tableName: 'open_thing', timestamps: false },
  );
  return { FindingStanding, OpenThing, EntryWords, MeterStanding, DueStanding, PastDueStanding, CorrectedEntry };
}
