import { findRoot, findTop, gammaP, lnGamma, NORMAL_95 } from '../numeric/index.js';
import type { NoFit } from './fit-weibull.js';
import { requireRecords, type LifeRecord } from './life-record.js';
import type { Interval } from './likelihood-interval.js';

/** The lives of the needles of one machine. */
export interface MachineLives {
  readonly machineId: string;
  readonly records: readonly LifeRecord[];
}

/** What the group lends a machine: its own scale, drawn towards the others' the fewer failures it has. */
export interface PooledMachine {
  readonly machineId: string;
  readonly failures: number;
  readonly scaleHours: number;
  /** 95 % limits of the scale, given the shape of the group. */
  readonly scaleLimits: Interval;
}

/** Needles of similar machines on similar work: one shape for all, a scale for each. */
export interface PooledLives {
  readonly shape: number;
  /** 95 % limits of the shape, from the curvature of the evidence. */
  readonly shapeLimits: Interval;
  /** Scale for a machine of the group without data. */
  readonly scaleHours: number;
  /** How much machines differ: standard deviation of the failure rate over its mean. */
  readonly spread: number;
  readonly failures: number;
  readonly machines: readonly PooledMachine[];
}

/** Priors: the shape is lognormal about 2, wear that sets in; and machines differ by about half. Assumption. */
const SHAPE_PRIOR = { lnMean: Math.log(2), lnDeviation: 0.4 } as const;
const ALIKENESS_PRIOR = { lnMean: Math.log(4), lnDeviation: 1.2 } as const;
const [LEAST_LN_ALIKE, MOST_LN_ALIKE] = [Math.log(0.05), Math.log(5000)];
const REACH = 2;
const TOLERANCE = 1e-5;
/** Step of the second difference for the curvature of the evidence, and its lower limit. */
const STEP = 0.05;
const LEAST_CURVATURE = 1e-6;

/**
 * Lives of a group of machines estimated together (empirical Bayes, gamma and Poisson: Carlin and Louis, Bayesian
 * Methods for Data Analysis). Given the shape b, the rate of machine i is lambda_i = eta_i^-b ~ Gamma(A, B) and its
 * estimate (A + r_i) / (B + U_i) with U_i = sum(t^b - a^b); b, A and B are where the marginal likelihood with its
 * weak priors peaks.
 *
 * @throws OutOfRange for an invalid record
 */
export function poolLives(machines: readonly MachineLives[]): PooledLives | NoFit {
  const known = machines.filter(({ records }) => requireRecords(records).length > 0);
  const all = known.flatMap(({ records }) => records);
  const failures = all.filter(({ failed }) => failed).length;
  if (failures === 0) return { why: 'no-failure' };
  // Ages as shares of the greatest, so that no power overflows.
  const unit = all.reduce((most, { hours }) => Math.max(most, hours), 0);
  const lives = known.map((machine) => scaledLives(machine, unit));
  const sumLnFailed = all.reduce((sum, one) => sum + (one.failed ? Math.log(one.hours / unit) : 0), 0);
  const at = (lnShape: number) => {
    const shape = Math.exp(lnShape);
    const counts = lives.map((life) => ({ failures: life.failures, exposure: exposureOf(life, shape) }));
    const own = failures * lnShape + (shape - 1) * sumLnFailed - square(lnShape, SHAPE_PRIOR);
    const alike = alikeness(counts);
    return { shape, counts, alike, evidence: own + alike.evidence };
  };
  const evidence = (lnShape: number): number => at(lnShape).evidence;
  const lnShape = findTop(evidence, SHAPE_PRIOR.lnMean - REACH, SHAPE_PRIOR.lnMean + REACH, TOLERANCE);
  const { shape, counts, alike } = at(lnShape);
  const { a, b } = alike;
  const curvature = (2 * evidence(lnShape) - evidence(lnShape - STEP) - evidence(lnShape + STEP)) / STEP ** 2;
  const half = NORMAL_95 / Math.sqrt(Math.max(curvature, LEAST_CURVATURE));
  const scaleOf = (rate: number): number => unit * rate ** (-1 / shape);
  return {
    shape,
    shapeLimits: { low: shape * Math.exp(-half), high: shape * Math.exp(half) },
    scaleHours: scaleOf(a / b),
    spread: 1 / Math.sqrt(a),
    failures,
    machines: known.map(({ machineId }, i) => {
      const own = counts[i]!;
      const [count, exposure] = [a + own.failures, b + own.exposure];
      return {
        machineId,
        failures: own.failures,
        scaleHours: scaleOf(count / exposure),
        scaleLimits: {
          low: scaleOf(gammaQuantile(count, 0.975) / exposure),
          high: scaleOf(gammaQuantile(count, 0.025) / exposure),
        },
      };
    }),
  };
}

