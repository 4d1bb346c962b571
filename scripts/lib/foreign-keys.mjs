/**
 * Columns with values that refer to nothing, as "table (column)". A dump is imported without these checks, for speed.
 *
 * @param ask returns a statement's result, one row per line
 */
export async function danglingRows(ask, database) {
  const keys = await foreignKeys(ask, database);
  if (keys.length === 0) return [];
  const found = await ask(keys.map(danglingIn).join(' UNION ALL '));
  return found.split('\n').filter((line) => line !== '');
}

/** A query that names a key if a row of its table refers to nothing. */
function danglingIn({ table, columns }) {
  const [{ referred, other }] = columns;
  const joined = columns.map((column) => `o.\`${column.own}\` = r.\`${column.other}\``).join(' AND ');
  const given = columns.map(({ own }) => `o.\`${own}\` IS NOT NULL`).join(' AND ');
  const name = `${table} (${columns.map(({ own }) => own).join(', ')})`;
  return `(SELECT '${name}' FROM \`${table}\` o LEFT JOIN \`${referred}\` r ON ${joined}
            WHERE ${given} AND r.\`${other}\` IS NULL LIMIT 1)`;
}

async function foreignKeys(ask, database) {
  const text = await ask(
    `SELECT constraint_name, table_name, column_name, referenced_table_name, referenced_column_name
       FROM information_schema.key_column_usage
      WHERE table_schema = '${database}' AND referenced_table_name IS NOT NULL
      ORDER BY table_name, constraint_name, ordinal_position`,
  );
  const keys = new Map();
  for (const line of text.split('\n').filter((one) => one !== '')) {
    const [name, table, own, referred, other] = line.split('\t');
    const id = `${table} ${name}`;
    keys.set(id, { table, columns: [...(keys.get(id)?.columns ?? []), { own, referred, other }] });
  }
  return [...keys.values()];
}
