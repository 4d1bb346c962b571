import { appendFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { backUp, checkBackup, factsOf, noteOf, restore, statement } from '../lib/backup.mjs';
import { runningMariadb, startMariadb } from '../lib/mariadb.mjs';
import { ROOT } from '../lib/paths.mjs';
import { run } from '../lib/run.mjs';
import { prepareDatabase } from '../lib/server.mjs';

const LIMIT_MS = 240_000;
const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
const KNOWN = MIGRATIONS.map(({ name }) => name);

describe('a backup', () => {
  let home, folder, database;
  beforeAll(async () => {
    home = mkdtempSync(join(tmpdir(), 'gantelet-backup-'));
    folder = mkdtempSync(join(tmpdir(), 'gantelet-backups-'));
    database = await startMariadb(home);
    await prepareDatabase(home, database.environment);
  }, LIMIT_MS);
  afterAll(async () => {
    await database.stop();
    for (const one of [home, folder]) rmSync(one, { recursive: true, force: true });
  }, LIMIT_MS);

  /** Everything in the database as text. */
  const wholeOf = async (name) => {
    const file = join(folder, name);
    await backUp(database.environment, file);
    return gunzipSync(readFileSync(file)).toString();
  };

  it(
    'restores an emptied database exactly, table by table, encrypted or not',
    async () => {
      const key = join(folder, 'key');
      writeFileSync(key, 'a key of this test only\n');
      const before = await wholeOf('before.sql.gz');
      const sealed = join(folder, 'sealed.sql.gz');
      const note = await backUp(database.environment, sealed, key);
      expect(note.works).toBe('Tarn Street Sheeting & Hide');
      expect(note.rows.needle_installs).toBeGreaterThan(1000);
      expect(() => gunzipSync(readFileSync(sealed))).toThrow();

      await expectAsync(restore(database.environment, sealed, undefined, KNOWN)).toBeRejectedWithError(
        /sealed/,
      );
      await restore(database.environment, join(folder, 'before.sql.gz'), undefined, KNOWN);
      expect(await wholeOf('plain.sql.gz')).toBe(before);
      await restore(database.environment, sealed, key, KNOWN);
      expect(await wholeOf('after.sql.gz')).toBe(before);
      expect((await factsOf(database.environment)).rows).toEqual(note.rows);
    },
    LIMIT_MS,
  );

  it(
    'is refused before anything changes if damaged, missing its manifest, or from a newer version',
    async () => {
      const file = join(folder, 'damaged.sql.gz');
      await backUp(database.environment, file);
      const { rows } = await factsOf(database.environment);
      await expectAsync(
        restore(database.environment, file, undefined, KNOWN.slice(0, -1)),
      ).toBeRejectedWithError(/newer version/);
      appendFileSync(file, 'x');
      await expectAsync(checkBackup(file)).toBeRejectedWithError(/damaged/);
      rmSync(noteOf(file));
      await expectAsync(restore(database.environment, file, undefined, KNOWN)).toBeRejectedWithError(/note/);
      expect((await factsOf(database.environment)).rows).toEqual(rows);
    },
    LIMIT_MS,
  );

  it(
    'is made by a command while the shop runs, and replaces a full database only if it is named',
    async () => {
      expect(runningMariadb(home)).toEqual(database.environment);
      const to = join(folder, 'by-command');
      const command = (script, ...args) =>
        run(process.execPath, [join(ROOT, 'scripts', script), ...args], {
          quiet: true,
          allowFailure: true,
          env: { GANTELET_HOME: home },
        });
      const kept = () => readdirSync(to).filter((name) => name.endsWith('.sql.gz'));
      for (let i = 0; i < 3; i++) {
        const { code, output } = await command('backup.mjs', '--to', to, '--keep', '2');
        expect(code).withContext(output).toBe(0);
      }
      expect(kept().length).toBe(2);
      const file = join(to, kept()[0]);
      const refused = await command('restore.mjs', file);
      expect([refused.code, refused.output]).toEqual([1, jasmine.stringContaining('Nothing was changed.')]);
      const done = await command('restore.mjs', file, '--replace', 'Tarn Street Sheeting & Hide');
      expect(done.output).toContain('Tarn Street Sheeting & Hide is as it was at');
    },
    LIMIT_MS,
  );
});

describe('a shop with its changes logged', () => {
  let home, folder;
  beforeAll(() => {
    home = mkdtempSync(join(tmpdir(), 'gantelet-changes-'));
    folder = mkdtempSync(join(tmpdir(), 'gantelet-backups-'));
  });
  afterAll(() => {
    for (const one of [home, folder]) rmSync(one, { recursive: true, force: true });
  });

  const command = (script, ...args) =>
    run(process.execPath, [join(ROOT, 'scripts', script), ...args], {
      quiet: true,
      allowFailure: true,
      env: { GANTELET_HOME: home },
    });
  /** The log knows moments to the second. */
  const nextSecond = async () => {
    const now = () => Math.floor(Date.now() / 1000);
    for (const before = now(); now() === before;) await new Promise((resolve) => setTimeout(resolve, 20));
    return new Date(now() * 1000);
  };

  it(
    'is restored to the second before a mistake, with everything done since the backup',
    async () => {
      const database = await startMariadb(home, { keepsChanges: true });
      const write = (sql) => statement(database.environment, sql);
      await prepareDatabase(home, database.environment);
      const { code, output } = await command('backup.mjs', '--to', folder);
      expect(code).withContext(output).toBe(0);
      const file = join(
        folder,
        readdirSync(folder).find((name) => name.endsWith('.sql.gz')),
      );
      expect(JSON.parse(readFileSync(noteOf(file), 'utf8')).changes.file).toMatch(/^changes\./);

      await write("UPDATE machines SET name = 'Renamed since' WHERE shop_number = 1");
      await nextSecond();
      const until = await nextSecond();
      await write('DELETE FROM service_kinds');
      await write("UPDATE machines SET name = 'A mistake'");
      await database.stop();

      const whole = ['--replace', 'Tarn Street Sheeting & Hide'];
      const early = await command('restore.mjs', file, '--until', '2020-01-01T00:00:00Z', ...whole);
      expect([early.code, early.output]).toEqual([1, jasmine.stringContaining('after the backup')]);
      const done = await command('restore.mjs', file, '--until', until.toISOString(), ...whole);
      expect(done.code).withContext(done.output).toBe(0);

      const again = await startMariadb(home, { keepsChanges: true });
      const names = await statement(again.environment, 'SELECT name FROM machines ORDER BY shop_number');
      expect(names.split('\n')[0]).toBe('Renamed since');
      expect(names).not.toContain('A mistake');
      expect((await factsOf(again.environment)).rows.service_kinds).toBeGreaterThan(0);
      await again.stop();
      expect(readdirSync(home).some((name) => name.startsWith('changes-until-'))).toBeTrue();
    },
    LIMIT_MS,
  );
});
