import { until } from '../../testing/mount';
import { sharedStream } from './shared-stream';

describe('a stream shared by tabs', () => {
  class FakeSource {
    static readonly CLOSED = 2;
    static readonly open: FakeSource[] = [];
    onmessage: (event: { data: string }) => void = () => undefined;
    onerror: () => void = () => undefined;
    readyState = 1;
    constructor(readonly address: string) {
      FakeSource.open.push(this);
    }
    close(): void {
      this.readyState = FakeSource.CLOSED;
      FakeSource.open.splice(FakeSource.open.indexOf(this), 1);
    }
  }
  const real = window.EventSource;
  const leave: (() => void)[] = [];
  beforeEach(() => {
    FakeSource.open.length = leave.length = 0;
    Object.assign(window, { EventSource: FakeSource });
  });
  afterEach(() => {
    for (const one of leave) one();
    Object.assign(window, { EventSource: real });
  });

  /** A page that follows; returns what it received. */
  function follow(address = '/api/floor/live'): (string | null)[] {
    const told: (string | null)[] = [];
    const following = sharedStream(address).subscribe((one) => told.push(one));
    leave.push(() => {
      following.unsubscribe();
    });
    return told;
  }
  const say = (data: string): void => {
    FakeSource.open[0]!.onmessage({ data });
  };

  it('is one connection, however many tabs follow it, and delivers everything to each once', async () => {
    const pages = [follow(), follow(), follow()];
    await until(() => FakeSource.open.length === 1);
    say('a');
    say('b');
    await until(() => pages.every(({ length }) => length === 2));
    expect(pages).toEqual([
      ['a', 'b'],
      ['a', 'b'],
      ['a', 'b'],
    ]);
    // A service worker would hold the stream back.
    expect(FakeSource.open.map(({ address }) => address)).toEqual(['/api/floor/live?ngsw-bypass=1']);
  });

  it('gives a later tab the last message', async () => {
    follow();
    await until(() => FakeSource.open.length === 1);
    say('a');
    const late = follow();
    await until(() => late.length === 1);
    expect(late).toEqual(['a']);
  });

  it('continues in another tab when the one with the connection closes', async () => {
    const pages = [follow(), follow()];
    await until(() => FakeSource.open.length === 1);
    const first = FakeSource.open[0];
    leave[0]!();
    await until(() => FakeSource.open.length === 1 && FakeSource.open[0] !== first);
    say('c');
    expect(pages).toEqual([[], ['c']]);
  });

  it('reports a broken connection, and reopens a refused one', async () => {
    const told = follow();
    await until(() => FakeSource.open.length === 1);
    jasmine.clock().install();
    const source = FakeSource.open[0]!;
    source.onerror();
    expect([told, FakeSource.open.length]).toEqual([[null], 1]);
    source.close();
    source.onerror();
    jasmine.clock().tick(5000);
    jasmine.clock().uninstall();
    expect([told.length, FakeSource.open.length]).toEqual([2, 1]);
  });
});
