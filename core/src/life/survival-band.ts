import { requirePositive } from '../standing/index.js';
import { fitWeibull } from './fit-weibull.js';
import type { LifeRecord } from './life-record.js';
import { weibull } from './weibull.js';

/** Limits of the share still working at an age. */
export interface BandPoint {
  readonly hours: number;
  readonly low: number;
  readonly high: number;
}

/**
 * 95 % band of a Weibull survival curve by the bootstrap (Efron 1979): the needles are resampled with replacement and
 * fitted, and at each age the middle 95 % of the curves is taken. Samples without a fit are left out.
 *
 * @param ages at which the band is wanted, hours
 * @param draws number of resamples, above 0
 * @param random uniform on 0 to below 1
 * @returns one point per age; none when too few samples had a fit
 */
export function survivalBand(
  records: readonly LifeRecord[],
  ages: readonly number[],
  draws: number,
  random: () => number,
): readonly BandPoint[] {
  requirePositive('draws', draws);
  if (records.length === 0) return [];
  const curves = Array.from({ length: draws }, () => {
    const drawn = records.map(() => records[Math.floor(random() * records.length)]!);
    const fit = fitWeibull(drawn);
    if ('why' in fit) return null;
    const life = weibull(fit);
    return ages.map((age) => life.survival(age));
  }).filter((curve) => curve !== null);
  if (curves.length < draws / 2) return [];
  return ages.map((hours, i) => {
    const sorted = curves.map((curve) => curve[i]!).sort((a, b) => a - b);
    const at = (share: number): number => sorted[Math.round(share * (sorted.length - 1))]!;
    return { hours, low: at(0.025), high: at(0.975) };
  });
}
