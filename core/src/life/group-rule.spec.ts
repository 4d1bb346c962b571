import { effectiveGroup, groupId, readGroupId, type GroupRule } from './index.js';

describe("the lead's groups", () => {
  const [flatbed, post] = ['leather.cutting.flatbed', 'leather.cutting.post'];
  const needle = { nm: 120, finishId: 'chromed' };
  const rule = (id: string, change: Partial<GroupRule>): GroupRule => ({
    groupId: id,
    mergedInto: null,
    splitBy: null,
    ...change,
  });

  it('are those of the work until somebody decides otherwise', () => {
    expect(effectiveGroup(flatbed, needle, [])).toBe(flatbed);
    expect(effectiveGroup(flatbed, needle, [rule(post, { splitBy: 'size' })])).toBe(flatbed);
  });

  it('can be merged and split, and both', () => {
    const merged = rule(post, { mergedInto: flatbed });
    expect(effectiveGroup(post, needle, [merged])).toBe(flatbed);
    const rules = [merged, rule(flatbed, { splitBy: 'size' })];
    expect([effectiveGroup(post, needle, rules), effectiveGroup(flatbed, needle, rules)]).toEqual([
      `${flatbed}~nm-120`,
      `${flatbed}~nm-120`,
    ]);
    expect(effectiveGroup(flatbed, needle, [rule(flatbed, { splitBy: 'finish' })])).toBe(
      `${flatbed}~chromed`,
    );
  });

  it('keep their part in their name', () => {
    for (const part of [null, 'nm-120']) {
      const group = { material: 'leather', points: 'cutting', machineClass: 'long-arm', part } as const;
      expect(readGroupId(groupId(group))).toEqual(group);
    }
  });
});
