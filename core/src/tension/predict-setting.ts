import { OutOfRange, requirePositive } from '../standing/index.js';
import { DRAMATIC_STEPS } from '../thread/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** A balanced setting with the work it was found for. */
export interface SettledWork {
  readonly threadDiameterMm: number;
  readonly stackMm: number;
  readonly turns: number;
}

/** Where a setting is expected for work that was never sewn on a machine. */
export interface SettingPrediction {
  readonly meanTurns: number;
  readonly sdTurns: number;
  /** The middle 90 % for the balanced setting. */
  readonly lowTurns: number;
  readonly highTurns: number;
  /** Balanced works it was learned from. */
  readonly learnedFrom: number;
  /** Ladder steps to the nearest such thread if that is a jump, two or more; else 0: start loose and say so. */
  readonly jumpSteps: number;
  /** Fewer than three works say little about thread and stack separately. */
  readonly tooLittle: boolean;
}

/** Number of works from which a prediction separates thread and stack. */
export const ENOUGH_WORKS = 3;
const NINETY = 1.6449;
/** One unit of each: a tenth of a millimetre of thread, two millimetres of stack. */
const UNITS = { threadMm: 0.1, stackMm: 2, threadAt: 0.4, stackAt: 3 } as const;

/**
 * Bayesian linear regression of the balanced setting on thread diameter and stack thickness, from works balanced on
 * the same machine: s = a + b (d - 0.4) / 0.1 + c (t - 3) / 2, with normal priors on all three. The noise of a
 * balanced setting is what work and hand add, plus its position anywhere in the window: eps² + W² / 12.
 *
 * The slope of thread is uncertain in sign: on one knob a thicker thread is squeezed harder and needs fewer turns, on
 * another it needs more. A jump of two ladder steps or more from every balanced thread widens the spread.
 *
 * @param jumpSteps ladder steps to the nearest such thread, in either direction
 * @param startTurns where the intercept is expected before anything is known about the machine
 * @param windowTurns typical width of the window, above 0
 * @throws OutOfRange for measurements that are not positive or settings that are not finite
 */
export function predictSetting(
  wanted: Omit<SettledWork, 'turns'>,
  settled: readonly SettledWork[],
  startTurns: number,
  windowTurns: number,
  values: Values = SHIPPED_VALUES,
  jumpSteps = 0,
): SettingPrediction {
  requirePositive('windowTurns', windowTurns);
  if (!Number.isFinite(startTurns)) throw new OutOfRange('startTurns', startTurns, 'a finite number');
  const noise = values['tension.work-noise'].value ** 2 + windowTurns ** 2 / 12;
  const spread = [
    values['tension.machine-spread'].value,
    values['tension.thread-slope'].value,
    values['tension.stack-slope'].value,
  ];
  const rows = settled.map(featuresOf);
  // Posterior precision and its right-hand side about the prior mean (startTurns, b0, c0).
  const prior = [
    startTurns,
    values['tension.thread-slope-mean'].value,
    values['tension.stack-slope-mean'].value,
  ];
  const precision = spread.map((sd, i) =>
    spread.map(
      (_, j) => (i === j ? 1 / sd ** 2 : 0) + rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0) / noise,
    ),
  );
  const right = prior.map(
    (mean, i) =>
      mean / spread[i]! ** 2 + rows.reduce((sum, row, n) => sum + row[i]! * settled[n]!.turns, 0) / noise,
  );
  const features = featuresOf({ ...wanted, turns: 0 });
  const weights = solve(precision, right);
  const spreadOf = solve(precision, features);
  const meanTurns = dot(features, weights);
  const jump = settled.length > 0 && jumpSteps >= DRAMATIC_STEPS - 1e-9 ? jumpSteps : 0;
  const jumpSd = jump * values['tension.jump-spread'].value;
  const variance =
    Math.max(0, dot(features, spreadOf)) + values['tension.work-noise'].value ** 2 + jumpSd ** 2;
  const sdTurns = Math.sqrt(variance);
  return {
    meanTurns,
    sdTurns,
    lowTurns: meanTurns - NINETY * sdTurns,
    highTurns: meanTurns + NINETY * sdTurns,
    learnedFrom: settled.length,
    jumpSteps: jump,
    tooLittle: settled.length < ENOUGH_WORKS,
  };
}

function featuresOf({ threadDiameterMm, stackMm, turns }: SettledWork): readonly number[] {
  requirePositive('threadDiameterMm', threadDiameterMm);
  requirePositive('stackMm', stackMm);
  if (!Number.isFinite(turns)) throw new OutOfRange('turns', turns, 'a finite number');
  return [1, (threadDiameterMm - UNITS.threadAt) / UNITS.threadMm, (stackMm - UNITS.stackAt) / UNITS.stackMm];
}

const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, one, i) => sum + one * b[i]!, 0);

/** Solves a small symmetric positive definite system by Cholesky's method. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const n = right.length;
  const lower = matrix.map(() => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      const rest =
        matrix[i]![j]! - lower[i]!.slice(0, j).reduce((sum, one, k) => sum + one * lower[j]![k]!, 0);
      lower[i]![j] = i === j ? Math.sqrt(rest) : rest / lower[j]![j]!;
    }
  }
  const down: number[] = [];
  for (let i = 0; i < n; i++) {
    down[i] = (right[i]! - down.reduce((sum, one, k) => sum + one * lower[i]![k]!, 0)) / lower[i]![i]!;
  }
  const up = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    const after = up.reduce((sum, one, k) => (k > i ? sum + one * lower[k]![i]! : sum), 0);
    up[i] = (down[i]! - after) / lower[i]![i]!;
  }
  return up;
}
