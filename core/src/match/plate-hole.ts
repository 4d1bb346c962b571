import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm } from '../needle/index.js';
import type { Stack } from '../material/index.js';
import { THIN_STACK_MM } from './school.js';

export type PlateVerdict = 'will-not-clear' | 'tight' | 'good' | 'big' | 'swallows-thin-work';

export interface PlateFit {
  /** Plate hole over blade diameter. */
  readonly ratio: number;
  readonly verdict: PlateVerdict;
}

/** Bounds of hole to blade. 1.4 to 2.0 is an assumption from common hole sizes; below 1.2 thread and blade jam. */
export const PLATE_RATIO = { clears: 1.2, good: 1.4, big: 2.0 } as const;

/** How a blade sits in the plate hole, and whether a thin soft stack would be pushed down into it. */
export function plateFit(plateHoleMm: number, nm: number, stack: Stack): PlateFit {
  const ratio = requirePositive('plateHoleMm', plateHoleMm) / bladeDiameterMm(requirePositive('nm', nm));
  if (ratio < PLATE_RATIO.clears) return { ratio, verdict: 'will-not-clear' };
  if (ratio < PLATE_RATIO.good) return { ratio, verdict: 'tight' };
  if (ratio <= PLATE_RATIO.big) return { ratio, verdict: 'good' };
  const thinAndSoft = stack.thicknessMm <= THIN_STACK_MM && stack.leatherShare < 0.5;
  return { ratio, verdict: thinAndSoft ? 'swallows-thin-work' : 'big' };
}
