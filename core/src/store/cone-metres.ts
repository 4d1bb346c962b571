import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/**
 * Thread on a cone by its weight: tex is grams per kilometre (ISO 1144). Bonding and dye add weight, so a cone holds
 * a few per cent less than this if the tex is that of the bare thread.
 *
 * @param coneG weight of the cone with its thread
 * @param emptyG weight of an empty one
 * @returns metres
 * @throws OutOfRange for a cone lighter than an empty one
 * @example coneMetres(310, 40, 135) // 2000
 */
export function coneMetres(coneG: number, emptyG: number, tex: number): number {
  requireNotNegative('emptyG', emptyG);
  if (!(coneG >= emptyG)) throw new OutOfRange('coneG', coneG, `${emptyG}, the empty cone, or more`);
  return (1000 * (coneG - emptyG)) / requirePositive('tex', tex);
}
