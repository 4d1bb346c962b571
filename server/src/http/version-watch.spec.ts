import { versionWatch } from './version-watch.js';

describe('watching a version', () => {
  const LONG_MS = 10_000;
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());

  /** Lets one look happen, with the answers it waits for. */
  async function look(): Promise<void> {
    jasmine.clock().tick(LONG_MS);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  }

  function watched(versionOf: () => Promise<string>) {
    const told: string[] = [];
    const watch = versionWatch(versionOf);
    const hush = watch(({ changedAt }) => told.push(changedAt));
    return { told, watch, hush };
  }

  it('tells every watcher of a change, and of nothing else', async () => {
    let version = 'a';
    const { told, watch } = watched(() => Promise.resolve(version));
    await look();
    await look();
    expect(told.length).toBe(0);
    const other: string[] = [];
    watch(({ changedAt }) => other.push(changedAt));
    version = 'b';
    await look();
    expect([told.length, other.length]).toEqual([1, 1]);
  });

  it('looks only while somebody watches, and does not take what changed meanwhile for news', async () => {
    let looks = 0;
    let version = 'a';
    const { told, watch, hush } = watched(() => {
      looks++;
      return Promise.resolve(version);
    });
    await look();
    hush();
    await look();
    const before = looks;
    await look();
    expect(looks).toBe(before);
    version = 'b';
    watch(({ changedAt }) => told.push(changedAt));
    await look();
    expect([looks, told.length]).toEqual([before + 1, 0]);
  });

  it('goes on when the database was away', async () => {
    let version = Promise.resolve('a');
    const { told } = watched(() => version);
    await look();
    version = Promise.reject(new Error('away'));
    await look();
    version = Promise.resolve('b');
    await look();
    expect(told.length).toBe(1);
  });
});
