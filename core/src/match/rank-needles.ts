import { requirePositive } from '../standing/index.js';
import type { Stack } from '../material/index.js';
import {
  NEEDLE_SIZES,
  needleSystem,
  POINT_STYLES,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
  type Shank,
} from '../needle/index.js';
import { eyeFit, FIT_BANDS, type EyeFit } from './eye-fit.js';
import { MATCH_WEIGHTS } from './match-weights.js';
import { PLATE_RATIO, plateFit, type PlateFit } from './plate-hole.js';
import { pointForStack, type PointAdvice } from './point-for-stack.js';
import { schoolLimit, type Schools } from './school.js';
import { seamHole, type SeamHole } from './seam-hole.js';
import { strengthGuideMm } from './strength-guide.js';

/** What is on the bench. */
export interface NeedleQuestion {
  readonly machine: {
    /** Designations of the systems its clamp takes. */
    readonly systemIds: readonly string[];
    readonly shank: Shank;
    readonly plateHoleMm: number;
  };
  readonly stack: Stack;
  readonly threadDiameterMm: number;
  readonly stitchLengthMm: number;
  readonly schools: Schools;
}

/** One needle that would go in, with everything it was judged on. */
export interface NeedleCandidate {
  readonly system: NeedleSystem;
  readonly point: PointStyle;
  readonly size: NeedleSize;
  readonly fit: EyeFit;
  /** Accepted by the school the answer follows. */
  readonly withinSchool: boolean;
  readonly strengthGuideMm: number;
  readonly pointAdvice: PointAdvice;
  readonly plate: PlateFit;
  readonly hole: SeamHole;
  /** Sum of what falls short, 0 best. */
  readonly cost: number;
}

/** Why a needle, or every needle of a system, cannot go in. */
export type Refusal =
  | { readonly reason: 'no-system' }
  | { readonly reason: 'unknown-system'; readonly systemId: string }
  | { readonly reason: 'shank'; readonly systemId: string; readonly needs: Shank; readonly has: Shank }
  | { readonly reason: 'thread-will-not-pass'; readonly systemId: string; readonly largestNm: number }
  | {
      readonly reason: 'plate-hole';
      readonly systemId: string;
      readonly smallestNm: number;
      readonly plateHoleMm: number;
    };

export interface NeedleAnswer {
  /** Best first. Empty when nothing fits; then `refusals` says why. */
  readonly ranked: readonly NeedleCandidate[];
  readonly refusals: readonly Refusal[];
  /** Largest ratio of thread to blade the school accepts here. */
  readonly limitRatio: number;
}

/**
 * Ranks every needle of the catalogue for a machine, stack and thread.
 *
 * Sizes and points are judged once each and then combined, so the work is about 17 sizes + 11 points per system
 * and one addition per combination. The order is reproducible: ties go to the smaller size, then catalogue order.
 *
 * @throws OutOfRange when a measure is not above zero
 */
export function rankNeedles(question: NeedleQuestion): NeedleAnswer {
  requirePositive('threadDiameterMm', question.threadDiameterMm);
  requirePositive('stitchLengthMm', question.stitchLengthMm);
  requirePositive('plateHoleMm', question.machine.plateHoleMm);
  const limitRatio = schoolLimit(question.schools.size, question.stack);
  const sizes = NEEDLE_SIZES.map((size) => judgeSize(size, question, limitRatio));
  const points = POINT_STYLES.map((point) => judgePoint(point, question));
  const bySystem = distinctSystems(question.machine.systemIds).map((id) =>
    rankSystem(id, question, sizes, points),
  );
  const ranked = bySystem.flatMap((part) => part.candidates).sort(byCost);
  const refusals: readonly Refusal[] =
    question.machine.systemIds.length === 0
      ? [{ reason: 'no-system' }]
      : bySystem.flatMap((part) => part.refusals);
  return { ranked, refusals, limitRatio };
}

interface JudgedSize {
  readonly size: NeedleSize;
  readonly fit: EyeFit;
  readonly plate: PlateFit;
  readonly guideMm: number;
  readonly cost: number;
  readonly passes: boolean;
}

function judgeSize(size: NeedleSize, question: NeedleQuestion, limitRatio: number): JudgedSize {
  const fit = eyeFit(question.threadDiameterMm, size.nm);
  const plate = plateFit(question.machine.plateHoleMm, size.nm, question.stack);
  const guideMm = strengthGuideMm(size.nm);
  return {
    size,
    fit,
    plate,
    guideMm,
    cost: eyeCost(fit, limitRatio) + strengthCost(guideMm, question.stack) + plateCost(plate),
    passes: fit.band !== 'will-not-pass',
  };
}

