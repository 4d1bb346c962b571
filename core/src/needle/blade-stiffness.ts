import { requirePositive, sourced, type Sourced } from '../standing/index.js';

/** Young's modulus of needle steel in N/mm². */
export const STEEL_E_N_PER_MM2: Sourced<number> = sourced(
  206_000,
  'handbook',
  'steel, engineering handbooks',
);

/** Second moment of area in mm⁴ of a round blade, I = pi d⁴ / 64. */
export function secondMomentMm4(diameterMm: number): number {
  return (Math.PI * requirePositive('diameterMm', diameterMm) ** 4) / 64;
}

/**
 * Axial load in N at which a free blade buckles, Euler's cantilever: pi² E I / (4 L²).
 *
 * @param diameterMm blade diameter, above 0
 * @param freeLengthMm length below the clamp, above 0
 */
export function bucklingLoadN(diameterMm: number, freeLengthMm: number): number {
  requirePositive('freeLengthMm', freeLengthMm);
  return (Math.PI ** 2 * STEEL_E_N_PER_MM2.value * secondMomentMm4(diameterMm)) / (4 * freeLengthMm ** 2);
}

/** How many times stiffer one blade is than another. @example stiffnessRatio(100, 110) // 1.46 */
export function stiffnessRatio(fromNm: number, toNm: number): number {
  return (requirePositive('toNm', toNm) / requirePositive('fromNm', fromNm)) ** 4;
}
