import { DataTypes, type Model, type ModelAttributes, type ModelStatic } from 'sequelize';

/** Shorthand for the column types that tables are made of. */
export const id = { type: DataTypes.CHAR(36), primaryKey: true };
export const ref = { type: DataTypes.CHAR(36), allowNull: false };
export const refOrNone = { type: DataTypes.CHAR(36), allowNull: true };
export const text = { type: DataTypes.STRING, allowNull: false };
export const whole = { type: DataTypes.INTEGER, allowNull: false };
export const measure = { type: DataTypes.DOUBLE, allowNull: false };
export const measureOrNone = { type: DataTypes.DOUBLE };
export const wholeOrNone = { type: DataTypes.INTEGER };
export const textOrNone = { type: DataTypes.STRING };
export const instant = { type: DataTypes.DATE(6), allowNull: false };
export const instantOrNone = { type: DataTypes.DATE(6) };

export const version = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 };

export type Columns<Row extends object> = ModelAttributes<Model<Row, Row>, Row>;

/** Binds one table to a connection. */
export type DefineTable = <Row extends object>(
  name: string,
  columns: Columns<Row>,
) => ModelStatic<Model<Row, Row>>;
