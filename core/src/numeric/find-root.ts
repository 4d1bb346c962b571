import { OutOfRange } from '../standing/index.js';

const MOST_STEPS = 200;

/**
 * A root of a continuous function between two points where its signs differ, to the last bits: bisection that takes
 * the secant through the last points where that is safe (Brent 1973, Algorithms for Minimization without Derivatives,
 * chapter 4).
 *
 * @throws OutOfRange when the signs at both ends are the same
 */
export function findRoot(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  let [fa, fb] = [f(a), f(b)];
  if (!(fa * fb <= 0)) throw new OutOfRange('f(low) * f(high)', fa * fb, '0 or less');
  let [c, fc] = [a, fa];
  let last = b - a;
  let before = last;
  for (let step = 0; step < MOST_STEPS && fb !== 0; step++) {
    if (fb * fc > 0) {
      [c, fc] = [a, fa];
      last = before = b - a;
    }
    if (Math.abs(fc) < Math.abs(fb)) {
      [a, b, c] = [b, c, b];
      [fa, fb, fc] = [fb, fc, fb];
    }
    const tolerance = 2 * Number.EPSILON * Math.abs(b);
    const half = (c - b) / 2;
    if (Math.abs(half) <= tolerance) break;
    const jump =
      Math.abs(before) >= tolerance && Math.abs(fa) > Math.abs(fb) ? interpolated(a, b, c, fa, fb, fc) : null;
    if (
      jump !== null &&
      Math.abs(jump) < Math.min(1.5 * Math.abs(half), Math.abs(before) / 2) &&
      jump * half > 0
    ) {
      before = last;
      last = jump;
    } else {
      before = last = half;
    }
    [a, fa] = [b, fb];
    b += Math.abs(last) > tolerance ? last : Math.sign(half) * tolerance;
    fb = f(b);
  }
  return b;
}

/** Step from `b` by the parabola through three points on their side, or the secant through two. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number): number {
  const s = fb / fa;
  if (a === c) return ((b - c) * s) / (1 - s);
  const [q, r] = [fa / fc, fb / fc];
  const rise = s * ((c - b) * q * (q - r) - (b - a) * (r - 1));
  return -rise / ((q - 1) * (r - 1) * (s - 1));
}
