import { basename, join } from 'node:path';
import { parseArgs } from 'node:util';
import { HOME } from './lib/home.mjs';
import { needBackup, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { drillRestore, dropKept, restoreShop, returnToKept } from './lib/restore.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { noteDrill } from './lib/server.mjs';
import { isRunning, withDatabaseOf } from './lib/with-database.mjs';

/**
 * Restores a backup: `npm run restore -- [--shop] FILE [--key FILE] [--unsealed] [--until TIME] [--replace "Name of the
 * works"] [--broken-book]`. A shop is replaced only if it is named, never while Gantelet is running on it, and is kept:
 * `--back` returns to it, `--drop-kept` removes it. With --until, changes made after the backup are restored too, up to
 * that moment.
 *
 * `npm run restore -- [--shop] --check FILE [--key FILE]` only tries it, beside the shop, which may be at work.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    shop: { type: 'boolean' },
    check: { type: 'string' },
    key: { type: 'string' },
    unsealed: { type: 'boolean' },
    until: { type: 'string' },
    replace: { type: 'string' },
    'broken-book': { type: 'boolean' },
    back: { type: 'boolean' },
    'drop-kept': { type: 'boolean' },
  },
});

await main(async () => {
  const until = values.until === undefined ? null : new Date(values.until);
  if (until !== null && Number.isNaN(until.getTime()))
    throw new Refusal(`--until is "${values.until}"; allowed: an instant such as 2026-03-04T14:05:00Z.`);
  if (values.check === undefined && isRunning(HOME))
    throw new Refusal('Gantelet runs on this data. Stop it first. Nothing was changed.');
  await needDatabase();
  await needBackup();
  await installPackages();
  await buildNodeParts();
  const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
  const known = MIGRATIONS.map(({ name }) => name);
  const options = { key: values.key, unsealed: values.unsealed, brokenBook: values['broken-book'] };
  if (values.check !== undefined) return drill(values.check, known, options);
  if (values.back) return back();
  if (values['drop-kept']) return drop();
  const [file] = positionals;
  if (file === undefined) throw new Refusal('Name the backup: npm run restore -- FILE');
  const done = await restoreShop(HOME, file, known, { ...options, until, replaces: values.replace });
  say(
    `${done.note.works ?? 'An empty works'} is as it was at ${until?.toISOString() ?? done.note.madeAt}. Make a backup now.`,
  );
  if (done.kept !== null)
    say(
      `${done.kept}, as it was until now, is kept beside it. npm run restore -- --back returns to it, --drop-kept removes it.`,
    );
});

/** Tries to restore a backup, and records how it went where the shop's lead sees it. */
async function drill(file, known, options) {
  let wrong = '';
  const note = await drillRestore(HOME, file, known, options).catch((error) => {
    wrong = error.message;
    return null;
  });
  await withDatabaseOf(HOME, (environment) =>
    noteDrill(HOME, environment, { file: basename(file), backupMadeAt: note?.madeAt ?? null, wrong }),
  );
  if (note === null) throw new Refusal(wrong);
  say(`${basename(file)} can be restored: ${note.works ?? 'an empty works'} as it was at ${note.madeAt}.`);
}

async function back() {
  const shop = await returnToKept(HOME);
  say(`${shop.works} is as it was until ${shop.until}. The shop that was there until now is kept.`);
}

async function drop() {
  const kept = await dropKept(HOME);
  if (kept.length === 0) say('No shop from before a restore is kept.');
  for (const { works, until } of kept) say(`Removed ${works} as it was until ${until}.`);
}
