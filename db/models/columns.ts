import { DataTypes } from 'sequelize';

/** Column types that recur. JSON columns are LONGTEXT in MariaDB; the driver gives text back, so they parse here. */
export const idColumn = { type: DataTypes.CHAR(26), allowNull: false };
export const primaryId = { ...idColumn, primaryKey: true };
export const optionalId = { type: DataTypes.CHAR(26), allowNull: true };
export const text = { type: DataTypes.STRING, allowNull: false };
export const optionalText = { type: DataTypes.STRING, allowNull: true };
export const number = { type: DataTypes.DOUBLE, allowNull: false };
export const optionalNumber = { type: DataTypes.DOUBLE, allowNull: true };
export const integer = { type: DataTypes.INTEGER, allowNull: false };
export const optionalBoolean = { type: DataTypes.BOOLEAN, allowNull: true };
export const optionalInteger = { type: DataTypes.INTEGER, allowNull: true };
export const boolean = { type: DataTypes.BOOLEAN, allowNull: false };
export const instantColumn = { type: DataTypes.DATE(3), allowNull: false };
export const optionalInstant = { type: DataTypes.DATE(3), allowNull: true };
export const dayColumn = { type: DataTypes.DATEONLY, allowNull: false };
export const optionalDay = { type: DataTypes.DATEONLY, allowNull: true };
export const json = { type: DataTypes.JSON, allowNull: false };
export const optionalJson = { type: DataTypes.JSON, allowNull: true };

/** Column definitions for `Model.init`, each copied: Sequelize writes into the objects it is given. */
export const columns = <Columns extends Record<string, object>>(definitions: Columns): Columns =>
  Object.fromEntries(Object.entries(definitions).map(([name, definition]) => [name, { ...definition }])) as Columns;
