import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepRunning } from '../lib/keep-running.mjs';
import { secretFile } from '../lib/secret-file.mjs';

describe('a secret file', () => {
  let folder;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'gantelet-secret-'))));
  afterEach(() => rmSync(folder, { recursive: true }));

  const read = (text) => (text.length === 8 ? text : null);
  const make = () => 'whole---';

  it('is created once, readable only by this user, and kept', () => {
    const file = join(folder, 'in', 'one');
    expect(secretFile(file, read, make)).toBe('whole---');
    expect(secretFile(file, read, () => 'another-')).toBe('whole---');
    expect(statSync(file).mode & 0o077).toBe(0);
  });

  it('is created again if it was cut short or cannot be read', () => {
    for (const half of ['', 'who', '{"name":']) {
      const file = join(folder, 'half');
      writeFileSync(file, half);
      expect(secretFile(file, half === '{"name":' ? JSON.parse : read, () => '"whole-"')).toBeTruthy();
      expect(readFileSync(file, 'utf8')).toBe('"whole-"');
    }
    expect(readdirSync(folder)).toEqual(['half']);
  });
});

describe('a process that is kept running', () => {
  let processes;
  let fails;
  beforeEach(() => {
    processes = [];
    fails = 0;
    spyOn(console, 'log');
  });

  /** A process that ends when it is told to. */
  const start = () => {
    if (fails-- > 0) return Promise.reject(new Error('port taken'));
    const one = {};
    one.ended = new Promise((resolve) => (one.end = resolve));
    one.stop = () => {
      one.stopped = true;
      one.end();
      return one.ended;
    };
    processes.push(one);
    return Promise.resolve(one);
  };
  const until = async (holds) => {
    while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
  };

  it('restarts whenever it exits, even when a restart fails, and logs it', async () => {
    const kept = await keepRunning('broker', start);
    fails = 1;
    processes[0].end();
    await until(() => processes.length === 2);
    expect(console.log.calls.allArgs().flat()).toEqual([
      'The broker ended by itself: starting it again in 0.5 s.',
      'The broker ended by itself: starting it again in 1 s.',
      'The broker runs again.',
    ]);
    await kept.stop();
    expect(processes[1].stopped).toBeTrue();
  }, 300_000);

  it('does not restart once stopped, even while waiting to', async () => {
    const kept = await keepRunning('server', start);
    processes[0].end();
    await until(() => console.log.calls.count() === 1);
    await kept.stop();
    expect(processes.length).toBe(1);
  });

  it('is reported as a failure if it never starts', async () => {
    fails = 1;
    await expectAsync(keepRunning('server', start)).toBeRejectedWithError('port taken');
  });
});
