/** What a group can be split by. */
export const SPLIT_BY = ['size', 'finish'] as const;
export type SplitBy = (typeof SPLIT_BY)[number];

/** The lead's decision on the needles of a group. */
export interface GroupRule {
  /** Name of the group as determined by the work. */
  readonly groupId: string;
  /** The group they are counted with; null for their own. */
  readonly mergedInto: string | null;
  readonly splitBy: SplitBy | null;
}

/**
 * The group that a needle is counted with: that of its work, or the one this was merged into, or a part of it. A
 * merge goes one step, and the split is that of the group it ends in.
 */
export function effectiveGroup(
  groupOfWork: string,
  needle: { readonly nm: number; readonly finishId: string },
  rules: readonly GroupRule[],
): string {
  const ruleOf = (id: string): GroupRule | undefined => rules.find(({ groupId }) => groupId === id);
  const whole = ruleOf(groupOfWork)?.mergedInto ?? groupOfWork;
  switch (ruleOf(whole)?.splitBy ?? null) {
    case 'size':
      return `${whole}~nm-${needle.nm}`;
    case 'finish':
      return `${whole}~${needle.finishId}`;
    case null:
      return whole;
  }
}
