import { OutOfRange, requirePositive } from '../standing/index.js';
import { gradeIndex, lockPosition } from './seam-model.js';
import type { SeamGrade } from './seam-grade.js';
import { GRADE_COUNT, placeOf, tablePlace, type WindowGrid } from './window-grid.js';

/**
 * What is believed of a machine's balanced setting and of the width of its window: from test seams only these two can be
 * told. A belief is never changed, only followed by another.
 */
export interface WindowBelief {
  readonly grid: WindowGrid;
  /** Chance of each pair, settings within widths; adds up to one. */
  readonly chances: Float64Array;
}

/** What is known before the first seam: the setting, normal about a mean. */
export interface WindowPrior {
  readonly grid: WindowGrid;
  readonly meanTurns: number;
  readonly sdTurns: number;
}

/** A seam as the belief takes it. */
export interface ObservedSeam {
  readonly turns: number;
  readonly grade: SeamGrade;
  /** Measured place of the lock as a share of the stack from the far face; null when it was not cut open. */
  readonly lockDepth: number | null;
}

/**
 * Belief before the first seam.
 *
 * @throws OutOfRange for a deviation that is not positive or a mean that is not finite
 */
export function priorBelief({ grid, meanTurns, sdTurns }: WindowPrior): WindowBelief {
  requirePositive('sdTurns', sdTurns);
  if (!Number.isFinite(meanTurns)) throw new OutOfRange('meanTurns', meanTurns, 'a finite number');
  // A mean beyond the travel would leave nothing on the grid: the end of the travel is the nearest that can be.
  const mean = Math.min(grid.settings.at(-1)!, Math.max(0, meanTurns));
  const own = grid.settings.map((setting) => Math.exp(-0.5 * ((setting - mean) / sdTurns) ** 2));
  return { grid, chances: normalised(Float64Array.from(grid.widths.flatMap(() => own))) };
}

/** Belief after a seam. A setting off the grid is taken at the nearest grid point. */
export function observe({ grid, chances }: WindowBelief, seam: ObservedSeam): WindowBelief {
  const at = placeOf(grid, seam.turns);
  const g = gradeIndex(seam.grade);
  const count = grid.settings.length;
  const next = new Float64Array(chances.length);
  for (let w = 0; w < grid.widths.length; w++) {
    for (let s = 0; s < count; s++) {
      const i = w * count + s;
      next[i] = chances[i]! * grid.grades[tablePlace(grid, w, at - s) * GRADE_COUNT + g]!;
      if (seam.lockDepth !== null) next[i]! *= depthChance(grid, seam.lockDepth, seam.turns, w, s);
    }
  }
  return { grid, chances: normalised(next) };
}

/** Chance, up to a constant, of a measured lock depth. Never quite zero: a ruler slips too. */
function depthChance(
  { settings, widths, values }: WindowGrid,
  depth: number,
  turns: number,
  w: number,
  s: number,
): number {
  const expected = lockPosition((turns - settings[s]!) / (widths[w]! / 2), values);
  const off = (depth - expected) / values['tension.depth-error'].value;
  return Math.exp(-0.5 * off ** 2) + 1e-6;
}

/** Chance that a setting lies in the window. */
export function inWindow({ grid, chances }: WindowBelief, turns: number): number {
  const count = grid.settings.length;
  let sum = 0;
  for (let w = 0; w < grid.widths.length; w++) {
    const half = grid.widths[w]! / 2;
    for (let s = 0; s < count; s++) {
      if (Math.abs(turns - grid.settings[s]!) <= half) sum += chances[w * count + s]!;
    }
  }
  return Math.min(1, sum);
}

/** Chance of each balanced setting, whatever the width. */
export function settingChances({ grid, chances }: WindowBelief): readonly number[] {
  const count = grid.settings.length;
  return grid.settings.map((_, s) => grid.widths.reduce((sum, __, w) => sum + chances[w * count + s]!, 0));
}

/** Mean and deviation of the balanced setting, and the mean width of the window, in turns. */
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
    (sum, chance, i) => sum + chance * grid.widths[Math.floor(i / count)]!,
    0,
  );
  return { meanTurns, sdTurns: Math.sqrt(variance), widthTurns };
}

/** What a seam at a place is expected to show and to teach. */
export interface Expectation {
  /** Chances of the five grades, in the order of SEAM_GRADES. */
  readonly grades: Float64Array;
  /** Expected information about setting and width, in nats: how open it is less how open it would stay. */
  readonly information: number;
}

/** What one more seam at a setting is expected to show and to teach. */
export function expectationAt({ grid, chances }: WindowBelief, turns: number): Expectation {
  const at = placeOf(grid, turns);
  const grades = new Float64Array(GRADE_COUNT);
  let known = 0;
  const count = grid.settings.length;
  for (let w = 0; w < grid.widths.length; w++) {
    for (let s = 0; s < count; s++) {
      const chance = chances[w * count + s]!;
      if (chance < 1e-9) continue;
      const place = tablePlace(grid, w, at - s);
      known += chance * grid.entropies[place]!;
      for (let g = 0; g < GRADE_COUNT; g++) grades[g]! += chance * grid.grades[place * GRADE_COUNT + g]!;
    }
  }
  const open = grades.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);
  return { grades, information: Math.max(0, open - known) };
}

function normalised(raw: Float64Array): Float64Array {
  const sum = raw.reduce((total, one) => total + one, 0);
  return raw.map((one) => one / sum);
}
