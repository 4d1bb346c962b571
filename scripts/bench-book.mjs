import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase } from './lib/server.mjs';

/** Pages of every kind from a book with a million entries: how long each takes compared with the plain first page. */
const ENTRIES = Number(process.argv[2] ?? 1_000_000);
const ASKED = 60;

await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  const home = mkdtempSync(join(tmpdir(), 'gantelet-book-'));
  const running = await startMariadb(home);
  try {
    await prepareDatabase(home, running.environment);
    Object.assign(process.env, running.environment, {
      GANTELET_SESSION_SECRET: 'a secret for the bench only',
    });
    const { configFrom } = await import(join(ROOT, 'server/dist/config.js'));
    const { openDatabase } = await import(join(ROOT, 'server/dist/db/database.js'));
    const { findEntries } = await import(join(ROOT, 'server/dist/features/book/book.store.js'));
    const database = openDatabase(configFrom(process.env).database);
    const { sequelize } = database;
    const [[told]] = await sequelize.query('SELECT COUNT(*) AS entries FROM book_entries');
    const copies = Math.ceil(ENTRIES / Number(told.entries));
    // The demo's year again and again, each copy a year before the last.
    for (let years = 1; years <= copies; years++)
      await sequelize.query(
        `INSERT INTO book_entries (at, person_id, kind, machine_id, subject, details, words)
         SELECT at - INTERVAL 365 * :years DAY, person_id, kind, machine_id, subject, details, words
           FROM book_entries WHERE id <= :told`,
        { replacements: { years, told: told.entries } },
      );
    await sequelize.query('ANALYZE TABLE book_entries');
    const [[count]] = await sequelize.query(
      'SELECT COUNT(*) AS entries, MIN(at) AS first, MAX(at) AS last FROM book_entries',
    );
    say(`${count.entries} entries`);
    const [machines] = await sequelize.query('SELECT id FROM machines');
    const [people] = await sequelize.query('SELECT DISTINCT person_id AS id FROM book_entries');
    const pick = (from, i) => from[i % from.length].id;
    const span = count.last.getTime() - count.first.getTime();
    const spanAt = (i) => ({
      from: new Date(count.first.getTime() + (span * i) / ASKED).toISOString(),
      to: new Date(count.first.getTime() + (span * (i + 1)) / ASKED).toISOString(),
    });
    const asks = {
      'first page': () => ({}),
      'a machine': (i) => ({ machineId: pick(machines, i) }),
      'a person': (i) => ({ personId: pick(people, i) }),
      'a kind': (i) => ({ kind: ['changeNeedle', 'logSeam', 'logService', 'registerLot'][i % 4] }),
      'a span': spanAt,
      'a machine and a person': (i) => ({ machineId: pick(machines, i), personId: pick(people, i + 1) }),
      'a machine, a kind and a span': (i) => ({
        ...spanAt(i),
        machineId: pick(machines, i),
        kind: 'logService',
      }),
      'rare words': (i) => ({ words: ['shredding', 'burr check', '26-110E', 'awning'][i % 4] }),
      'a common word': (i) => ({ words: ['tam', 'flatbed', 'compound', 'wear'][i % 4] }),
      'a word and a machine': (i) => ({ words: 'wear', machineId: pick(machines, i) }),
    };
    let plain = null;
    for (const [name, ask] of Object.entries(asks)) {
      const times = [];
      for (let i = 0; i < ASKED; i++) {
        const began = performance.now();
        await findEntries(database, ask(i), undefined);
        times.push(performance.now() - began);
      }
      times.sort((a, b) => a - b);
      const p95 = times[Math.floor(0.95 * times.length)];
      plain ??= p95;
      say(`${name}: p95 ${p95.toFixed(1)} ms, ${(p95 / plain).toFixed(1)} of the first page`);
    }
    await database.close();
  } finally {
    await running.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
