import { QueryTypes } from 'sequelize';
import { ProblemError, type RecordBundle } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

/** Tables that belong to this installation rather than the shop, or that hold credentials. */
const LEFT_OUT: ReadonlySet<string> = new Set([
  ...['migrations', 'sessions', 'sign_in_tries', 'writes', 'jobs', 'backups', 'restore_drills'],
  ...['person_passes', 'calendar_links', 'message_deliveries', 'messages', 'message_targets'],
]);
/** What replaces credentials. */
const VOID: Readonly<Record<string, string>> = {
  'people.password_hash': `'none'`,
  'people.code_hash': 'NULL',
  'people.code_until': 'NULL',
  'devices.token_hash': `''`,
  'devices.broker_hash': 'NULL',
};
const NUMBERS: ReadonlySet<string> = new Set(['int', 'smallint', 'tinyint', 'mediumint', 'double', 'float']);
const isPicture = (type: string): boolean => type.endsWith('blob') || type.endsWith('binary');
const ROWS_AT_ONCE = 500;

/** A table column that goes into a bundle. */
interface Column {
  readonly table: string;
  readonly name: string;
  readonly type: string;
  readonly nullable: boolean;
}

async function columnsOf(
  { sequelize }: Database,
  tx: Transaction | null,
): Promise<ReadonlyMap<string, Column[]>> {
  const found = await sequelize.query<Column & { nullable: string | boolean }>(
    `SELECT c.TABLE_NAME AS \`table\`, c.COLUMN_NAME AS name, c.DATA_TYPE AS type, c.IS_NULLABLE = 'YES' AS nullable
       FROM information_schema.COLUMNS c JOIN information_schema.TABLES t USING (TABLE_SCHEMA, TABLE_NAME)
      WHERE c.TABLE_SCHEMA = DATABASE() AND t.TABLE_SCHEMA = DATABASE() AND t.TABLE_TYPE = 'BASE TABLE' AND c.IS_GENERATED = 'NEVER'
      ORDER BY c.TABLE_NAME, c.ORDINAL_POSITION`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  const tables = new Map<string, Column[]>();
  for (const column of found)
    if (!LEFT_OUT.has(column.table))
      tables.set(column.table, [
        ...(tables.get(column.table) ?? []),
        { ...column, nullable: Boolean(Number(column.nullable)) },
      ]);
  return tables;
}

/** Everything the shop owns, as of one moment. */
export async function makeBundle(database: Database, now: Date): Promise<RecordBundle> {
  return database.transaction(async (tx) => {
    const tables: RecordBundle['tables'] = {};
    for (const [table, columns] of await columnsOf(database, tx)) {
      const cells = columns.map((column) => `${cellSql(column)} AS \`${column.name}\``).join(', ');
      tables[table] = await database.sequelize.query(`SELECT ${cells} FROM \`${table}\` ORDER BY 1`, {
        ...{ type: QueryTypes.SELECT, transaction: tx },
      });
    }
    const works = String(tables['shop']?.[0]?.['name'] ?? '');
    const schema = await newestStep(database, tx);
    return { format: 'gantelet-records', version: 1, madeAt: now.toISOString(), works, schema, tables };
  });
}

function cellSql({ table, name, type }: Column): string {
  const instead = VOID[`${table}.${name}`];
  if (instead !== undefined) return instead;
  if (NUMBERS.has(type)) return `\`${name}\``;
  if (isPicture(type)) return `TO_BASE64(\`${name}\`)`;
  return `CAST(\`${name}\` AS CHAR)`;
}

async function newestStep({ sequelize }: Database, tx: Transaction | null): Promise<string> {
  const [row] = await sequelize.query<{ name: string }>('SELECT MAX(name) AS name FROM migrations', {
    ...{ type: QueryTypes.SELECT, transaction: tx },
  });
  return row?.name ?? '';
}

/** JSON Schema (2020-12) of a bundle, with the columns of every table. */
export async function bundleSchema(database: Database): Promise<object> {
  const tables = [...(await columnsOf(database, null))].map(([table, columns]) => {
    const properties = Object.fromEntries(
      columns.map(({ name, type, nullable }) => {
        const kind = NUMBERS.has(type) ? 'number' : 'string';
        const encoding = isPicture(type) ? { contentEncoding: 'base64' } : {};
        return [name, { type: nullable ? [kind, 'null'] : kind, ...encoding }];
      }),
    );
    const row = {
      type: 'object',
      properties,
      required: Object.keys(properties),
      additionalProperties: false,
    };
    return [table, { type: 'array', items: row }] as const;
  });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Records of a works',
    type: 'object',
    required: ['format', 'version', 'madeAt', 'works', 'schema', 'tables'],
    properties: {
      format: { const: 'gantelet-records' },
      version: { const: 1 },
      madeAt: { type: 'string', format: 'date-time' },
      works: { type: 'string' },
      schema: { const: await newestStep(database, null) },
      tables: { type: 'object', properties: Object.fromEntries(tables), additionalProperties: false },
    },
  };
}

/**
 * Loads a bundle into a database that holds no shop, all or nothing.
 *
 * @throws ProblemError `first-start.done` if there is a shop; Error for a bundle of another schema
 */
export async function loadBundle(database: Database, bundle: RecordBundle, tx: Transaction): Promise<void> {
  const { sequelize, tables } = database;
  if ((await tables.shop.count({ transaction: tx })) > 0) throw new ProblemError('first-start.done');
  const known = await columnsOf(database, tx);
  const step = await newestStep(database, tx);
  if (bundle.schema !== step)
    throw new Error(
      `The bundle is of the schema ${bundle.schema}, and this version has ${step}. Nothing was changed.`,
    );
  // Tables point at each other both ways; all of them are here, or none.
  await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction: tx });
  try {
    for (const [table, rows] of Object.entries(bundle.tables)) {
      const columns = known.get(table);
      if (!columns)
        throw new Error(`The bundle has a table ${table} that is not known here. Nothing was changed.`);
      await sequelize.query(`DELETE FROM \`${table}\``, { transaction: tx });
      const pictures = columns.filter(({ type }) => isPicture(type)).map(({ name }) => name);
      for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) {
        const some = rows.slice(i, i + ROWS_AT_ONCE).map((row) => ({ ...row, ...picturesOf(row, pictures) }));
        await sequelize.getQueryInterface().bulkInsert(table, some, { transaction: tx });
      }
    }
  } finally {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction: tx });
  }
}

function picturesOf(row: RecordBundle['tables'][string][number], names: readonly string[]) {
  return Object.fromEntries(
    names.map((name) => [name, row[name] === null ? null : Buffer.from(String(row[name]), 'base64')]),
  );
}
