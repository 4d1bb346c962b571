import { requirePositive, sourced, weakestStanding, type Sourced } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { ThreadConstruction } from './thread-construction.js';

/**
 * Gauge-equivalent diameter in mm of a thread: the cylinder that holds its fibre at the given packing,
 * d = 2 sqrt(tex e-3 / (pi rho phi)).
 *
 * @param tex linear density in tex, above 0
 * @param densityGCm3 fibre density in g/cm³, above 0
 * @param packing share of the cylinder that is fibre, above 0 and at most 1
 * @example threadDiameterMm(135, 1.14, 0.85) // 0.421
 */
export function threadDiameterMm(tex: number, densityGCm3: number, packing: number): number {
  requirePositive('tex', tex);
  requirePositive('densityGCm3', densityGCm3);
  requirePositive('packing', packing);
  return 2 * Math.sqrt((tex * 1e-3) / (Math.PI * densityGCm3 * packing));
}

/** Id of the value for a shop's measured diameter of one thread. */
export const diameterValueId = (constructionId: string, tex: number): string =>
  `diameter.${constructionId}.${Math.round(tex)}`;

/**
 * Diameter of a thread: the one this shop measured if there is one, else computed from its construction, with the
 * grade it inherits.
 */
export function diameterOfConstruction(
  tex: number,
  construction: ThreadConstruction,
  values: Values = SHIPPED_VALUES,
): Sourced<number> {
  const measured = values[diameterValueId(construction.id, tex)];
  if (measured) return measured;
  const density = values[`construction.${construction.id}.density`] ?? construction.densityGCm3;
  const packing = values[`construction.${construction.id}.packing`] ?? construction.packing;
  return sourced(
    threadDiameterMm(tex, density.value, packing.value),
    weakestStanding(density.standing, packing.standing),
    `computed from tex; ${density.source}; packing ${packing.source}`,
  );
}
