import { OutOfRange, requirePositive } from '../standing/index.js';
import { anyJudge, JUDGE_KINDS, judgeWeights, type JudgeKind, type JudgeWeights } from './seam-judge.js';
import { gradeIndex, lockPosition } from './seam-model.js';
import type { SeamGrade } from './seam-grade.js';
import { GRADE_COUNT, placeOf, tablePlace, type WindowGrid } from './window-grid.js';

/**
 * What is believed about a machine's balanced setting, the width of its window, and the judge who grades its seams:
 * test seams carry information on nothing else. A belief is immutable; each seam gives a new one.
 */
export interface WindowBelief {
  readonly grid: WindowGrid;
  /** Probability of each triple, settings within widths within kinds of judges; adds up to one. */
  readonly chances: Float64Array;
}

/** What is known before the first seam: the setting, normal about a mean, and who will judge. */
export interface WindowPrior {
  readonly grid: WindowGrid;
  readonly meanTurns: number;
  readonly sdTurns: number;
  /** What the judge is believed to be; nothing known by default. */
  readonly judge?: JudgeWeights;
}

/** A seam in the form the belief uses. */
export interface ObservedSeam {
  readonly turns: number;
  readonly grade: SeamGrade;
  /** Measured position of the knot as a share of the stack from the underside; null if the seam was not cut open. */
  readonly lockDepth: number | null;
}

/**
 * Belief before the first seam.
 *
 * @throws OutOfRange for a standard deviation that is not positive or a mean that is not finite
 */
export function priorBelief({ grid, meanTurns, sdTurns, judge }: WindowPrior): WindowBelief {
  requirePositive('sdTurns', sdTurns);
  if (!Number.isFinite(meanTurns)) throw new OutOfRange('meanTurns', meanTurns, 'a finite number');
  const weights = judge ?? anyJudge(grid.values);
  // A mean beyond the travel would leave nothing on the grid: the end of the travel is the nearest possible.
  const mean = Math.min(grid.settings.at(-1)!, Math.max(0, meanTurns));
  const own = grid.settings.map((setting) => Math.exp(-0.5 * ((setting - mean) / sdTurns) ** 2));
  const all = JUDGE_KINDS.flatMap((kind) => grid.widths.flatMap(() => own.map((one) => weights[kind] * one)));
  return { grid, chances: normalised(Float64Array.from(all)) };
}

/** Belief after a seam. A setting off the grid is moved to the nearest grid point. */
export function observe({ grid, chances }: WindowBelief, seam: ObservedSeam): WindowBelief {
  const at = placeOf(grid, seam.turns);
  const g = gradeIndex(seam.grade);
  const count = grid.settings.length;
  const next = new Float64Array(chances.length);
  for (let row = 0; row < rowsOf(grid); row++) {
    for (let s = 0; s < count; s++) {
      const i = row * count + s;
      if (chances[i] === 0) continue;
      next[i] = chances[i]! * grid.grades[tablePlace(grid, row, at - s) * GRADE_COUNT + g]!;
      if (seam.lockDepth !== null) next[i]! *= depthChance(grid, seam.lockDepth, seam.turns, row, s);
    }
  }
  return { grid, chances: normalised(next) };
}

/** Rows of settings: one for each kind of judge and width. */
const rowsOf = ({ widths }: WindowGrid): number => JUDGE_KINDS.length * widths.length;
const widthOf = ({ widths }: WindowGrid, row: number): number => widths[row % widths.length]!;

/**
 * Density of a measured knot depth: subject to the ruler's error and the model's, and occasionally misread
 * altogether. So one measured knot is strong evidence, but never certainty.
 */
function depthChance(grid: WindowGrid, depth: number, turns: number, row: number, s: number): number {
  const { settings, values } = grid;
  const expected = lockPosition((turns - settings[s]!) / (widthOf(grid, row) / 2), values);
  const sd = Math.hypot(values['tension.depth-error'].value, values['tension.lock-law-error'].value);
  const misread = values['tension.depth-slip'].value;
  const normal = Math.exp(-0.5 * ((depth - expected) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI));
  return (1 - misread) * normal + misread;
}

/** Probability that a setting is in the window, whoever judges. */
export function inWindow({ grid, chances }: WindowBelief, turns: number): number {
  const count = grid.settings.length;
  let sum = 0;
  for (let row = 0; row < rowsOf(grid); row++) {
    const half = widthOf(grid, row) / 2;
    for (let s = 0; s < count; s++) {
      if (Math.abs(turns - grid.settings[s]!) <= half) sum += chances[row * count + s]!;
    }
  }
  return Math.min(1, sum);
}

