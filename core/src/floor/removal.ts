/** Why a needle came out. Only `wear` is a failure of the needle; the others cut its record short. */
export const REMOVAL_CAUSES = ['scheduled', 'wear', 'accident', 'changeover', 'unknown'] as const;
export type RemovalCause = (typeof REMOVAL_CAUSES)[number];

/** What came out: a whole needle, a broken one with every piece accounted for, or one with a piece missing. */
export const FRAGMENT_COUNTS = ['whole', 'all-found', 'missing'] as const;
export type FragmentCount = (typeof FRAGMENT_COUNTS)[number];

/** Whether a machine must stay stopped after a removal: a missing piece may be in the work, the hook or the case. */
export function mustStop(fragments: FragmentCount): boolean {
  return fragments === 'missing';
}
