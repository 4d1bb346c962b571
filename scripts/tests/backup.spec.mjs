import { appendFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { backUp, checkBackup, factsOf, noteOf, restore } from '../lib/backup.mjs';
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
    'wiped and put back is the same, table by table and byte by byte, sealed or not',
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
    'that is damaged, without its note, or of a newer version is refused before anything is touched',
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
    'is made by command while the shop runs, and a full database is replaced only when it is named',
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