/** Probability of each balanced setting, whatever the width and whoever judges. */
export function settingChances({ grid, chances }: WindowBelief): readonly number[] {
  const count = grid.settings.length;
  return grid.settings.map((_, s) => {
    let sum = 0;
    for (let row = 0; row < rowsOf(grid); row++) sum += chances[row * count + s]!;
    return sum;
  });
}

/** What the seams say about the judge. */
export function judgeAfter({ grid, chances }: WindowBelief): JudgeWeights {
  const size = grid.widths.length * grid.settings.length;
  const sums = JUDGE_KINDS.map((_, k) =>
    chances.subarray(k * size, (k + 1) * size).reduce((sum, one) => sum + one, 0),
  );
  return judgeWeights(sums);
}

/** The likeliest setting, width and judge; kinds can be excluded to see how well the others explain the seams. */
export function likeliest(
  { grid, chances }: WindowBelief,
  without: readonly JudgeKind[],
): { readonly kind: JudgeKind; readonly row: number; readonly settingAt: number } {
  const count = grid.settings.length;
  let top = -1;
  for (let i = 0; i < chances.length; i++) {
    const kind = JUDGE_KINDS[Math.floor(i / (count * grid.widths.length))]!;
    if (!without.includes(kind) && (top < 0 || chances[i]! > chances[top]!)) top = i;
  }
  const row = Math.floor(top / count);
  return { kind: JUDGE_KINDS[Math.floor(row / grid.widths.length)]!, row, settingAt: top % count };
}

/** Mean and standard deviation of the balanced setting, and the mean width of the window, in turns. */
export interface BeliefSummary {
  readonly meanTurns: number;
  readonly sdTurns: number;
  readonly widthTurns: number;
}

export function summaryOf(belief: WindowBelief): BeliefSummary {
  const { grid, chances } = belief;
  const marginal = settingChances(belief);
  const meanTurns = marginal.reduce((sum, chance, s) => sum + chance * grid.settings[s]!, 0);
  const variance = marginal.reduce(
    (sum, chance, s) => sum + chance * (grid.settings[s]! - meanTurns) ** 2,
    0,
  );
  const count = grid.settings.length;
  const widthTurns = chances.reduce(
    (sum, chance, i) => sum + chance * widthOf(grid, Math.floor(i / count)),
    0,
  );
  return { meanTurns, sdTurns: Math.sqrt(variance), widthTurns };
}

/** What a seam at a setting is expected to show, and how informative it is. */
export interface Expectation {
  /** Probabilities of the five grades, in the order of SEAM_GRADES. */
  readonly grades: Float64Array;
  /**
   * Expected information about setting, width and judge, in nats: the present uncertainty less the expected remaining
   * one. The judge counts: who it is decides what all earlier seams meant.
   */
  readonly information: number;
}

/** Below this a triple adds nothing visible. */
const NEGLIGIBLE = 1e-5;

/**
 * What one more seam is expected to show and tell, at any setting: the triples still believed in are collected once.
 */
export function expectations({ grid, chances }: WindowBelief): (turns: number) => Expectation {
  const count = grid.settings.length;
  const believed: number[] = [];
  chances.forEach((chance, i) => {
    if (chance >= NEGLIGIBLE) believed.push(i);
  });
  const left = believed.reduce((sum, i) => sum + chances[i]!, 0);
  const weights = Float64Array.from(believed, (i) => chances[i]! / left);
  // Where the tables hold each triple for a seam at the lower end of the knob.
  const places = Int32Array.from(believed, (i) => tablePlace(grid, Math.floor(i / count), -(i % count)));
  return (turns) => {
    const at = placeOf(grid, turns);
    const grades = new Float64Array(GRADE_COUNT);
    let known = 0;
    for (let n = 0; n < weights.length; n++) {
      const weight = weights[n]!;
      const place = places[n]! + at;
      known += weight * grid.entropies[place]!;
      for (let g = 0; g < GRADE_COUNT; g++) grades[g]! += weight * grid.grades[place * GRADE_COUNT + g]!;
    }
    const open = grades.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);
    return { grades, information: Math.max(0, open - known) };
  };
}

/** What one more seam at a setting is expected to show and tell. */
export function expectationAt(belief: WindowBelief, turns: number): Expectation {
  return expectations(belief)(turns);
}

function normalised(raw: Float64Array): Float64Array {
  const sum = raw.reduce((total, one) => total + one, 0);
  return raw.map((one) => one / sum);
}
