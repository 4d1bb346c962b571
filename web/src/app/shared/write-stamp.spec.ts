import { writeStamps } from './write-stamp';

describe('the stamp of a write', () => {
  it('stays the same while the same write is retried, key and time', async () => {
    const stamp = writeStamps(() => 3);
    const first = stamp({ turns: 3 });
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(stamp({ turns: 3 })).toEqual(first);
  });

  it('changes for other content, and for the same once it was logged', () => {
    let logged = 3;
    const stamp = writeStamps(() => logged);
    const { key } = stamp({ turns: 3 });
    expect(stamp({ turns: 4 }).key).not.toBe(key);
    const again = stamp({ turns: 3 });
    logged = 4;
    expect(stamp({ turns: 3 }).key).not.toBe(again.key);
  });
});
