import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { weakestStanding, type Standing } from '../standing/index.js';
import type { Stack } from '../material/index.js';
import type { FitBand } from './eye-fit.js';
import { finishForStack, finishWork } from './finish-for-stack.js';
import type { PlateVerdict } from './plate-hole.js';
import { HARMFUL_EFFECTS, type PointEffect, type PointInLayer } from './point-for-stack.js';
import type { NeedleCandidate } from './rank-needles.js';
import { edgeDistanceMm } from './seam-hole.js';
import type { FinishWork } from '../needle/index.js';

/** How a reason is to be taken. */
export type Signal = 'good' | 'watch' | 'act';

/** One coded reason with its numbers; wording is the interface's. */
export type MatchReason = { readonly signal: Signal; readonly standing: Standing } & (
  | { readonly code: 'eye'; readonly ratio: number; readonly band: FitBand; readonly withinSchool: boolean }
  | { readonly code: 'strength'; readonly guideMm: number; readonly stackMm: number }
  | { readonly code: 'land'; readonly landMm: number; readonly stitchMm: number; readonly shortestMm: number }
  | { readonly code: 'edge'; readonly edgeMm: number; readonly cutsCloth: boolean }
  | { readonly code: 'plate'; readonly ratio: number; readonly verdict: PlateVerdict }
  | { readonly code: 'point'; readonly suitability: number; readonly look: string }
  | { readonly code: 'layer'; readonly materialName: string; readonly effect: PointEffect }
  | { readonly code: 'finish'; readonly does: string; readonly work: FinishWork }
);

/** What the reasons for a needle are drawn from. */
export interface ReasonContext {
  readonly stack: Stack;
  readonly stitchLengthMm: number;
  readonly threadDiameterMm: number;
  /** Standing of the thread's diameter. */
  readonly threadStanding: Standing;
  readonly values?: Values;
}

/** The reasons for one needle, in the order a mechanic asks for them. */
export function matchReasons(candidate: NeedleCandidate, context: ReasonContext): readonly MatchReason[] {
  const { values = SHIPPED_VALUES } = context;
  return [
    eyeReason(candidate, context.threadStanding, values),
    strengthReason(candidate, context.stack, values),
    pointReason(candidate, values),
    ...layerReasons(candidate.pointAdvice.layers),
    landReason(candidate, context.stitchLengthMm, values),
    edgeReason(candidate, context.threadDiameterMm, values),
    plateReason(candidate, values),
    finishReason(candidate, context.stack, values),
  ];
}

function eyeReason(
  { fit, withinSchool }: NeedleCandidate,
  threadStanding: Standing,
  values: Values,
): MatchReason {
  const signal =
    fit.band === 'stressed' || fit.band === 'will-not-pass'
      ? 'act'
      : fit.band === 'too-loose' || !withinSchool
        ? 'watch'
        : 'good';
  const standing = weakestStanding(values['eye.snug-below'].standing, threadStanding);
  return { code: 'eye', signal, standing, ratio: fit.ratio, band: fit.band, withinSchool };
}

function strengthReason(
  { strengthGuideMm: guideMm }: NeedleCandidate,
  { thicknessMm: stackMm }: Stack,
  values: Values,
): MatchReason {
  const signal = stackMm <= guideMm ? 'good' : 'watch';
  return { code: 'strength', signal, standing: values['strength.anchor-leather'].standing, guideMm, stackMm };
}

function pointReason({ pointAdvice: { suitability }, point }: NeedleCandidate, values: Values): MatchReason {
  const signal =
    suitability >= values['point.good-from'].value
      ? 'good'
      : suitability >= values['point.usable-from'].value
        ? 'watch'
        : 'act';
  return { code: 'point', signal, standing: 'practice', suitability, look: point.look };
}

/** What the point does to each material: all of them when the stack is mixed, else only what does harm. */
function layerReasons(layers: readonly PointInLayer[]): readonly MatchReason[] {
  const told = layers.length > 1 ? layers : layers.filter(({ effect }) => HARMFUL_EFFECTS.includes(effect));
  return told.map(({ materialName, effect }): MatchReason => ({
    code: 'layer',
    signal: HARMFUL_EFFECTS.includes(effect) ? 'watch' : 'good',
    standing: 'practice',
    materialName,
    effect,
  }));
}

function landReason({ hole }: NeedleCandidate, stitchMm: number, values: Values): MatchReason {
  return {
    code: 'land',
    signal: stitchMm >= hole.shortestStitchMm ? 'good' : 'watch',
    standing: values['hole.cut-length'].standing,
    landMm: hole.landMm,
    stitchMm,
    shortestMm: hole.shortestStitchMm,
  };
}

function edgeReason(
  { hole, pointAdvice: { cutsCloth } }: NeedleCandidate,
  threadDiameterMm: number,
  values: Values,
): MatchReason {
  return {
    code: 'edge',
    signal: cutsCloth ? 'watch' : 'good',
    standing: values['hole.edge'].standing,
    edgeMm: edgeDistanceMm(hole, threadDiameterMm, cutsCloth, values),
    cutsCloth,
  };
}

function plateReason({ plate: { ratio, verdict } }: NeedleCandidate, values: Values): MatchReason {
  const signal = verdict === 'good' ? 'good' : verdict === 'swallows-thin-work' ? 'act' : 'watch';
  return { code: 'plate', signal, standing: values['plate.good-to'].standing, ratio, verdict };
}

function finishReason({ finish }: NeedleCandidate, stack: Stack, values: Values): MatchReason {
  return {
    code: 'finish',
    signal: finishForStack(finish, stack, values) >= values['point.good-from'].value ? 'good' : 'watch',
    standing: finish.standing,
    does: finish.does,
    work: finishWork(stack),
  };
}
