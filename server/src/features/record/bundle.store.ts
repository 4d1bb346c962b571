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
/** What is stored in their place when a bundle is taken in, whatever it says. */
const WITHOUT: Readonly<Record<string, string | null>> = {
  'people.password_hash': 'none',
  'people.code_hash': null,
  'people.code_until': null,
  'devices.token_hash': '',
  'devices.broker_hash': null,
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
  requireShape(bundle, known);
  // Tables point at each other both ways, so references are checked once all of them are there.
  await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction: tx });
  try {
    for (const [table, rows] of Object.entries(bundle.tables))
      await fillTable(database, table, rows, known.get(table)!, tx);
    await requireReferences(database, tx);
  } finally {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction: tx });
  }
}

const nothingChanged = (what: string): Error => new Error(`${what} Nothing was changed.`);

/** @throws Error for a table or column that is missing or unknown, naming the row */
function requireShape({ tables }: RecordBundle, known: ReadonlyMap<string, readonly Column[]>): void {
  for (const table of known.keys())
    if (!(table in tables)) throw nothingChanged(`The bundle has no table ${table}.`);
  for (const [table, rows] of Object.entries(tables)) {
    const columns = known.get(table)?.map(({ name }) => name);
    if (!columns) throw nothingChanged(`The bundle has a table ${table} that is not known here.`);
    for (const [i, row] of rows.entries()) {
      const missing = columns.find((name) => !(name in row));
      const unknown = Object.keys(row).find((name) => !columns.includes(name));
      if (missing !== undefined) throw nothingChanged(`Row ${i + 1} of ${table} has no column ${missing}.`);
      if (unknown !== undefined)
        throw nothingChanged(`Row ${i + 1} of ${table} has a column ${unknown} that is not known here.`);
    }
  }
}

/** Writes the rows of a table; credentials are never taken from a bundle. */
async function fillTable(
  { sequelize }: Database,
  table: string,
  rows: RecordBundle['tables'][string],
  columns: readonly Column[],
  tx: Transaction,
): Promise<void> {
  await sequelize.query(`DELETE FROM \`${table}\``, { transaction: tx });
  const pictures = columns.filter(({ type }) => isPicture(type)).map(({ name }) => name);
  const without = Object.fromEntries(
    Object.entries(WITHOUT)
      .filter(([name]) => name.startsWith(`${table}.`))
      .map(([name, value]) => [name.slice(table.length + 1), value]),
  );
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE) {
    const some = rows
      .slice(i, i + ROWS_AT_ONCE)
      .map((row) => ({ ...row, ...picturesOf(row, pictures), ...without }));
    await sequelize
      .getQueryInterface()
      .bulkInsert(table, some, { transaction: tx })
      .catch((error: unknown) => {
        const why = error instanceof Error ? error.message : String(error);
        throw nothingChanged(`Rows ${i + 1} to ${i + some.length} of ${table} are not accepted: ${why}.`);
      });
  }
}

/** @throws Error naming the table and row of the first reference to nothing */
async function requireReferences({ sequelize }: Database, tx: Transaction): Promise<void> {
  const keys = await sequelize.query<Record<'table' | 'own' | 'referred' | 'other', string>>(
    `SELECT TABLE_NAME AS \`table\`, COLUMN_NAME AS own, REFERENCED_TABLE_NAME AS referred, REFERENCED_COLUMN_NAME AS other
       FROM information_schema.KEY_COLUMN_USAGE WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME IS NOT NULL`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  for (const { table, own, referred, other } of keys) {
    const [row] = await sequelize.query<{ value: string }>(
      `SELECT CAST(o.\`${own}\` AS CHAR) AS value FROM \`${table}\` o LEFT JOIN \`${referred}\` r ON r.\`${other}\` = o.\`${own}\`
        WHERE o.\`${own}\` IS NOT NULL AND r.\`${other}\` IS NULL LIMIT 1`,
      { type: QueryTypes.SELECT, transaction: tx },
    );
    if (row) throw nothingChanged(`${table} refers by ${own} to ${row.value}, which is not in ${referred}.`);
  }
}

function picturesOf(row: RecordBundle['tables'][string][number], names: readonly string[]) {
  return Object.fromEntries(
    names.map((name) => [name, row[name] === null ? null : Buffer.from(String(row[name]), 'base64')]),
  );
}
