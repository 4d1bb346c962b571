import { literal } from 'sequelize';

/** SQL that holds for entries that were not taken back. @param alias of their table in the statement */
export const standing = (alias: string): string => `${alias}.id NOT IN (SELECT entry_id FROM withdrawals)`;

/** The same as a condition of a model's query. */
export const STANDING = literal('id NOT IN (SELECT entry_id FROM withdrawals)');
