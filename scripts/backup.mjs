import { basename, join } from 'node:path';
import { parseArgs } from 'node:util';
import { changesOf } from './lib/access.mjs';
import { backUp, newBackupIn, removeOldBackups } from './lib/backup.mjs';
import { HOME } from './lib/home.mjs';
import { needBackup, needDatabase } from './lib/packages.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { noteBackup } from './lib/server.mjs';
import { withDatabaseOf } from './lib/with-database.mjs';

/**
 * Backs the shop up, whether or not it is running: `npm run backup -- [--shop] [--to FOLDER] [--key FILE] [--keep
 * COUNT]`. The folder's newest COUNT backups are kept; all of them by default.
 */
const { values } = parseArgs({
  options: {
    shop: { type: 'boolean' },
    to: { type: 'string', default: join(HOME, 'backups') },
    key: { type: 'string' },
    keep: { type: 'string' },
  },
});

await main(async () => {
  const keep = values.keep === undefined ? Infinity : Number(values.keep);
  if (!(keep >= 1)) throw new Refusal(`--keep is "${values.keep}"; allowed: 1 or more.`);
  await needDatabase();
  await needBackup();
  await installPackages();
  await buildNodeParts();
  const sealed = values.key !== undefined;
  const file = newBackupIn(values.to, sealed);
  const note = await withDatabaseOf(HOME, async (environment) => {
    const made = await backUp(environment, file, { key: values.key, log: basename(changesOf(HOME)) });
    await noteBackup(HOME, environment, { sealed });
    return made;
  });
  const rows = Object.values(note.rows).reduce((sum, count) => sum + count, 0);
  say(
    `${note.works ?? 'An empty works'}: ${rows} rows of ${Object.keys(note.rows).length} tables in ${file}`,
  );
  for (const old of removeOldBackups(values.to, keep)) say(`Removed ${old}.`);
});
