import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm } from '../needle/index.js';

/** How a thread sits in a needle's eye, from loosest to tightest. */
export type FitBand = 'too-loose' | 'free' | 'well-matched' | 'snug' | 'stressed' | 'will-not-pass';

/** Upper edges of the bands on the ratio of thread to blade. Fitted here to common practice. */
export const FIT_BANDS: readonly { readonly band: FitBand; readonly belowRatio: number }[] = [
  { band: 'too-loose', belowRatio: 0.225 },
  { band: 'free', belowRatio: 0.265 },
  { band: 'well-matched', belowRatio: 0.305 },
  { band: 'snug', belowRatio: 0.38 },
  { band: 'stressed', belowRatio: 0.5 },
  { band: 'will-not-pass', belowRatio: Infinity },
];

/** Relative uncertainty of the ratio: diameters are computed and needles vary. Assumption. */
export const RATIO_UNCERTAINTY = 0.05;

export interface EyeFit {
  /** Thread diameter over blade diameter. */
  readonly ratio: number;
  readonly band: FitBand;
  /** Every band the ratio may lie in, given its uncertainty; includes `band`. */
  readonly possibleBands: readonly FitBand[];
}

/**
 * Fit of a thread in a needle: r = d / (NM / 100), with soft edges.
 *
 * @example eyeFit(0.421, 140) // ratio 0.301, well-matched, could be snug
 */
export function eyeFit(threadDiameterMm: number, nm: number): EyeFit {
  const ratio =
    requirePositive('threadDiameterMm', threadDiameterMm) / bladeDiameterMm(requirePositive('nm', nm));
  const first = bandIndex(ratio * (1 - RATIO_UNCERTAINTY));
  const last = bandIndex(ratio * (1 + RATIO_UNCERTAINTY));
  return {
    ratio,
    band: FIT_BANDS[bandIndex(ratio)]!.band,
    possibleBands: FIT_BANDS.slice(first, last + 1).map((row) => row.band),
  };
}

const bandIndex = (ratio: number): number => FIT_BANDS.findIndex((row) => ratio < row.belowRatio);
