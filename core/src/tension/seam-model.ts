import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { SEAM_GRADES, type SeamGrade } from './seam-grade.js';

/**
 * Where the lock lies, as a share of the stack from the far face: an effective law, not a material constant.
 * x = 1/2 + 0.35 z, kept between the faces, with z the distance from balance in half windows, tight positive.
 *
 * @example lockPosition(0) // 0.5, in the middle
 */
export function lockPosition(z: number, values: Values = SHIPPED_VALUES): number {
  return Math.min(1, Math.max(0, 0.5 + values['tension.lock-slope'].value * z));
}

/**
 * Chance of each grade when a seam lies z half windows from balance, in the order of SEAM_GRADES: four soft thresholds,
 * then a judge who slips to a neighbouring grade now and then, and rarely says anything at all. Adds up to one.
 * Parameters are assumptions.
 *
 * @example gradeChances(0)[2] // about 0.88: balanced
 */
export function gradeChances(z: number, values: Values = SHIPPED_VALUES): readonly number[] {
  const [far, near, scale] = [
    values['tension.far-threshold'].value,
    values['tension.near-threshold'].value,
    values['tension.threshold-scale'].value,
  ];
  const below = [-far, -near, near, far].map((threshold) => 1 / (1 + Math.exp((z - threshold) / scale)));
  const pure = SEAM_GRADES.map((_, i) => (below[i] ?? 1) - (below[i - 1] ?? 0));
  const slip = values['tension.neighbour-slip'].value;
  const lapse = values['tension.lapse'].value;
  const last = pure.length - 1;
  return pure.map((own, i) => {
    const from = (j: number): number => (pure[j] ?? 0) * (j === 0 || j === last ? slip : slip / 2);
    const slipped = own * (1 - slip) + (i > 0 ? from(i - 1) : 0) + (i < last ? from(i + 1) : 0);
    return (1 - lapse) * slipped + lapse / pure.length;
  });
}

/** Place of a grade in the order of SEAM_GRADES. */
export const gradeIndex = (grade: SeamGrade): number => SEAM_GRADES.indexOf(grade);
