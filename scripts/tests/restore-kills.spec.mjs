import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomLcg } from 'd3-random';
import { killRestores } from '../../bench/trial-restores.mjs';
import { noteRestoreBegun, unfinishedRestore } from '../lib/access.mjs';
import { afterCutShort } from '../lib/restore.mjs';

const LIMIT_MS = 240_000;
const KILLS = 4;

describe('a restore that is killed', () => {
  it(
    'leaves the old shop whole or the new one, and never an empty works',
    async () => {
      const found = await killRestores(randomLcg(0.42), KILLS);
      expect(found.old + found.new).toBe(KILLS);
      expect(found.neither).toBe(0);
    },
    LIMIT_MS,
  );

  it('into an empty folder does not let a new works be set up there instead', () => {
    const home = mkdtempSync(join(tmpdir(), 'gantelet-cut-short-'));
    expect(afterCutShort(home, 'empty')).toBeNull();
    noteRestoreBegun(home, '/mnt/backups/a.sql.gz');
    expect(() => afterCutShort(home, 'empty')).toThrowError(/a\.sql\.gz was cut short.*still empty/s);
    expect(afterCutShort(home, 'holds a shop')).toContain('as it was before');
    expect(unfinishedRestore(home)).withContext('said once').toBeNull();
    rmSync(home, { recursive: true });
  });
});