/** Logarithms of ages as shares of a unit. */
interface ScaledLives {
  readonly failures: number;
  readonly lnAges: Float64Array;
  readonly lnEntries: Float64Array;
}

function scaledLives({ records }: MachineLives, unit: number): ScaledLives {
  const partUsed = records.filter(({ entryHours }) => entryHours > 0);
  return {
    failures: records.filter(({ failed }) => failed).length,
    lnAges: Float64Array.from(records, ({ hours }) => Math.log(hours / unit)),
    lnEntries: Float64Array.from(partUsed, ({ entryHours }) => Math.log(entryHours / unit)),
  };
}

/** sum (t^b - a^b). */
function exposureOf({ lnAges, lnEntries }: ScaledLives, shape: number): number {
  const powers = (lns: Float64Array): number => lns.reduce((sum, ln) => sum + Math.exp(shape * ln), 0);
  return powers(lnAges) - powers(lnEntries);
}

interface Count {
  readonly failures: number;
  readonly exposure: number;
}

/** How similar the machines are: the gamma distribution of their rates, and the evidence for it. */
function alikeness(counts: readonly Count[]): {
  readonly a: number;
  readonly b: number;
  readonly evidence: number;
} {
  const of = (lnA: number) => {
    const a = Math.exp(lnA);
    const b = meanGoesWith(counts, a);
    const evidence = counts.reduce(
      (sum, { failures, exposure }) =>
        sum + a * Math.log(b) - lnGamma(a) + lnGamma(a + failures) - (a + failures) * Math.log(b + exposure),
      -square(lnA, ALIKENESS_PRIOR),
    );
    return { a, b, evidence };
  };
  return of(findTop((lnA) => of(lnA).evidence, LEAST_LN_ALIKE, MOST_LN_ALIKE, TOLERANCE));
}

/** The best B for an A: root of sum (A U_i - r_i B) / (B + U_i), which falls in B. */
function meanGoesWith(counts: readonly Count[], a: number): number {
  const balance = (lnB: number): number => {
    const b = Math.exp(lnB);
    return counts.reduce(
      (sum, { failures, exposure }) => sum + (a * exposure - failures * b) / (b + exposure),
      0,
    );
  };
  const total = counts.reduce((sum, { exposure }) => sum + exposure, 0);
  const failures = counts.reduce((sum, one) => sum + one.failures, 0);
  const middle = Math.log((a * total) / failures);
  let reach = 1;
  while (balance(middle - reach) < 0 || balance(middle + reach) > 0) reach *= 2;
  return Math.exp(findRoot(balance, middle - reach, middle + reach));
}

function square(x: number, { lnMean, lnDeviation }: { lnMean: number; lnDeviation: number }): number {
  return 0.5 * ((x - lnMean) / lnDeviation) ** 2;
}

/** Quantile of a gamma variable with a given shape and rate 1. */
function gammaQuantile(a: number, chance: number): number {
  const over = (lnX: number): number => gammaP(a, Math.exp(lnX)) - chance;
  let reach = 1;
  const middle = Math.log(a);
  while (over(middle - reach) > 0 || over(middle + reach) < 0) reach *= 2;
  return Math.exp(findRoot(over, middle - reach, middle + reach));
}
