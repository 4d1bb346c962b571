import { OutOfRange, requireFinite } from '../standing/index.js';

/** Nodes and weights of Gauss-Legendre quadrature with eight points on -1 to 1 (Abramowitz and Stegun 25.4.30). */
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363] as const;
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763] as const;

/**
 * Integral of a smooth function over an interval cut into equal panels, eight points in each.
 *
 * @param panels whole number above 0; more for a function that varies quickly
 * @throws OutOfRange for limits that are not finite or an invalid number of panels
 */
export function integrate(f: (x: number) => number, from: number, to: number, panels: number): number {
  requireFinite('from', from);
  requireFinite('to', to);
  if (!Number.isInteger(panels) || panels < 1)
    throw new OutOfRange('panels', panels, 'a whole number above 0');
  const half = (to - from) / panels / 2;
  let sum = 0;
  for (let panel = 0; panel < panels; panel++) {
    const middle = from + (2 * panel + 1) * half;
    for (let i = 0; i < NODES.length; i++) {
      sum += WEIGHTS[i]! * (f(middle - half * NODES[i]!) + f(middle + half * NODES[i]!));
    }
  }
  return sum * half;
}
