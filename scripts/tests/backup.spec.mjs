import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { accessOf } from '../lib/access.mjs';
import { backUp, checkBackup, factsOf, removeOldBackups } from '../lib/backup.mjs';
import { startMariadb } from '../lib/mariadb.mjs';
import { fillDatabase } from '../lib/fill-database.mjs';
import { statement, statementOutside } from '../lib/mariadb-client.mjs';
import { ROOT } from '../lib/paths.mjs';
import { restoreShop } from '../lib/restore.mjs';
import { run } from '../lib/run.mjs';
import { loadSmallShop, SMALL_WORKS } from '../lib/small-shop.mjs';

const LIMIT_MS = 240_000;
const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
const KNOWN = MIGRATIONS.map(({ name }) => name);
const WORKS = SMALL_WORKS;
const hashOfText = (text) => createHash('sha256').update(text).digest('hex');

describe('a backup', () => {
  let home, folder, key, plain, sealed, before;
  const inFolder = (name) => join(folder, name);
  const withShop = async (work, options) => {
    const database = await startMariadb(home, options);
    try {
      return await work(database.environment);
    } finally {
      await database.stop();
    }
  };
  /** Everything in the shop as text, without the note. */
  const wholeOf = (file) =>
    gunzipSync(readFileSync(file))
      .toString()
      .replace(/-- Gantelet backup .*\n$/, '')
      .replaceAll(/gantelet_\d{17}/g, 'gantelet');
  const wholeNow = () =>
    withShop(async (environment) => {
      await backUp(environment, inFolder('now.sql.gz'));
      return wholeOf(inFolder('now.sql.gz'));
    });
  const databases = () => readdirSync(join(home, 'data')).filter((name) => name.startsWith('gantelet'));
  const restore = (file, options = {}) => restoreShop(home, file, KNOWN, { replaces: WORKS, ...options });
  const command = (script, ...args) =>
    run(process.execPath, [join(ROOT, 'scripts', script), ...args], {
      quiet: true,
      allowFailure: true,
      env: { GANTELET_HOME: home },
    });

  beforeAll(async () => {
    home = mkdtempSync(join(tmpdir(), 'gantelet-backup-'));
    folder = mkdtempSync(join(tmpdir(), 'gantelet-backups-'));
    key = inFolder('key');
    writeFileSync(key, 'a key of this test only\n');
    [plain, sealed] = [inFolder('before.sql.gz'), inFolder('before.sql.gz.age')];
    await withShop(async (environment) => {
      await loadSmallShop(environment);
      await backUp(environment, plain);
      await backUp(environment, sealed, { key });
    });
    before = wholeOf(plain);
  }, LIMIT_MS);
  afterAll(() => {
    for (const one of [home, folder]) rmSync(one, { recursive: true, force: true });
  });

  it(
    'restores the shop exactly, table by table, encrypted or not, and keeps what was there until told otherwise',
    async () => {
      const note = await checkBackup(sealed, { key });
      expect([note.works, note.rows.needle_installs > 1]).toEqual([WORKS, true]);
      expect(() => gunzipSync(readFileSync(sealed))).toThrow();
      await withShop((environment) => statement(environment, 'DELETE FROM book_entries'));
      await command('restore.mjs', '--drop-kept');
      expect((await restore(plain)).kept).toBe(WORKS);
      expect(await wholeNow()).toBe(before);
      await restore(sealed, { key });
      expect(await wholeNow()).toBe(before);
      await withShop(async (environment) => expect((await factsOf(environment)).rows).toEqual(note.rows));

      const kept = accessOf(home).kept;
      expect(kept.map(({ works }) => works)).toEqual([WORKS, WORKS]);
      await withShop((environment) => statement(environment, "UPDATE machines SET name = 'Since'"));
      expect((await command('restore.mjs', '--back')).code).toBe(0);
      expect(await wholeNow()).toBe(before);
      expect((await command('restore.mjs', '--drop-kept')).output).toContain(`Removed ${WORKS}`);
      expect(accessOf(home).kept).toEqual([]);
      expect(databases()).toEqual([accessOf(home).name]);
    },
    LIMIT_MS,
  );

  it(
    'changes nothing when it cannot be restored: damaged, cut short, newer, without its key or with a wrong one',
    async () => {
      const [now, there] = [await wholeNow(), databases()];
      const copy = (name, change) => {
        const bytes = readFileSync(name.endsWith('.age') ? sealed : plain);
        writeFileSync(inFolder(name), change(bytes));
        return inFolder(name);
      };
      const wrong = inFolder('wrong-key');
      writeFileSync(wrong, 'quite another key of this test\n');
      writeFileSync(inFolder('short-key'), 'short\n');
      const flipped = (bytes, at) => {
        const changed = Buffer.from(bytes);
        changed[at] ^= 1;
        return changed;
      };
      /** A byte changed behind a note that was made again. */
      const renoted = copy('renoted.sql.gz', (bytes) => {
        const text = gunzipSync(bytes).toString();
        const at = text.lastIndexOf('-- Gantelet backup ');
        const sql = text.slice(0, at).replace('INSERT INTO `zones` VALUES', 'INSERT INTO `zones_` VALUES');
        const note = {
          ...JSON.parse(text.slice(at + '-- Gantelet backup '.length)),
          sha256: hashOfText(sql),
        };
        return gzipSync(`${sql}-- Gantelet backup ${JSON.stringify(note)}\n`);
      });
      const cases = [
        [sealed, {}, /is sealed: give its key file/],
        [sealed, { key: wrong }, /does not open with the key/],
        [sealed, { key: inFolder('missing') }, /key file .* is missing/],
        [sealed, { key: inFolder('short-key') }, /at least 16 are needed/],
        [plain, { key }, /is not sealed.*--unsealed/s],
        [copy('flipped.sql.gz', (bytes) => flipped(bytes, bytes.length >> 1)), {}, /damaged or cut short/],
        [copy('cut.sql.gz', (bytes) => bytes.subarray(0, bytes.length >> 1)), {}, /damaged or cut short/],
        [copy('flipped.age', (bytes) => flipped(bytes, bytes.length - 9)), { key }, /damaged or cut short/],
        [copy('cut.age', (bytes) => bytes.subarray(0, bytes.length >> 1)), { key }, /damaged or cut short/],
        [copy('text.sql.gz', () => Buffer.from('INSERT INTO shop VALUES')), {}, /is not a backup/],
        [copy('no-note.sql.gz', () => gzipSync(before)), {}, /damaged or cut short/],
        [renoted, {}, /zones_' was not locked/],
        [inFolder('nowhere.sql.gz'), {}, /is missing or cannot be read/],
      ];
      for (const [file, options, reason] of cases)
        await expectAsync(restore(file, options)).withContext(file).toBeRejectedWithError(reason);
      await expectAsync(restoreShop(home, plain, KNOWN.slice(0, -1))).toBeRejectedWithError(/newer version/);
      await expectAsync(restoreShop(home, plain, KNOWN)).toBeRejectedWithError(/This database holds/);
      expect(await wholeNow()).toBe(now);
      expect(databases()).withContext('nothing half-restored is left').toEqual(there);
    },
    LIMIT_MS,
  );

  it(
    'carries out nothing but SQL, and reaches no other database, whatever it says',
    async () => {
      const now = await wholeNow();
      const marker = inFolder('carried-out');
      const own = accessOf(home).name;
      /** A copy made properly by somebody, with a line of theirs in it. */
      const withLine = (line) => {
        const text = gunzipSync(readFileSync(plain)).toString();
        const at = text.lastIndexOf('-- Gantelet backup ');
        const sql = `${text.slice(0, at)}${line}\n`;
        const note = {
          ...JSON.parse(text.slice(at + '-- Gantelet backup '.length)),
          sha256: hashOfText(sql),
        };
        writeFileSync(
          inFolder('line.sql.gz'),
          gzipSync(`${sql}-- Gantelet backup ${JSON.stringify(note)}\n`),
        );
        return inFolder('line.sql.gz');
      };
      const lines = [
        [`\\! touch ${marker}`, /ERROR/],
        [`system touch ${marker}`, /ERROR/],
        [`tee ${marker}`, /ERROR/],
        [`SELECT 'x' INTO OUTFILE '${marker}';`, /denied/],
        [`LOAD DATA LOCAL INFILE '/etc/hostname' INTO TABLE zones;`, /ERROR/],
        [`DROP DATABASE \`${own}\`;`, /denied/],
        [`UPDATE \`${own}\`.machines SET name = 'theirs';`, /denied/],
        [`CREATE USER 'theirs'@'127.0.0.1';`, /denied/],
        [`DELETE FROM zone_shifts LIMIT 1;`, /not restored whole: zone_shifts/],
      ];
      const database = await startMariadb(home, { restoresTo: 'gantelet_restored' });
      const target = database.restoreEnvironment;
      try {
        for (const [line, reason] of lines) {
          const file = withLine(line);
          const note = await checkBackup(file);
          await expectAsync(fillDatabase(target, file, note, {}))
            .withContext(line)
            .toBeRejectedWithError(reason);
          await statementOutside(target, 'DROP DATABASE gantelet_restored');
        }
      } finally {
        await database.stop();
      }
      expect(existsSync(marker)).toBeFalse();
      expect(await wholeNow()).toBe(now);
      const dangling = withLine(
        "SET FOREIGN_KEY_CHECKS = 0; UPDATE needle_installs SET installed_by_id = 'nobody';",
      );
      await expectAsync(restore(dangling)).toBeRejectedWithError(/refer to nothing: needle_installs/);
      const spoilt = withLine("UPDATE book_entries SET device = 'theirs' WHERE place = 2;");
      await expectAsync(restore(spoilt)).toBeRejectedWithError(/book in this backup is broken/);
      expect(await wholeNow()).toBe(now);
      expect((await restore(spoilt, { brokenBook: true })).note.works).toBe(WORKS);
      await restore(plain);
    },
    LIMIT_MS,
  );

  it(
    'made while people work is of one moment, and can be restored',
    async () => {
      const file = inFolder('at-work.sql.gz');
      await withShop(async (environment) => {
        let working = true;
        const writers = [1, 2, 3].map(async (writer) => {
          for (let n = 0; working; n++)
            await statement(
              environment,
              `INSERT INTO sign_in_tries (who, tries, resets_at) VALUES ('writer ${writer} ${n}', 1, NOW());
               DELETE FROM zone_shifts WHERE shift_id = 'none'`,
            );
        });
        await backUp(environment, file);
        working = false;
        await Promise.all(writers);
      });
      expect((await restore(file)).note.rows.sign_in_tries).toBeGreaterThan(0);
      await restore(plain);
    },
    LIMIT_MS,
  );

  it(
    'is made, tried and kept by commands, also while the shop is at work',
    async () => {
      const to = inFolder('by-command');
      const kept = () => readdirSync(to).filter((name) => name.endsWith('.sql.gz'));
      await withShop(async () => {
        for (let i = 0; i < 3; i++) {
          const { code, output } = await command('backup.mjs', '--to', to, '--keep', '2');
          expect(code).withContext(output).toBe(0);
        }
        const good = await command('restore.mjs', '--check', join(to, kept()[0]));
        expect([good.code, good.output]).toEqual([0, jasmine.stringContaining('can be restored')]);
        writeFileSync(inFolder('bad.sql.gz'), readFileSync(plain).subarray(0, 5000));
        const bad = await command('restore.mjs', '--check', inFolder('bad.sql.gz'));
        expect([bad.code, bad.output]).toEqual([1, jasmine.stringContaining('damaged')]);
      });
      expect(kept().length).toBe(2);
      const drills = await withShop((environment) =>
        statement(environment, 'SELECT file, wrong FROM restore_drills ORDER BY done_at'),
      );
      expect(drills.trim().split('\n')).toEqual([
        `${kept()[0]}\t`,
        'bad.sql.gz\tbad.sql.gz is damaged or cut short. Nothing was changed.',
      ]);
      const refused = await command('restore.mjs', join(to, kept()[0]));
      expect([refused.code, refused.output]).toEqual([1, jasmine.stringContaining('Nothing was changed.')]);
      const done = await command('restore.mjs', join(to, kept()[0]), '--replace', WORKS);
      expect(done.output).toContain(`${WORKS} is as it was at`);
    },
    LIMIT_MS,
  );

  it('that was cut short while it was made goes with the old ones', () => {
    const to = mkdtempSync(join(tmpdir(), 'gantelet-kept-'));
    const make = (name, ageHours) => {
      writeFileSync(join(to, name), '');
      const at = Date.now() / 1000 - ageHours * 3600;
      utimesSync(join(to, name), at, at);
    };
    for (const day of [1, 2, 3]) make(`gantelet-2026-03-0${day}.sql.gz`, 0);
    make('gantelet-2026-03-01.sql.gz.json', 0);
    make('gantelet-2026-03-02.sql.gz.age.new', 2);
    make('gantelet-2026-03-03.sql.gz.new', 0);
    make('somebody-elses.sql.gz', 2);
    expect(removeOldBackups(to, 2)).toEqual([
      'gantelet-2026-03-01.sql.gz',
      'gantelet-2026-03-02.sql.gz.age.new',
    ]);
    expect(readdirSync(to)).toEqual([
      'gantelet-2026-03-02.sql.gz',
      'gantelet-2026-03-03.sql.gz',
      'gantelet-2026-03-03.sql.gz.new',
      'somebody-elses.sql.gz',
    ]);
    rmSync(to, { recursive: true });
  });

  it(
    'says so when the disk is full',
    async () => {
      const file = inFolder('full.sql.gz');
      symlinkSync('/dev/full', `${file}.new`);
      await withShop((environment) =>
        expectAsync(backUp(environment, file)).toBeRejectedWithError(/no room left/),
      );
      expect(existsSync(file)).toBeFalse();
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
  const backup = () => readdirSync(folder).map((name) => join(folder, name))[0];
  const firstName = async () => {
    const database = await startMariadb(home, { keepsChanges: true });
    const names = await statement(database.environment, 'SELECT name FROM machines ORDER BY shop_number');
    const { rows } = await factsOf(database.environment);
    await database.stop();
    return { first: names.split('\n')[0], shifts: rows.zone_shifts, mistaken: names.includes('A mistake') };
  };

  it(
    'is restored to the second before a mistake, with everything done since the backup',
    async () => {
      const database = await startMariadb(home, { keepsChanges: true });
      const write = (sql) => statement(database.environment, sql);
      await loadSmallShop(database.environment);
      let working = true;
      const writer = (async () => {
        for (let n = 0; working; n++)
          await write(`INSERT INTO sign_in_tries (who, tries, resets_at) VALUES ('writer ${n}', 1, NOW())`);
      })();
      const { code, output } = await command('backup.mjs', '--to', folder);
      expect(code).withContext(output).toBe(0);
      expect((await checkBackup(backup())).changes).toEqual({
        ...{ log: 'changes', file: jasmine.stringMatching(/^changes\./) },
        position: jasmine.any(Number),
      });
      await write("UPDATE machines SET name = 'Renamed since' WHERE shop_number = 1");
      await nextSecond();
      working = false;
      await writer;
      const until = await nextSecond();
      await write('DELETE FROM zone_shifts');
      await write("UPDATE machines SET name = 'A mistake'");
      await database.stop();

      const early = await command(
        'restore.mjs',
        backup(),
        '--until',
        '2020-01-01T00:00:00Z',
        '--replace',
        WORKS,
      );
      expect([early.code, early.output]).toEqual([1, jasmine.stringContaining('after the backup')]);
      expect((await firstName()).mistaken).toBeTrue();
      const restored = ['--until', until.toISOString(), '--replace', WORKS];
      const done = await command('restore.mjs', backup(), ...restored);
      expect(done.code).withContext(done.output).toBe(0);
      const after = await firstName();
      expect([after.first, after.mistaken, after.shifts > 0]).toEqual(['Renamed since', false, true]);

      // The log of the shop before goes with it, and comes back with it.
      const again = await command('restore.mjs', backup(), ...restored);
      expect([again.code, again.output]).toEqual([1, jasmine.stringContaining('restore -- --back')]);
      await command('restore.mjs', '--back');
      expect((await firstName()).mistaken).toBeTrue();
      expect((await command('restore.mjs', backup(), ...restored)).code).toBe(0);
      expect((await firstName()).first).toBe('Renamed since');
    },
    LIMIT_MS,
  );
});
