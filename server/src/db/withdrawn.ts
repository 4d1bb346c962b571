import { literal } from 'sequelize';

/** SQL condition for entries that have not been withdrawn. @param alias of their table in the statement */
export const standing = (alias: string): string => `${alias}.id NOT IN (SELECT entry_id FROM withdrawals)`;

/** The same as a condition for a model query. */
export const STANDING = literal('id NOT IN (SELECT entry_id FROM withdrawals)');
