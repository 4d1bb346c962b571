/** What people at a machine hear and see that points to its needle. */
export const TROUBLES = ['clunk', 'skipped-stitches', 'shredding', 'pin-strike', 'broken-needle'] as const;
export type Trouble = (typeof TROUBLES)[number];

/** What a report calls for: a new needle at the next pause, or the machine stopped until somebody has looked. */
export type TroubleCall = 'change' | 'stop';

/** What to do about a problem, in order. */
export const TROUBLE_CHECKS = [
  'count-fragments',
  'feel-hook-plate-case',
  'change-needle',
  'needle-in-right',
  'needle-size-and-thread',
] as const;
export type TroubleCheck = (typeof TROUBLE_CHECKS)[number];

interface TroubleRule {
  readonly call: TroubleCall;
  readonly checks: readonly TroubleCheck[];
}

/**
 * What each problem calls for. Common practice: most skipped stitches and shreds are the needle, so it comes out
 * before any knob is turned; after a break or a strike the machine stays stopped until fragments and burrs are
 * accounted for.
 */
const RULES: Readonly<Record<Trouble, TroubleRule>> = {
  clunk: { call: 'change', checks: ['change-needle', 'feel-hook-plate-case'] },
  'skipped-stitches': {
    call: 'change',
    checks: ['needle-in-right', 'change-needle', 'needle-size-and-thread'],
  },
  shredding: { call: 'change', checks: ['change-needle', 'needle-size-and-thread', 'feel-hook-plate-case'] },
  'pin-strike': { call: 'stop', checks: ['change-needle', 'feel-hook-plate-case'] },
  'broken-needle': { call: 'stop', checks: ['count-fragments', 'feel-hook-plate-case', 'change-needle'] },
};

export function troubleRule(trouble: Trouble): TroubleRule {
  return RULES[trouble];
}

/** The strongest action called for by several reports; null for none. */
export function callOf(troubles: readonly Trouble[]): TroubleCall | null {
  if (troubles.some((trouble) => RULES[trouble].call === 'stop')) return 'stop';
  return troubles.length > 0 ? 'change' : null;
}
