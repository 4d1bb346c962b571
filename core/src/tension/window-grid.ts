import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { WorkWeight } from './hand-step.js';
import { judgedChances, JUDGE_KINDS, judgeTraits } from './seam-judge.js';
import { SEAM_GRADES } from './seam-grade.js';
import { TURN_GRAIN } from './turns.js';

/**
 * The balanced settings, window widths and kinds of judges that are weighed against each other, with what each would
 * say of a seam. Built once for a machine and a weight of work, and used for every seam.
 */
export interface WindowGrid {
  readonly weight: WorkWeight;
  /** Balanced settings, turns from fully off, every half grain. */
  readonly settings: readonly number[];
  /** Widths of the window in turns, narrowest first. */
  readonly widths: readonly number[];
  /** Settings worth sewing at: every eighth of a turn, every quarter on heavy work. */
  readonly candidates: readonly number[];
  /** Probabilities of the five grades, by kind of judge, width, and distance of seam and setting in grid steps. */
  readonly grades: Float64Array;
  /** Entropy of those five probabilities, in nats, in the same order. */
  readonly entropies: Float64Array;
  readonly values: Values;
}

export const GRADE_COUNT = SEAM_GRADES.length;
/** Distance of two settings on the grid, in turns. */
export const GRID_STEP = TURN_GRAIN / 2;
const WIDTHS = 9;

/**
 * The grid for a knob and a weight of work. Widths are evenly spaced on a logarithmic scale between the typical ones.
 *
 * @throws OutOfRange for a travel that is not positive
 */
export function windowGrid(
  weight: WorkWeight,
  travelTurns: number,
  values: Values = SHIPPED_VALUES,
): WindowGrid {
  requirePositive('travelTurns', travelTurns);
  const count = Math.round(travelTurns / GRID_STEP) + 1;
  const low = values[`tension.${weight}-window-low`].value;
  const high = values[`tension.${weight}-window-high`].value;
  const settings = Array.from({ length: count }, (_, i) => i * GRID_STEP);
  const widths = Array.from({ length: WIDTHS }, (_, i) => low * (high / low) ** (i / (WIDTHS - 1)));
  const grain = weight === 'heavy' ? 2 * TURN_GRAIN : TURN_GRAIN;
  const candidates = Array.from({ length: Math.floor(travelTurns / grain + 1e-9) + 1 }, (_, i) => i * grain);
  return { weight, settings, widths, candidates, ...tables(widths, count, values), values };
}

function tables(
  widths: readonly number[],
  count: number,
  values: Values,
): Pick<WindowGrid, 'grades' | 'entropies'> {
  const span = 2 * count - 1;
  const rows = JUDGE_KINDS.length * widths.length * span;
  const grades = new Float64Array(rows * GRADE_COUNT);
  const entropies = new Float64Array(rows);
  JUDGE_KINDS.forEach((kind, k) => {
    const traits = judgeTraits(kind, values);
    widths.forEach((width, w) => {
      for (let d = 0; d < span; d++) {
        const chances = judgedChances(((d - count + 1) * GRID_STEP) / (width / 2), traits, values);
        const place = (k * widths.length + w) * span + d;
        grades.set(chances, place * GRADE_COUNT);
        entropies[place] = chances.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);
      }
    });
  });
  return { grades, entropies };
}

/** Grid index of a setting, the nearest one if it is off the grid. */
export function placeOf({ settings }: WindowGrid, turns: number): number {
  return Math.min(settings.length - 1, Math.max(0, Math.round(turns / GRID_STEP)));
}

/**
 * Index in the tables for a kind of judge and width (`row`: kind times widths plus width) and a distance in grid
 * steps.
 */
export function tablePlace({ settings }: WindowGrid, row: number, distance: number): number {
  return row * (2 * settings.length - 1) + distance + settings.length - 1;
}
