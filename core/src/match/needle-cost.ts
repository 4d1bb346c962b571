import type { Stack } from '../material/index.js';
import type { Values } from '../reference/index.js';
import type { EyeFit } from './eye-fit.js';
import type { PlateFit } from './plate-hole.js';
import type { SeamHole } from './seam-hole.js';

/** What a needle falls short in, 0 best. Their sum ranks it; every weight is a value of the catalogue. */
export interface CostParts {
  readonly eye: number;
  readonly strength: number;
  readonly point: number;
  readonly finish: number;
  readonly plate: number;
  readonly hole: number;
}
export type CostPart = keyof CostParts;
export const COST_PARTS: readonly CostPart[] = ['eye', 'strength', 'point', 'finish', 'plate', 'hole'];

export function sumOf(parts: CostParts): number {
  return parts.eye + parts.strength + parts.point + parts.finish + parts.plate + parts.hole;
}

/** Unused room up to the school's limit, and a steep price above it. */
export function eyeCost({ ratio }: EyeFit, limitRatio: number, values: Values): number {
  if (ratio > limitRatio) {
    const over = (ratio - limitRatio) / limitRatio;
    return values['weight.over-limit'].value + values['weight.over-limit-slope'].value * over;
  }
  const loose = ratio < values['eye.too-loose-below'].value ? values['weight.too-loose'].value : 0;
  return (values['weight.spare-room'].value * (limitRatio - ratio)) / limitRatio + loose;
}

/** Stack beyond the strength guide, counted up to twice it: a guide must not outweigh the eye. */
export function strengthCost(guideMm: number, stack: Stack, values: Values): number {
  return values['weight.strength'].value * Math.min(2, Math.max(0, stack.thicknessMm / guideMm - 1));
}

export function pointCost(suitability: number, values: Values): number {
  return values['weight.point'].value * (1 - suitability);
}

export function finishCost(suitability: number, values: Values): number {
  return values['weight.finish'].value * (1 - suitability);
}

/** Plate hole outside the good range, in blades. */
export function plateCost({ ratio, verdict }: PlateFit, values: Values): number {
  const [from, to] = [values['plate.good-from'].value, values['plate.good-to'].value];
  if (ratio < from) return values['weight.plate-tight'].value * (from - ratio);
  if (ratio <= to) return 0;
  const swallows = verdict === 'swallows-thin-work' ? values['weight.swallows-thin-work'].value : 0;
  return values['weight.plate-big'].value * (ratio - to) + swallows;
}

/** A stitch shorter than advised, and the share of the stitch that is hole. */
export function holeCost(hole: SeamHole, stitchLengthMm: number, values: Values): number {
  const short = Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1);
  const share = hole.alongSeamMm / stitchLengthMm;
  return values['weight.short-stitch'].value * short + values['weight.hole-share'].value * share;
}
