import { QueryTypes } from 'sequelize';
import type { Export } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { csvOf } from '../../text/csv.js';

/** Credentials are left out. */
const SECRET: ReadonlySet<string> = new Set(['password_hash', 'code_hash', 'code_until']);

/**
 * A whole table as CSV (RFC 4180), with the database's column names, oldest first where ids sort by time.
 *
 * @param file name of the table with `.csv`, one of `EXPORTS`
 */
export async function exportRecords({ sequelize }: Database, file: `${Export}.csv`): Promise<string> {
  const table = file.slice(0, -'.csv'.length);
  const columns = await sequelize.query<{ name: string }>(
    `SELECT COLUMN_NAME AS name FROM information_schema.COLUMNS
      WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = :table ORDER BY ORDINAL_POSITION`,
    { type: QueryTypes.SELECT, replacements: { table } },
  );
  const names = columns.map(({ name }) => name).filter((name) => !SECRET.has(name));
  const rows = await sequelize.query<Record<string, unknown>>(
    `SELECT ${names.map((name) => `\`${name}\``).join(', ')} FROM \`${table}\` ORDER BY 1`,
    { type: QueryTypes.SELECT },
  );
  const cells = rows.map((row) => names.map((name) => cellOf(row[name])));
  return csvOf([names, ...cells]);
}

function cellOf(value: unknown): string | number | null {
  if (value instanceof Date) return value.toISOString();
  if (typeof value === 'number' || typeof value === 'string') return value;
  return value === null || value === undefined ? null : String(value as boolean | bigint);
}
