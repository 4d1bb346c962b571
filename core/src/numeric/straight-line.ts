import { OutOfRange } from '../standing/index.js';

/** 95 % points of Student's t for 1 to 30 degrees of freedom (any statistics handbook); 1.645 beyond. */
const T_95 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761, 1.753,
  1.746, 1.74, 1.734, 1.729, 1.725, 1.721, 1.717, 1.714, 1.711, 1.708, 1.706, 1.703, 1.701, 1.699, 1.697,
];

/** Number of points from which a line can estimate its own error. */
export const ENOUGH_POINTS = 3;

/** A least-squares line, with estimates of its own error. */
export interface StraightLine {
  readonly intercept: number;
  readonly slope: number;
  /** Half width of the middle 90 % for the slope. */
  readonly slopeHalf: number;
  at(x: number): number;
  /** Half width of the middle 90 % for a next point at `x`. */
  nextHalf(x: number): number;
}

/**
 * Least-squares line; null with fewer than three points, or all at one x.
 *
 * @throws OutOfRange for a point that is not finite
 */
export function straightLine(points: readonly (readonly [x: number, y: number])[]): StraightLine | null {
  for (const [x, y] of points) {
    if (!Number.isFinite(x)) throw new OutOfRange('x', x, 'a finite number');
    if (!Number.isFinite(y)) throw new OutOfRange('y', y, 'a finite number');
  }
  const n = points.length;
  if (n < ENOUGH_POINTS) return null;
  const sum = (of: (x: number, y: number) => number): number =>
    points.reduce((total, [x, y]) => total + of(x, y), 0);
  const [xMean, yMean] = [sum((x) => x) / n, sum((_, y) => y) / n];
  const spread = sum((x) => (x - xMean) ** 2);
  if (spread === 0) return null;
  const slope = sum((x, y) => (x - xMean) * (y - yMean)) / spread;
  const intercept = yMean - slope * xMean;
  const deviation = Math.sqrt(sum((x, y) => (y - intercept - slope * x) ** 2) / (n - 2));
  const t = T_95[n - 3] ?? 1.645;
  return {
    intercept,
    slope,
    slopeHalf: (t * deviation) / Math.sqrt(spread),
    at: (x) => intercept + slope * x,
    nextHalf: (x) => t * deviation * Math.sqrt(1 + 1 / n + (x - xMean) ** 2 / spread),
  };
}
