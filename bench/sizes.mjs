import { connectTo } from './reach.mjs';

/** Rows of some tables, and the disk space of each with its indexes, once the database has updated its statistics. */
export async function databaseSizes(env, tables) {
  const db = await connectTo(env);
  try {
    const sizes = [];
    // One after the other: a table being analysed is missing from the list of tables for a moment.
    for (const table of tables) sizes.push(await sizeOf(db, table));
    return sizes;
  } finally {
    await db.end();
  }
}

async function sizeOf(db, table) {
  await db.query(`ANALYZE TABLE ${table}`);
  const [{ bytes } = { bytes: NaN }] = await db.query(
    `SELECT data_length + index_length AS bytes FROM information_schema.tables
      WHERE table_schema = DATABASE() AND table_name = ?`,
    [table],
  );
  const [{ rows }] = await db.query(`SELECT COUNT(*) AS \`rows\` FROM ${table}`);
  return { table, rows: Number(rows), bytes: Math.round(Number(bytes) / Math.max(1, Number(rows))) };
}
