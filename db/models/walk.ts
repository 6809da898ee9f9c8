import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import {
  columns,
  idColumn,
  instantColumn,
  integer,
  optionalInstant,
  json,
  optionalDay,
  primaryId,
  text,
} from './columns';

export class Route extends Model<InferAttributes<Route>, InferCreationAttributes<Route>> {
  declare id: string;
  declare code: string;
  declare name: string;
  declare note: string;
  declare retiredOn: CreationOptional<string | null>;
  declare version: CreationOptional<number>;
}

/** One task on a route, in walking order. */
export class Stop extends Model<InferAttributes<Stop>, InferCreationAttributes<Stop>> {
  declare id: string;
  declare routeId: string;
  declare taskId: string;
  declare position: number;
}

/** One walk of a route. Its stops are those of the route when it began; what was done on it is in the log. */
export class Round extends Model<InferAttributes<Round>, InferCreationAttributes<Round>> {
  declare id: string;
  declare routeId: string;
  declare personId: string;
  declare startedAt: Date;
  /** When the device read the plan that is walked; null where it did not say. */
  declare plannedAt: CreationOptional<Date | null>;
  /** Task ids in walking order. */
  declare stops: string[];
}

export function initWalk(sequelize: Sequelize) {
  Route.init(
    columns({
      id: primaryId,
      code: text,
      name: text,
      note: { type: DataTypes.TEXT, allowNull: false },
      retiredOn: optionalDay,
      version: { ...integer, defaultValue: 0 },
    }),
    { sequelize, tableName: 'route', version: true },
  );
  Stop.init(columns({ id: primaryId, routeId: idColumn, taskId: idColumn, position: integer }), {
    sequelize,
    tableName: 'stop',
  });
  Round.init(
    columns({
      id: primaryId,
      routeId: idColumn,
      personId: idColumn,
      startedAt: instantColumn,
      plannedAt: optionalInstant,
      stops: json,
    }),
    {
      sequelize,
      tableName: 'round',
    },
  );
  return { Route, Stop, Round };
}
