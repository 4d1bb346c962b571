import { gathered } from './gathered.js';

describe('grouping requests', () => {
  it('gives every caller their own result, in groups no larger than allowed', async () => {
    const groups: (readonly number[])[] = [];
    const twice = gathered(
      async (items: readonly number[]) => {
        groups.push(items);
        await Promise.resolve();
        return items.map((item) => 2 * item);
      },
      { waitMs: 1, most: 3 },
    );
    expect(await Promise.all([1, 2, 3, 4].map(twice))).toEqual([2, 4, 6, 8]);
    expect(groups).toEqual([[1, 2, 3], [4]]);
    expect(await twice(5)).toBe(10);
  });

  it('fails for a whole group, and continues with the next', async () => {
    let away = true;
    const ask = gathered(
      (items: readonly string[]) => (away ? Promise.reject(new Error('away')) : Promise.resolve(items)),
      { waitMs: 1, most: 10 },
    );
    const [a, b] = await Promise.allSettled([ask('a'), ask('b')]);
    expect([a.status, b.status]).toEqual(['rejected', 'rejected']);
    away = false;
    expect(await ask('a')).toBe('a');
  });
});
