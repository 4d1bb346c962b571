import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/**
 * Thickness in mm of leather that a blade is usually trusted with, t = 3 mm (NM / 110)³: one fact of common practice,
 * carried on by the cube. A guide, not a limit.
 *
 * @example strengthGuideMm(140) // 6.2
 */
export function strengthGuideMm(nm: number, values: Values = SHIPPED_VALUES): number {
  const anchorNm = values['strength.anchor-size'].value;
  return values['strength.anchor-leather'].value * (requirePositive('nm', nm) / anchorNm) ** 3;
}