interface JudgedPoint {
  readonly point: PointStyle;
  readonly advice: PointAdvice;
  readonly cost: number;
}

function judgePoint(point: PointStyle, { stack, schools }: NeedleQuestion): JudgedPoint {
  const advice = pointForStack(point, stack, schools.leatherPoint);
  return { point, advice, cost: MATCH_WEIGHTS.value.point * (1 - advice.suitability) };
}

function rankSystem(
  systemId: string,
  question: NeedleQuestion,
  sizes: readonly JudgedSize[],
  points: readonly JudgedPoint[],
): { candidates: NeedleCandidate[]; refusals: Refusal[] } {
  const system = needleSystem(systemId);
  if (!system) return { candidates: [], refusals: [{ reason: 'unknown-system', systemId }] };
  const { shank, plateHoleMm } = question.machine;
  if (system.shank !== shank) {
    return { candidates: [], refusals: [{ reason: 'shank', systemId, needs: shank, has: system.shank }] };
  }
  const [smallestNm, largestNm] = system.sizesNm.value;
  const made = sizes.filter(({ size }) => size.nm >= smallestNm && size.nm <= largestNm);
  const passing = made.filter((judged) => judged.passes);
  if (passing.length === 0)
    return { candidates: [], refusals: [{ reason: 'thread-will-not-pass', systemId, largestNm }] };
  const clearing = passing.filter((judged) => judged.plate.verdict !== 'will-not-clear');
  if (clearing.length === 0) {
    const smallestPassingNm = passing[0]!.size.nm;
    return {
      candidates: [],
      refusals: [{ reason: 'plate-hole', systemId, smallestNm: smallestPassingNm, plateHoleMm }],
    };
  }
  const offered = points.filter(({ point }) => system.pointFamilies.includes(point.family));
  const limitRatio = schoolLimit(question.schools.size, question.stack);
  const candidates = clearing.flatMap((size) =>
    offered.map((point) => combine(system, size, point, question, limitRatio)),
  );
  return { candidates, refusals: [] };
}

function combine(
  system: NeedleSystem,
  judged: JudgedSize,
  { point, advice, cost }: JudgedPoint,
  { stitchLengthMm, threadDiameterMm }: NeedleQuestion,
  limitRatio: number,
): NeedleCandidate {
  const hole = seamHole(judged.size.nm, point.cutAngleDeg, stitchLengthMm, threadDiameterMm);
  return {
    system,
    point,
    size: judged.size,
    fit: judged.fit,
    withinSchool: judged.fit.ratio <= limitRatio,
    strengthGuideMm: judged.guideMm,
    pointAdvice: advice,
    plate: judged.plate,
    hole,
    cost: judged.cost + cost + holeCost(hole, stitchLengthMm),
  };
}

function eyeCost({ ratio }: EyeFit, limitRatio: number): number {
  const weights = MATCH_WEIGHTS.value;
  if (ratio > limitRatio)
    return weights.overLimit + (weights.overLimitSlope * (ratio - limitRatio)) / limitRatio;
  const loose = ratio < FIT_BANDS[0]!.belowRatio ? weights.tooLoose : 0;
  return (weights.spareRoom * (limitRatio - ratio)) / limitRatio + loose;
}

function strengthCost(guideMm: number, stack: Stack): number {
  return MATCH_WEIGHTS.value.strength * Math.min(2, Math.max(0, stack.thicknessMm / guideMm - 1));
}

function plateCost({ ratio, verdict }: PlateFit): number {
  const weights = MATCH_WEIGHTS.value;
  if (ratio < PLATE_RATIO.good) return weights.plateTight * (PLATE_RATIO.good - ratio);
  if (ratio <= PLATE_RATIO.big) return 0;
  const swallows = verdict === 'swallows-thin-work' ? weights.swallowsThinWork : 0;
  return weights.plateBig * (ratio - PLATE_RATIO.big) + swallows;
}

function holeCost(hole: SeamHole, stitchLengthMm: number): number {
  const weights = MATCH_WEIGHTS.value;
  const short = Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1);
  return weights.shortStitch * short + (weights.holeShare * hole.alongSeamMm) / stitchLengthMm;
}

function byCost(a: NeedleCandidate, b: NeedleCandidate): number {
  return a.cost - b.cost || a.size.nm - b.size.nm;
}

/** The same system under two designations counts once. */
function distinctSystems(designations: readonly string[]): readonly string[] {
  const seen = new Map(designations.map((name) => [needleSystem(name)?.id ?? name, name]));
  return [...seen.keys()];
}
