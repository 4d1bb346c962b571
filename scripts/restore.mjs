import { join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  changesAfter,
  checkBackup,
  factsOf,
  putChangesAside,
  replayChanges,
  restore,
} from './lib/backup.mjs';
import { HOME } from './lib/home.mjs';
import { changesOf, runningMariadb } from './lib/mariadb.mjs';
import { needBackup, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase } from './lib/server.mjs';
import { isRunning, withDatabaseOf } from './lib/with-database.mjs';

/**
 * Restores a backup: `npm run restore -- [--shop] FILE [--key FILE] [--until TIME] [--replace "Name of the works"]`.
 * A database that holds a shop is replaced only if that shop is named, and never while Gantelet is running on it.
 * With --until, changes made after the backup are restored too, up to that moment.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    shop: { type: 'boolean' },
    key: { type: 'string' },
    until: { type: 'string' },
    replace: { type: 'string' },
  },
});

await main(async () => {
  const [file] = positionals;
  if (file === undefined) throw new Refusal('Name the backup: npm run restore -- FILE');
  const until = values.until === undefined ? null : new Date(values.until);
  if (until !== null && Number.isNaN(until.getTime()))
    throw new Refusal(`--until is "${values.until}"; allowed: an instant such as 2026-03-04T14:05:00Z.`);
  if (isRunning(HOME)) throw new Refusal('Gantelet runs on this data. Stop it first. Nothing was changed.');
  await needDatabase();
  await needBackup();
  await installPackages();
  await buildNodeParts();
  const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
  const note = await checkBackup(file);
  const changes = until === null ? null : changesAfter(changesOf(HOME), note, until);
  const work = async (environment, replayer) => {
    if (changes !== null && replayer === null)
      throw new Refusal(
        'A database of an earlier start still runs on this data. End it first. Nothing was changed.',
      );
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
    if (changes !== null) await replayChanges(replayer, changes, until);
    // A backup of an older version is migrated to this one.
    await prepareDatabase(HOME, environment, { ownShop: true });
  };
  await withDatabaseOf(HOME, work, { replays: changes !== null });
  if (runningMariadb(HOME) === null) putChangesAside(HOME);
  const moment = until?.toISOString() ?? note.madeAt;
  say(
    `${note.works ?? 'An empty works'} is as it was at ${moment}. Make a backup now: the log of changes begins again.`,
  );
});
