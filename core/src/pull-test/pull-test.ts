import { requirePositive } from '../standing/index.js';

/** What gave way when a sewn piece was pulled apart. */
export const BREAKS = ['needle-thread', 'bobbin-thread', 'material', 'slipped', 'held'] as const;
export type Break = (typeof BREAKS)[number];

/** A seam that was pulled until something gave way. */
export interface PullTest {
  readonly broke: Break;
  /** Force at which it did; null if nobody measured it. */
  readonly forceN: number | null;
  /** Length of seam that was pulled. */
  readonly widthMm: number | null;
}

/** The results of a seam's pull tests. */
export interface PullVerdict {
  readonly tests: number;
  /** What gave way most often; null without a test, and for a tie. */
  readonly weakest: Break | null;
  /** Mean strength of the seam in N per cm, over the tests in which its thread broke; null for none. */
  readonly brokeNPerCm: number | null;
  /** Highest force that the seam has held without its thread breaking, in N per cm; null for none. */
  readonly heldNPerCm: number | null;
}

const ofThread = ({ broke }: PullTest): boolean => broke === 'needle-thread' || broke === 'bobbin-thread';

/** Force per cm of seam; null if force or length was not measured. @throws OutOfRange for one that is not positive */
export function pullNPerCm({ forceN, widthMm }: PullTest): number | null {
  if (forceN === null || widthMm === null) return null;
  return requirePositive('forceN', forceN) / (requirePositive('widthMm', widthMm) / 10);
}

/** Summarises the pull tests of a seam: what gives way first, and what it bears. Never a rating. */
export function pullVerdict(tests: readonly PullTest[]): PullVerdict {
  const counts = BREAKS.map((broke) => tests.filter((test) => test.broke === broke).length);
  const most = Math.max(...counts);
  const weakest =
    counts.filter((count) => count === most).length === 1 ? BREAKS[counts.indexOf(most)]! : null;
  const forces = (of: (test: PullTest) => boolean): readonly number[] =>
    tests.filter(of).flatMap((test) => pullNPerCm(test) ?? []);
  const broke = forces(ofThread);
  const held = forces((test) => !ofThread(test));
  return {
    tests: tests.length,
    weakest: tests.length === 0 ? null : weakest,
    brokeNPerCm: broke.length === 0 ? null : broke.reduce((sum, one) => sum + one, 0) / broke.length,
    heldNPerCm: held.length === 0 ? null : Math.max(...held),
  };
}

/** A measured strength beside the estimate of the seam it was measured on. */
export interface MeasuredStrength {
  readonly measuredNPerCm: number;
  readonly estimateNPerCm: number;
}

/** From this many measured seams on, the shop's own tests correct the estimate. Assumption. */
const ENOUGH = 3;

/**
 * Ratio of measured to estimated strength in this shop: the geometric mean, so that one seam twice and one half as
 * strong even out; null while too few were measured.
 *
 * @throws OutOfRange for a strength that is not positive
 */
export function strengthRatio(measured: readonly MeasuredStrength[]): number | null {
  if (measured.length < ENOUGH) return null;
  const logs = measured.map(({ measuredNPerCm, estimateNPerCm }) =>
    Math.log(
      requirePositive('measuredNPerCm', measuredNPerCm) / requirePositive('estimateNPerCm', estimateNPerCm),
    ),
  );
  return Math.exp(logs.reduce((sum, one) => sum + one, 0) / logs.length);
}
