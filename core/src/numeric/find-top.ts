const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The maximum of a unimodal function between two points, by golden section (Kiefer 1953).
 *
 * @param tolerance width at which the search ends; below about 1e-8 of the function's own width nothing is gained
 */
export function findTop(f: (x: number) => number, from: number, to: number, tolerance = 1e-7): number {
  let [low, high] = [from, to];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [fa, fb] = [f(a), f(b)];
  while (high - low > tolerance) {
    if (fa > fb) {
      [high, b, fb] = [b, a, fa];
      a = high - GOLDEN * (high - low);
      fa = f(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + GOLDEN * (high - low);
      fb = f(b);
    }
  }
  return (low + high) / 2;
}
