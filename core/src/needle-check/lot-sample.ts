import { lnGamma } from '../numeric/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange } from '../standing/index.js';

/** How many needles of a delivery to check, and how many of them may be bad. */
export interface LotSample {
  readonly needles: number;
  readonly allowed: number;
  /** Probability that a delivery with the share to be detected is accepted all the same. */
  readonly missChance: number;
  /** Probability that one with 1 bad needle in 100 is rejected. */
  readonly refusedChance: number;
}

/** The result of a sample so far. */
export type SampleVerdict = 'go-on' | 'accept' | 'refuse';

/** A share of bad needles that nobody would return a delivery for. Assumption. */
const HARMLESS_SHARE = 0.01;

/**
 * The smallest sample that accepts a delivery with the shop's share of bad needles with no more than the shop's risk:
 * a single sampling plan by attributes, as in ISO 2859 (its tables were not used; from memory).
 *
 * @param received needles in the delivery; null if nobody counted them, treated as infinitely many
 */
export function lotSample(received: number | null, values: Values = SHIPPED_VALUES): LotSample {
  const share = values['lot.bad-share'].value;
  const risk = values['lot.miss-risk'].value;
  const allowed = Math.round(values['lot.bad-allowed'].value);
  const most = received ?? 5000;
  let needles = Math.min(most, allowed + 1);
  while (needles < most && passChance(received, needles, allowed, share) > risk) needles++;
  return {
    needles,
    allowed,
    missChance: passChance(received, needles, allowed, share),
    refusedChance: 1 - passChance(received, needles, allowed, HARMLESS_SHARE),
  };
}

/**
 * The result of the needles checked so far: rejected as soon as one too many is bad, accepted when the sample is
 * full.
 */
export function judgeSample(
  { needles, allowed }: Pick<LotSample, 'needles' | 'allowed'>,
  { checked, bad }: { readonly checked: number; readonly bad: number },
): SampleVerdict {
  if (bad > allowed) return 'refuse';
  return checked >= needles ? 'accept' : 'go-on';
}

/**
 * Probability that at most `allowed` of a sample are bad: hypergeometric for a delivery of known size, with the bad
 * ones rounded up to whole needles, binomial otherwise.
 *
 * @throws OutOfRange for a share outside 0 to 1 or a sample larger than the delivery
 */
export function passChance(
  received: number | null,
  needles: number,
  allowed: number,
  badShare: number,
): number {
  if (!(badShare >= 0 && badShare <= 1)) throw new OutOfRange('badShare', badShare, '0 to 1');
  if (received !== null && needles > received)
    throw new OutOfRange('needles', needles, `at most the ${received} received`);
  const bad = received === null ? null : Math.ceil(badShare * received - 1e-9);
  let sum = 0;
  for (let k = 0; k <= Math.min(allowed, needles); k++)
    sum += Math.exp(
      bad === null || received === null
        ? lnChoose(needles, k) + lnPower(badShare, k) + lnPower(1 - badShare, needles - k)
        : lnChoose(bad, k) + lnChoose(received - bad, needles - k) - lnChoose(received, needles),
    );
  return Math.min(1, sum);
}

/** Logarithm of a power, with 0 to the 0 as 1. */
const lnPower = (base: number, exponent: number): number => (exponent === 0 ? 0 : exponent * Math.log(base));

/** Logarithm of the number of ways to take k of n; of zero when there are too few. */
function lnChoose(n: number, k: number): number {
  if (k < 0 || k > n) return -Infinity;
  return lnGamma(n + 1) - lnGamma(k + 1) - lnGamma(n - k + 1);
}
