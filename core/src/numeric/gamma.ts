import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/** Lanczos coefficients for g = 7, nine terms (Godfrey 2001, from memory; checked against a reference library). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
] as const;
const G = 7;

/** Natural logarithm of the gamma function for x above 0. */
export function lnGamma(x: number): number {
  requirePositive('x', x);
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - lnGamma(1 - x);
  const shifted = x - 1;
  const sum = LANCZOS.reduce<number>(
    (total, c, i) => (i === 0 ? total : total + c / (shifted + i)),
    LANCZOS[0],
  );
  const t = shifted + G + 0.5;
  return 0.5 * Math.log(2 * Math.PI) + (shifted + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Enough terms for a shape: the series and the fraction take some multiple of its square root. */
const termsFor = (a: number): number => 2000 + Math.ceil(20 * Math.sqrt(a));
const TINY = 1e-300;
/**
 * From this shape on the front factor is taken from Stirling's series, where differences of large numbers lose
 * digits.
 */
const LARGE_SHAPE = 50;

/**
 * Regularised lower incomplete gamma function P(a, x): the series DLMF 8.11.4 below a + 1, the continued fraction DLMF
 * 8.9.2 above it.
 *
 * @param a above 0, checked up to 1e8
 * @param x 0 or more
 */
export function gammaP(a: number, x: number): number {
  requirePositive('a', a);
  if (requireNotNegative('x', x) === 0) return 0;
  return x < a + 1 ? lowerSeries(a, x) : 1 - upperFraction(a, x);
}

function lowerSeries(a: number, x: number): number {
  let term = 1 / a;
  let sum = term;
  const most = termsFor(a);
  for (let n = 1; n < most && Math.abs(term) > Number.EPSILON * Math.abs(sum) * 0.1; n++) {
    term *= x / (a + n);
    sum += term;
  }
  return sum * frontFactor(a, x);
}

/**
 * x^a e^-x / Gamma(a). For large shapes through the difference of x and a, with Stirling's series (DLMF 5.11.1): the
 * logarithms of its parts are so large that their difference would have no digits left.
 */
function frontFactor(a: number, x: number): number {
  if (a < LARGE_SHAPE) return Math.exp(a * Math.log(x) - x - lnGamma(a));
  const off = (x - a) / a;
  const rest = 1 / (12 * a) - 1 / (360 * a ** 3) + 1 / (1260 * a ** 5);
  return Math.sqrt(a / (2 * Math.PI)) * Math.exp(a * (Math.log1p(off) - off) - rest);
}

/** Lentz's method for evaluating a continued fraction. */
function upperFraction(a: number, x: number): number {
  let b = x + 1 - a;
  let c = 1 / TINY;
  let d = 1 / b;
  let product = d;
  const most = termsFor(a);
  for (let n = 1; n < most; n++) {
    const an = -n * (n - a);
    b += 2;
    d = 1 / (an * d + b || TINY);
    c = b + an / c || TINY;
    const change = c * d;
    product *= change;
    if (Math.abs(change - 1) < Number.EPSILON) break;
  }
  return product * frontFactor(a, x);
}

/** Quantile of chi-square with two degrees of freedom; probability 0 to below 1. */
export function chiSquare2Quantile(chance: number): number {
  if (!(chance >= 0 && chance < 1)) throw new OutOfRange('chance', chance, '0 to below 1');
  return -2 * Math.log1p(-chance);
}

/** 95 % point of chi-square with one degree of freedom (any statistics handbook). */
export const CHI_SQUARE_1_95 = 3.841458820694124;
/** Two-sided 95 % point of the standard normal distribution. */
export const NORMAL_95 = 1.959963984540054;
