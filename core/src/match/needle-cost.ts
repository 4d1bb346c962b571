import type { Values } from '../reference/index.js';
import type { PlateFit } from './plate-hole.js';
import type { SeamHole } from './seam-hole.js';
import type { SizeRule } from './size-place.js';
import type { StrengthGuide } from './strength-guide.js';

/**
 * A needle's shortcomings, 0 best; every weight is a catalogue value. The size of a needle follows from its place
 * (`sizePlace`), not from these: they choose point and finish, and compare answers across machines and threads.
 */
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
export function eyeCost(ratio: number, limitRatio: number, values: Values): number {
  if (ratio > limitRatio) {
    const over = (ratio - limitRatio) / limitRatio;
    return values['weight.over-limit'].value + values['weight.over-limit-slope'].value * over;
  }
  const loose = ratio < values['eye.too-loose-below'].value ? values['weight.too-loose'].value : 0;
  return (values['weight.spare-room'].value * (limitRatio - ratio)) / limitRatio + loose;
}

/** Stack beyond the upper end of the strength guide, and a blade short of the smallest for its toughest material. */
export function strengthCost(
  nm: number,
  { toMm }: StrengthGuide,
  { stack, leastNm }: SizeRule,
  values: Values,
): number {
  const tooThick = Math.max(0, stack.thicknessMm / toMm - 1);
  const tooThin = Math.max(0, leastNm / nm - 1);
  return values['weight.strength'].value * (tooThick + tooThin);
}

export function pointCost(suitability: number, values: Values): number {
  return values['weight.point'].value * (1 - suitability);
}

export function finishCost(suitability: number, values: Values): number {
  return values['weight.finish'].value * (1 - suitability);
}

/** Plate hole outside the good range, in blades, and work that it would pull in. */
export function plateCost({ ratio, verdict }: PlateFit, values: Values): number {
  const [from, to] = [values['plate.good-from'].value, values['plate.good-to'].value];
  const swallows = verdict === 'swallows-thin-work' ? values['weight.swallows-thin-work'].value : 0;
  if (ratio < from) return values['weight.plate-tight'].value * (from - ratio) + swallows;
  return values['weight.plate-big'].value * Math.max(0, ratio - to) + swallows;
}

/** A stitch shorter than advised, and the share of the stitch that is hole. */
export function holeCost(hole: SeamHole, stitchLengthMm: number, values: Values): number {
  const short = Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1);
  const share = hole.alongSeamMm / stitchLengthMm;
  return values['weight.short-stitch'].value * short + values['weight.hole-share'].value * share;
}
