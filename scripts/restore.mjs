import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { checkBackup, factsOf, restore } from './lib/backup.mjs';
import { HOME } from './lib/home.mjs';
import { needBackup, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase } from './lib/server.mjs';
import { isRunning, withDatabaseOf } from './lib/with-database.mjs';

/**
 * Puts a backup back: `npm run restore -- [--shop] FILE [--key FILE] [--replace "Name of the works"]`. A database that
 * holds a shop is only replaced when that shop is named, and never while Gantelet runs on it.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { shop: { type: 'boolean' }, key: { type: 'string' }, replace: { type: 'string' } },
});

await main(async () => {
  const [file] = positionals;
  if (file === undefined) throw new Refusal('Name the backup: npm run restore -- FILE');
  if (isRunning(HOME)) throw new Refusal('Gantelet runs on this data. Stop it first. Nothing was changed.');
  await needDatabase();
  await needBackup();
  await installPackages();
  await buildNodeParts();
  const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
  const note = await checkBackup(file);
  await withDatabaseOf(HOME, async (environment) => {
    const { works } = await factsOf(environment);
    if (works !== null && values.replace !== works)
      throw new Refusal(
        `This database holds ${works}. To put the backup of ${note.works} (${note.madeAt}) in its place, say\n` +
          `  npm run restore -- ${file} --replace "${works}"\nNothing was changed.`,
      );
    await restore(
      environment,
      file,
      values.key,
      MIGRATIONS.map(({ name }) => name),
    );
    // A backup of an older version is brought up to this one.
    await prepareDatabase(HOME, environment, { ownShop: true });
  });
  say(`${note.works ?? 'An empty works'} is as it was at ${note.madeAt}.`);
});
