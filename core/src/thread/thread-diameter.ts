import { requirePositive, sourced, weakestStanding, type Sourced } from '../standing/index.js';
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

/** Diameter of a thread by construction, with the standing it inherits. A measured diameter always wins over it. */
export function diameterOfConstruction(tex: number, construction: ThreadConstruction): Sourced<number> {
  const { densityGCm3, packing } = construction;
  return sourced(
    threadDiameterMm(tex, densityGCm3.value, packing.value),
    weakestStanding(densityGCm3.standing, packing.standing),
    `computed from tex; ${densityGCm3.source}; packing ${packing.source}`,
  );
}
