import { chiSquare2Quantile, findRoot } from '../numeric/index.js';
import { OutOfRange, requirePositive } from '../standing/index.js';
import { requireRecords, type LifeRecord } from './life-record.js';
import type { WeibullParameters } from './weibull.js';

/** A Weibull life fitted by maximum likelihood. */
export interface WeibullFit extends WeibullParameters {
  readonly failures: number;
  readonly records: number;
  readonly logLikelihood: number;
  /** Standard errors of the logarithms, from the observed information. */
  readonly seLnShape: number;
  readonly seLnScale: number;
}

/** Why there is no fit. `no-failure`: all still worked. `no-spread`: all failures were at the greatest age. */
export interface NoFit {
  readonly why: 'no-failure' | 'no-spread';
}

/** Range of shapes considered, as logarithms: outside it no life is a Weibull life. */
const [LEAST_LN_SHAPE, MOST_LN_SHAPE] = [Math.log(1e-3), Math.log(1e4)];

/** What the likelihood needs from the records, ages as shares of the greatest so that no power overflows. */
export interface WeibullData {
  readonly lnAges: Float64Array;
  /** Logarithms of the entry ages of part-used needles. */
  readonly lnEntries: Float64Array;
  readonly records: number;
  readonly failures: number;
  readonly sumLnFailed: number;
  /** Logarithm of the age that counts as 1. */
  readonly lnUnit: number;
}

/** @throws OutOfRange for an invalid record, or none at all */
export function weibullData(records: readonly LifeRecord[]): WeibullData {
  requirePositive('records', requireRecords(records).length);
  const greatest = records.reduce((most, { hours }) => Math.max(most, hours), 0);
  const failed = records.filter((one) => one.failed);
  return {
    lnAges: Float64Array.from(records, ({ hours }) => Math.log(hours / greatest)),
    lnEntries: Float64Array.from(
      records.filter(({ entryHours }) => entryHours > 0),
      ({ entryHours }) => Math.log(entryHours / greatest),
    ),
    records: records.length,
    failures: failed.length,
    sumLnFailed: failed.reduce((sum, { hours }) => sum + Math.log(hours / greatest), 0),
    lnUnit: Math.log(greatest),
  };
}

/** Sums over all records of t^b, t^b y and t^b y², y = ln t, entry ages subtracted. */
function powerSums({ lnAges, lnEntries }: WeibullData, shape: number): readonly [number, number, number] {
  let [sum, first, second] = [0, 0, 0];
  for (const y of lnAges) {
    const power = Math.exp(shape * y);
    sum += power;
    first += power * y;
    second += power * y * y;
  }
  for (const y of lnEntries) {
    const power = Math.exp(shape * y);
    sum -= power;
    first -= power * y;
    second -= power * y * y;
  }
  return [sum, first, second];
}

/**
 * Log-likelihood of a shape with its best scale, eta^b = sum (t^b - a^b) / r.
 *
 * @param data with at least one failure
 */
export function profileOfShape(data: WeibullData, shape: number): number {
  const [sum] = powerSums(data, shape);
  const r = data.failures;
  return r * Math.log((shape * r) / sum) + (shape - 1) * data.sumLnFailed - r - r * data.lnUnit;
}

/** Log-likelihood of a shape and a scale. */
export function weibullLogLikelihood(data: WeibullData, { shape, scaleHours }: WeibullParameters): number {
  const lnScale = Math.log(scaleHours) - data.lnUnit;
  const [sum] = powerSums(data, shape);
  const r = data.failures;
  return (
    r * (Math.log(shape) - shape * lnScale) +
    (shape - 1) * data.sumLnFailed -
    sum * Math.exp(-shape * lnScale) -
    r * data.lnUnit
  );
}

