import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { connectTo } from '../bench/reach.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main } from './lib/say.mjs';
import { prepareDatabase } from './lib/server.mjs';

/** The server's own housekeeping, not part of a shop's records. */
const HIDDEN = ['SequelizeMeta', 'sessions', 'writes', 'sign_in_tries'];

/** Draws the tables of an up-to-date database and their references into docs/data-model.md. */
await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  const home = mkdtempSync(join(tmpdir(), 'gantelet-model-'));
  const database = await startMariadb(home);
  try {
    await prepareDatabase(home, database.environment, { ownShop: true });
    const connection = await connectTo(database.environment);
    const columns = await connection.query(
      `SELECT table_name AS tableName, column_name AS name, data_type AS type, column_key AS keyed, is_nullable AS nullable
         FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY table_name, ordinal_position`,
    );
    const links = await connection.query(
      `SELECT table_name AS tableName, column_name AS name, referenced_table_name AS target
         FROM information_schema.key_column_usage
        WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL ORDER BY table_name, column_name`,
    );
    await connection.end();
    const file = join(ROOT, 'docs', 'data-model.md');
    const options = { ...(await resolveConfig(file)), filepath: file };
    writeFileSync(file, await format(page(columns, links), options));
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});

function page(columns, links) {
  const shown = columns.filter(({ tableName }) => !HIDDEN.includes(tableName));
  const tables = [...new Set(shown.map(({ tableName }) => tableName))];
  const entities = tables.map((table) => {
    const own = shown.filter(({ tableName }) => tableName === table);
    const rows = own.map(({ name, type, keyed, nullable }) => {
      const link = links.some((one) => one.tableName === table && one.name === name);
      const keys = [...(keyed === 'PRI' ? ['PK'] : []), ...(link ? ['FK'] : [])].join(', ');
      return `    ${type} ${name} ${keys}${nullable === 'YES' ? ' "or none"' : ''}`.trimEnd();
    });
    return `  ${table} {\n${rows.join('\n')}\n  }`;
  });
  const arrows = links
    .filter(
      ({ tableName, target }) => tables.includes(tableName) && tables.includes(target) && target !== 'people',
    )
    .map(({ tableName, name, target }) => `  ${target} ||--o{ ${tableName} : ${name}`);
  return `# The data model

Drawn by \`npm run data-model\` from a database that is up to date: ${tables.length} tables, the migrations in
\`server/src/db/migrations\` make them. Sessions, sign-in tries and the keys of writes are left
out, and so are the arrows to people: who did a thing stands with nearly everything.

\`\`\`mermaid
erDiagram
${[...arrows, ...entities].join('\n')}
\`\`\`
`;
}
