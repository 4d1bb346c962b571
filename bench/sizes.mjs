import { connectTo } from './reach.mjs';

/** Rows of some tables, and what each takes on the disk with its indexes, once the database has counted again. */
export async function databaseSizes(env, tables) {
  const db = await connectTo(env);
  const sizes = [];
  for (const table of tables) {
    await db.query(`ANALYZE TABLE ${table}`);
    const [{ bytes }] = await db.query(
      `SELECT data_length + index_length AS bytes FROM information_schema.tables
        WHERE table_schema = DATABASE() AND table_name = ?`,
      [table],
    );
    const [{ rows }] = await db.query(`SELECT COUNT(*) AS \`rows\` FROM ${table}`);
    sizes.push({ table, rows: Number(rows), bytes: Math.round(Number(bytes) / Math.max(1, Number(rows))) });
  }
  await db.end();
  return sizes;
}
