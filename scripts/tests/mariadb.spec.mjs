import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from '../lib/mariadb.mjs';

const LIMIT_MS = 120_000;

describe('a database on a machine that runs others', () => {
  const usual = process.env.TMPDIR;
  let folder;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'gantelet-databases-'));
    process.env.TMPDIR = join(folder, 'shared');
    mkdirSync(process.env.TMPDIR);
    spyOn(console, 'log');
  });
  afterEach(() => {
    if (usual === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = usual;
    rmSync(folder, { recursive: true });
  });

  it(
    'leaves the temporary tables of others alone, and clears up its own',
    async () => {
      // When MariaDB starts it deletes files of this name; queries of another server that needs them then fail, or
      // crash it.
      const [others, own] = ['shared', 'home/temporary'].map((name) =>
        join(folder, name, '#sql-temptable-1-1-0.MAI'),
      );
      writeFileSync(others, '');
      for (const start of ['first', 'second']) {
        const database = await startMariadb(join(folder, 'home'));
        await database.stop();
        expect(existsSync(others)).withContext(`after the ${start} start`).toBeTrue();
        expect(existsSync(own)).toBeFalse();
        writeFileSync(own, '');
      }
    },
    LIMIT_MS,
  );
});
