import { requirePositive } from '../standing/index.js';

/** One needle's stay, with its lot and dates. */
export interface LotNeedle {
  /** Null if nobody recorded it. */
  readonly lotId: string | null;
  readonly entryHours: number;
  readonly hours: number;
  readonly failed: boolean;
  readonly fromMs: number;
  readonly toMs: number;
  /** Scale of lives in its machine: a lot is not bad because it was used in a hard one. */
  readonly scaleHours: number;
}

/** What the needles of a group say about one of their lots. */
export interface LotEvidence {
  readonly lotId: string;
  readonly needles: number;
  readonly failures: number;
  /** Failures expected from as many needles over the same ages, by the group's distribution. */
  readonly expected: number;
  /** Evidence that the lot wears faster than the others: 1 says nothing. */
  readonly evidence: number;
  /** Whether it is enough, allowing for all lots and all looks at the data. */
  readonly bad: boolean;
}

/** How many times faster a bad lot may fail; the evidence is the mean over these. Assumption. */
const TIMES_FASTER = [1.5, 2, 3, 5] as const;
/** Probability of ever calling any lot of a group bad when none is, however often one looks. */
export const LOT_ERROR = 0.05;

/**
 * Compares the lots of a group, failure by failure in chronological order. When a needle fails, each needle in a
 * machine at that moment was the candidate its age makes it; a bad lot is a given number of times likelier. The
 * product of these ratios is a test martingale while no lot is bad, so by Ville's inequality the probability that it
 * ever exceeds 1/a is at most a: one may look after every needle. With several lots the bound is shared out among
 * them (Bonferroni). The shape of the group and the scales of its machines are taken as known.
 *
 * Source: Ville (1939); test martingales for the proportional hazards of Cox (1972), as in the safe log-rank test.
 */
export function lotEvidence(needles: readonly LotNeedle[], shape: number): readonly LotEvidence[] {
  const lotIds = [...new Set(needles.flatMap(({ lotId }) => (lotId === null ? [] : [lotId])))];
  const logs = new Map(lotIds.map((lotId) => [lotId, TIMES_FASTER.map(() => 0)]));
  for (const { failedLot, hazardOfLot, hazard } of momentsOfFailure(needles, shape)) {
    for (const [lotId, own] of hazardOfLot) {
      const sums = logs.get(lotId)!;
      TIMES_FASTER.forEach((times, i) => {
        const hit = failedLot === lotId ? Math.log(times) : 0;
        sums[i]! += hit - Math.log1p(((times - 1) * own) / hazard);
      });
    }
  }
  const enough = lotIds.length / LOT_ERROR;
  return lotIds.map((lotId) => {
    const own = needles.filter((needle) => needle.lotId === lotId);
    const evidence = meanExp(logs.get(lotId)!);
    return {
      lotId,
      needles: own.length,
      failures: own.filter(({ failed }) => failed).length,
      expected: expectedFailures(own, shape),
      evidence,
      bad: evidence >= enough,
    };
  });
}

interface Moment {
  readonly failedLot: string | null;
  /** Total hazard of all needles at work, and of each lot among them. */
  readonly hazard: number;
  readonly hazardOfLot: ReadonlyMap<string, number>;
}

/** Every failure in order, with what was at work at that moment. */
function* momentsOfFailure(needles: readonly LotNeedle[], shape: number): Generator<Moment> {
  requirePositive('shape', shape);
  const byStart = [...needles]
    .filter(({ fromMs, toMs }) => toMs > fromMs)
    .sort((a, b) => a.fromMs - b.fromMs);
  const failures = byStart.filter(({ failed }) => failed).sort((a, b) => a.toMs - b.toMs);
  let atWork: LotNeedle[] = [];
  let next = 0;
  for (const failure of failures) {
    const ms = failure.toMs;
    while (next < byStart.length && byStart[next]!.fromMs < ms) atWork.push(byStart[next++]!);
    atWork = atWork.filter(({ toMs }) => toMs >= ms);
    const hazardOfLot = new Map<string, number>();
    let hazard = 0;
    for (const needle of atWork) {
      const one = (ageAt(needle, ms) / needle.scaleHours) ** (shape - 1) / needle.scaleHours;
      hazard += one;
      if (needle.lotId !== null) hazardOfLot.set(needle.lotId, (hazardOfLot.get(needle.lotId) ?? 0) + one);
    }
    if (hazard > 0 && Number.isFinite(hazard)) yield { failedLot: failure.lotId, hazard, hazardOfLot };
  }
}

/** A needle's running hours at an instant of its stay, as if it had run evenly. */
function ageAt({ entryHours, hours, fromMs, toMs }: LotNeedle, ms: number): number {
  return Math.max(1e-9, entryHours + ((hours - entryHours) * (ms - fromMs)) / (toMs - fromMs));
}

function expectedFailures(needles: readonly LotNeedle[], shape: number): number {
  return needles.reduce(
    (sum, { entryHours, hours, scaleHours }) =>
      sum + (hours / scaleHours) ** shape - (entryHours / scaleHours) ** shape,
    0,
  );
}

/** Mean of exponentials, safe for large ones. */
function meanExp(logs: readonly number[]): number {
  const most = Math.max(...logs);
  return (
    Math.exp(Math.min(700, most)) * (logs.reduce((sum, log) => sum + Math.exp(log - most), 0) / logs.length)
  );
}

/** Largest share of needles with too much friction in a good lot. Assumption. */
const GOOD_LOT_SHARE = 0.05;
const BAD_SHARES = [0.15, 0.3, 0.6, 0.9] as const;

/**
 * Evidence that a lot has more needles with too much eye friction than a good one may; 1 says nothing. Like that of
 * lives it may be examined after every needle: a good lot ever exceeds 20 with a probability of at most 5 %.
 *
 * @param tooMuch how many of the needles tested, in any order, had too much
 */
export function frictionEvidence(tested: number, tooMuch: number): number {
  return meanExp(
    BAD_SHARES.map(
      (share) =>
        tooMuch * Math.log(share / GOOD_LOT_SHARE) +
        (tested - tooMuch) * (Math.log1p(-share) - Math.log1p(-GOOD_LOT_SHARE)),
    ),
  );
}