/**
 * Maximum likelihood fit of a Weibull life to needles that failed, were taken out before, or went in part-used: the
 * root in ln b of sum(t^b y) / sum(t^b) - 1/b - (1/r) sum_failed y = 0 with t^b - a^b where a needle entered at age
 * a, and eta^b = sum(t^b - a^b) / r (Lawless, Statistical Models and Methods for Lifetime Data; Meeker and Escobar,
 * Statistical Methods for Reliability Data).
 *
 * Below about six failures the shape comes out far too high: pool before acting on it.
 *
 * @throws OutOfRange for an invalid record, or none at all
 */
export function fitWeibull(records: readonly LifeRecord[]): WeibullFit | NoFit {
  const data = weibullData(records);
  const { failures: r, lnUnit } = data;
  if (r === 0) return { why: 'no-failure' };
  const slope = (lnShape: number): number => {
    const shape = Math.exp(lnShape);
    const [sum, first] = powerSums(data, shape);
    return first / sum - 1 / shape - data.sumLnFailed / r;
  };
  const bracket = bracketOf(slope);
  if (!bracket) return { why: 'no-spread' };
  const shape = Math.exp(findRoot(slope, ...bracket));
  const [sum] = powerSums(data, shape);
  const scaleHours = Math.exp(lnUnit + Math.log(sum / r) / shape);
  return {
    shape,
    scaleHours,
    failures: r,
    records: records.length,
    logLikelihood: profileOfShape(data, shape),
    ...standardErrors(data, shape),
  };
}

/** Shapes between which the slope of the likelihood changes sign, searched outwards from 1. */
function bracketOf(slope: (lnShape: number) => number): readonly [number, number] | null {
  let [low, high] = [0, 0];
  let at = slope(0);
  for (let width = 0.5; at < 0 && high < MOST_LN_SHAPE; width *= 2) {
    low = high;
    high = Math.min(MOST_LN_SHAPE, high + width);
    at = slope(high);
  }
  if (high > 0) return at >= 0 ? [low, high] : null;
  for (let width = 0.5; at > 0 && low > LEAST_LN_SHAPE; width *= 2) {
    high = low;
    low = Math.max(LEAST_LN_SHAPE, low - width);
    at = slope(low);
  }
  return at <= 0 ? [low, high] : null;
}

/** Of ln shape and ln scale, by inverting the second derivatives of the log-likelihood at its maximum. */
function standardErrors(data: WeibullData, shape: number): { seLnShape: number; seLnScale: number } {
  const [sum, first, second] = powerSums(data, shape);
  const r = data.failures;
  const lnScale = Math.log(sum / r) / shape;
  // With z = b (y - mu) and weights e^z = t^b r / sum, sums of e^z, e^z z and e^z z² over all records.
  const weight = r / sum;
  const e0 = r;
  const e1 = weight * shape * (first - lnScale * sum);
  const e2 = weight * shape ** 2 * (second - 2 * lnScale * first + lnScale ** 2 * sum);
  const scaleScale = shape ** 2 * e0;
  const scaleShape = -shape * e1;
  const shapeShape = e1 + e2 - shape * (data.sumLnFailed - r * lnScale);
  const determinant = scaleScale * shapeShape - scaleShape ** 2;
  return {
    seLnShape: Math.sqrt(scaleScale / determinant),
    seLnScale: Math.sqrt(shapeShape / determinant),
  };
}

/**
 * What the absence of failures still says: with a given shape the scale is above this with the given confidence,
 * since 2 sum t^b / eta^b would be chi-square with two degrees of freedom (Meeker and Escobar, chapter 8).
 *
 * @param confidence 0 to below 1
 */
export function scaleAtLeast(records: readonly LifeRecord[], shape: number, confidence = 0.95): number {
  if (!(confidence >= 0 && confidence < 1)) throw new OutOfRange('confidence', confidence, '0 to below 1');
  const data = weibullData(records);
  const [sum] = powerSums(data, requirePositive('shape', shape));
  return Math.exp(data.lnUnit + Math.log((2 * sum) / chiSquare2Quantile(confidence)) / shape);
}
