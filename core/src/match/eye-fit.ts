import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** How a thread fits a needle's eye, from loosest to tightest. */
export type FitBand = 'too-loose' | 'free' | 'well-matched' | 'snug' | 'stressed' | 'will-not-pass';

export interface BandEdge {
  readonly band: FitBand;
  /** The band ends below this ratio of thread to blade. */
  readonly belowRatio: number;
}

/** The bands from loosest to tightest with their upper limits. */
export function fitBands(values: Values = SHIPPED_VALUES): readonly BandEdge[] {
  return [
    { band: 'too-loose', belowRatio: values['eye.too-loose-below'].value },
    { band: 'free', belowRatio: values['eye.free-below'].value },
    { band: 'well-matched', belowRatio: values['eye.well-matched-below'].value },
    { band: 'snug', belowRatio: values['eye.snug-below'].value },
    { band: 'stressed', belowRatio: values['eye.stressed-below'].value },
    { band: 'will-not-pass', belowRatio: Infinity },
  ];
}

export interface EyeFit {
  /** Thread diameter over blade diameter; for a long eye, over that of the blade with the same eye. */
  readonly ratio: number;
  readonly band: FitBand;
  /** Every band the ratio may be in, given its uncertainty; includes `band`. */
  readonly possibleBands: readonly FitBand[];
  /** It will not pass by itself but can be pulled through by force, and then frays. */
  readonly canBeForced: boolean;
}

/** Bands whose thread must not be sewn with on that needle: use a larger one, or a thinner thread. */
export const TOO_TIGHT: readonly FitBand[] = ['stressed', 'will-not-pass'];

/** Diameter in mm of the blade that usually has such an eye: a long eye is that of a thicker blade. */
export function eyeBladeMm(nm: number, values: Values, longEye: boolean): number {
  return bladeDiameterMm(nm) * (longEye ? values['eye.long-eye'].value : 1);
}

/**
 * Fit of a thread in a needle: r = d / (NM / 100), with soft edges.
 *
 * @param longEye the needle's eye is longer than usual for its blade
 * @example eyeFit(0.421, 140) // ratio 0.301, well-matched, could be snug
 */
export function eyeFit(
  threadDiameterMm: number,
  nm: number,
  values: Values = SHIPPED_VALUES,
  longEye = false,
): EyeFit {
  requirePositive('threadDiameterMm', threadDiameterMm);
  const ratio = threadDiameterMm / eyeBladeMm(requirePositive('nm', nm), values, longEye);
  const bands = fitBands(values);
  const indexOf = (at: number): number => bands.findIndex((row) => at < row.belowRatio);
  const uncertainty = values['eye.uncertainty'].value;
  const [first, last] = [indexOf(ratio * (1 - uncertainty)), indexOf(ratio * (1 + uncertainty))];
  const { band } = bands[indexOf(ratio)]!;
  return {
    ratio,
    band,
    possibleBands: bands.slice(first, last + 1).map((row) => row.band),
    canBeForced: band === 'will-not-pass' && ratio < values['eye.forced-below'].value,
  };
}
