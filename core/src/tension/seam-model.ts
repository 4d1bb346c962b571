import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { judgedChances, judgeTraits } from './seam-judge.js';
import { SEAM_GRADES, type SeamGrade } from './seam-grade.js';

/**
 * Where the knot lies, as a share of the stack from the underside: an effective law, not a material constant. x = 1/2
 * + 0.35 z, limited to the stack, with z the distance from balance in half windows, tight positive.
 *
 * @example lockPosition(0) // 0.5, in the middle
 */
export function lockPosition(z: number, values: Values = SHIPPED_VALUES): number {
  return Math.min(1, Math.max(0, 0.5 + values['tension.lock-slope'].value * z));
}

/**
 * Probabilities of the five grades from the usual judge when a seam is z half windows from balance. Adds up to one.
 *
 * @throws OutOfRange when z is not a finite number
 * @example gradeChances(0)[2] // 0.862: balanced
 */
export function gradeChances(z: number, values: Values = SHIPPED_VALUES): readonly number[] {
  return judgedChances(z, judgeTraits('usual', values), values);
}

/** Index of a grade in SEAM_GRADES. */
export const gradeIndex = (grade: SeamGrade): number => SEAM_GRADES.indexOf(grade);
