import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm } from '../needle/index.js';
import type { Stack } from '../material/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

export type PlateVerdict = 'will-not-clear' | 'tight' | 'good' | 'big' | 'swallows-thin-work';

export interface PlateFit {
  /** Plate hole over blade diameter. */
  readonly ratio: number;
  readonly verdict: PlateVerdict;
}

/** How a blade sits in the plate hole, and whether a thin soft stack would be pushed down into it. */
export function plateFit(
  plateHoleMm: number,
  nm: number,
  stack: Stack,
  values: Values = SHIPPED_VALUES,
): PlateFit {
  const ratio = requirePositive('plateHoleMm', plateHoleMm) / bladeDiameterMm(requirePositive('nm', nm));
  if (ratio < values['plate.clears'].value) return { ratio, verdict: 'will-not-clear' };
  if (ratio < values['plate.good-from'].value) return { ratio, verdict: 'tight' };
  if (ratio <= values['plate.good-to'].value) return { ratio, verdict: 'good' };
  const thinAndSoft = stack.thicknessMm <= values['school.thin-stack'].value && stack.leatherShare < 0.5;
  return { ratio, verdict: thinAndSoft ? 'swallows-thin-work' : 'big' };
}
