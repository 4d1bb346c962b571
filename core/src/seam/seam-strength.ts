import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { ThreadConstruction } from '../thread/index.js';

/** Newtons in one pound-force, exact by definition of the pound and of standard gravity. */
export const N_PER_LBF = 4.4482216152605;

/** Breaking force of a straight thread in N, from the tenacity of its kind. */
export function threadStrengthN(
  tex: number,
  construction: ThreadConstruction,
  values: Values = SHIPPED_VALUES,
): number {
  const id = `construction.${construction.id}.tenacity`;
  const tenacity = (values[id] ?? construction.tenacityCnPerTex).value;
  return (requirePositive('tex', tex) * tenacity) / 100;
}

/**
 * Estimated strength of a seam in N per cm: stitches per length x thread strength x 1.5. Common practice, for comparing
 * two seams only. It is never a rating, and the material often tears first.
 *
 * @example seamStrengthNPerCm(4, 97) // 364
 */
export function seamStrengthNPerCm(
  stitchLengthMm: number,
  threadN: number,
  values: Values = SHIPPED_VALUES,
): number {
  const stitchesPerCm = 10 / requirePositive('stitchLengthMm', stitchLengthMm);
  return stitchesPerCm * requirePositive('threadN', threadN) * values['seam.strength-factor'].value;
}
