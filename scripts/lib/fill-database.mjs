import { basename } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { asReadingRefusal, readingBackup } from './backup-file.mjs';
import { factsOf } from './backup.mjs';
import { danglingRows } from './foreign-keys.mjs';
import { startImport, statement, statementOutside } from './mariadb-client.mjs';
import { Refusal } from './say.mjs';
import { checkRestored } from './server.mjs';

/**
 * Makes a database, fills it with a backup, and compares it with the backup's note.
 *
 * @param target environment of a user who may do that, and nothing else
 */
export async function fillDatabase(target, file, note, options) {
  await statementOutside(target, `CREATE DATABASE \`${target.GANTELET_DB_NAME}\` CHARACTER SET utf8mb4`);
  const { streams } = await readingBackup(file, options);
  const client = startImport(target);
  const written = pipeline([...streams, client.child.stdin]).catch((error) => {
    throw error.code === 'EPIPE' ? null : asReadingRefusal(error, file);
  });
  const [imported, read] = await Promise.allSettled([client.ended, written]);
  for (const { reason } of [read, imported]) if (reason) throw reason;
  const { rows, migrations } = await factsOf(target);
  const tables = new Set([...Object.keys(note.rows), ...Object.keys(rows)]);
  const differ = [...tables].filter((table) => rows[table] !== note.rows[table]);
  if (differ.length > 0)
    throw new Refusal(
      `${basename(file)} was not restored whole: ${differ.join(', ')}. The shop is as it was before.`,
    );
  if (String(migrations) !== String(note.migrations))
    throw new Refusal(
      `${basename(file)} is not of the version that its note says. The shop is as it was before.`,
    );
}

/**
 * Migrates a restored database to this version, and checks its references and its book.
 *
 * @param brokenBook accepts a book whose chain is broken
 */
export async function bringUpToDate(home, target, { brokenBook = false }) {
  const whole = await checkRestored(home, target);
  const dangling = await danglingRows((sql) => statement(target, sql), target.GANTELET_DB_NAME);
  if (dangling.length > 0)
    throw new Refusal(
      `The backup has rows that refer to nothing: ${dangling.join(', ')}. The shop is as it was before.`,
    );
  if (!whole && !brokenBook)
    throw new Refusal(
      'The book in this backup is broken: somebody changed, removed or added entries. To restore it all the same, add\n' +
        '--broken-book. The shop is as it was before.',
    );
}
