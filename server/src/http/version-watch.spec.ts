import { versionWatch } from './version-watch.js';

describe('watching a version', () => {
  const LONG_MS = 10_000;
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());

  /** Lets one poll happen, with the answers it waits for. */
  async function look(): Promise<void> {
    jasmine.clock().tick(LONG_MS);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  }

  function watched(versionOf: () => Promise<string>) {
    const told: string[] = [];
    const watch = versionWatch(versionOf);
    const unsubscribe = watch(({ version }) => told.push(version));
    return { told, watch, unsubscribe };
  }

  it('tells every watcher the present version, and each change once', async () => {
    let version = 'a';
    const { told, watch } = watched(() => Promise.resolve(version));
    await look();
    await look();
    expect(told).toEqual(['a']);
    const other: string[] = [];
    watch((notice) => other.push(notice.version));
    await look();
    version = 'b';
    await look();
    await look();
    expect([told, other]).toEqual([
      ['a', 'b'],
      ['a', 'b'],
    ]);
  });

  it('polls only while somebody is watching, and tells returning watchers what changed meanwhile', async () => {
    let looks = 0;
    let version = 'a';
    const { told, watch, unsubscribe } = watched(() => {
      looks++;
      return Promise.resolve(version);
    });
    await look();
    unsubscribe();
    await look();
    const before = looks;
    await look();
    expect(looks).toBe(before);
    version = 'b';
    watch((notice) => told.push(notice.version));
    await look();
    expect([looks, told]).toEqual([before + 1, ['a', 'b']]);
  });

  it('continues after the database was down', async () => {
    let version = Promise.resolve('a');
    const { told } = watched(() => version);
    await look();
    version = Promise.reject(new Error('away'));
    await look();
    version = Promise.resolve('b');
    await look();
    expect(told).toEqual(['a', 'b']);
  });
});
