import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { weakestStanding, type Standing } from '../standing/index.js';
import type { Stack } from '../material/index.js';
import { TOO_TIGHT, type FitBand } from './eye-fit.js';
import { finishForStack, finishWork } from './finish-for-stack.js';
import type { PlateVerdict } from './plate-hole.js';
import { HARMFUL_EFFECTS, pointIsWrong, type PointEffect, type PointInLayer } from './point-for-stack.js';
import { otherPractice, type OtherPractice } from './other-practice.js';
import { leastBladeNm } from './strength-guide.js';
import type { ThreadOnBench } from './on-bench.js';
import type { NeedleCandidate } from './rank-needles.js';
import { edgeDistanceMm } from './seam-hole.js';
import type { FinishWork } from '../needle/index.js';

/** How serious a reason is. */
export type Signal = 'good' | 'watch' | 'act';

/** One coded reason with its numbers; the wording is up to the interface. */
export type MatchReason = { readonly signal: Signal; readonly standing: Standing } & (
  | {
      readonly code: 'eye';
      readonly ratio: number;
      readonly band: FitBand;
      readonly withinSchool: boolean;
      readonly couldGoThinner: boolean;
      readonly longEye: boolean;
    }
  | {
      readonly code: 'strength';
      /** Leather the blade is normally good for, a range in mm. */
      readonly fromMm: number;
      readonly toMm: number;
      readonly stackMm: number;
      /** Smallest blade that the toughest cloth of the stack calls for, in NM, if this one is thinner; else null. */
      readonly leastNm: number | null;
    }
  | { readonly code: 'other-practice'; readonly practice: OtherPractice['id']; readonly nm: number }
  | { readonly code: 'look'; readonly point: string }
  | { readonly code: 'land'; readonly landMm: number; readonly stitchMm: number; readonly shortestMm: number }
  | { readonly code: 'edge'; readonly edgeMm: number; readonly cutsCloth: boolean }
  | { readonly code: 'plate'; readonly ratio: number; readonly gapMm: number; readonly verdict: PlateVerdict }
  | { readonly code: 'point'; readonly suitability: number; readonly look: string }
  | { readonly code: 'layer'; readonly materialName: string; readonly effect: PointEffect }
  | { readonly code: 'finish'; readonly does: string; readonly work: FinishWork }
);

/** What the reasons for a needle are based on. */
export interface ReasonContext {
  readonly stack: Stack;
  readonly stitchLengthMm: number;
  readonly thread: ThreadOnBench;
  /** Grade of the thread's diameter. */
  readonly threadStanding: Standing;
  readonly values?: Values;
}

/** The reasons for one needle, in the order a mechanic asks for them. */
export function matchReasons(candidate: NeedleCandidate, context: ReasonContext): readonly MatchReason[] {
  const { values = SHIPPED_VALUES } = context;
  return [
    eyeReason(candidate, context.threadStanding, values),
    ...otherPracticeReason(candidate, context),
    ...lookReason(candidate),
    strengthReason(candidate, context.stack, values),
    pointReason(candidate, values),
    ...layerReasons(candidate.pointAdvice.layers),
    landReason(candidate, context.stitchLengthMm, values),
    edgeReason(candidate, context.thread.diameterMm, values),
    plateReason(candidate, values),
    finishReason(candidate, context.stack, values),
  ];
}

function eyeReason(
  { fit, withinSchool, couldGoThinner, system }: NeedleCandidate,
  threadStanding: Standing,
  values: Values,
): MatchReason {
  const signal = TOO_TIGHT.includes(fit.band)
    ? 'act'
    : fit.band === 'too-loose' || !withinSchool
      ? 'watch'
      : 'good';
  const longEye = system.longEyeOf !== null;
  const standing = weakestStanding(
    values['eye.snug-below'].standing,
    threadStanding,
    ...(longEye ? [values['eye.long-eye'].standing] : []),
  );
  return {
    code: 'eye',
    signal,
    standing,
    ratio: fit.ratio,
    band: fit.band,
    withinSchool,
    couldGoThinner,
    longEye,
  };
}

function otherPracticeReason(
  { size }: NeedleCandidate,
  { thread, stack }: ReasonContext,
): readonly MatchReason[] {
  const other = otherPractice(thread, stack);
  if (!other || other.nm === size.nm) return [];
  return [
    { code: 'other-practice', signal: 'watch', standing: 'practice', practice: other.id, nm: other.nm },
  ];
}

function lookReason({ missesLook, point }: NeedleCandidate): readonly MatchReason[] {
  return missesLook ? [{ code: 'look', signal: 'watch', standing: 'practice', point: point.name }] : [];
}

function strengthReason(
  { strength: { fromMm, toMm }, size }: NeedleCandidate,
  stack: Stack,
  values: Values,
): MatchReason {
  const { thicknessMm: stackMm } = stack;
  const asked = leastBladeNm(stack, values);
  const leastNm = asked > size.nm ? asked : null;
  const signal = stackMm <= toMm && leastNm === null ? 'good' : 'watch';
  const standing = weakestStanding(
    values['strength.anchor-leather'].standing,
    values['strength.upper-share'].standing,
  );
  return { code: 'strength', signal, standing, fromMm, toMm, stackMm, leastNm };
}

function pointReason({ pointAdvice, point }: NeedleCandidate, values: Values): MatchReason {
  const { suitability } = pointAdvice;
  const right = suitability >= values['point.good-from'].value;
  const signal = right ? 'good' : pointIsWrong(pointAdvice, values) ? 'act' : 'watch';
  return { code: 'point', signal, standing: 'practice', suitability, look: point.look };
}

/** What the point does to each material: all of them when the stack is mixed, else only harmful effects. */
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

function plateReason({ plate: { ratio, gapMm, verdict } }: NeedleCandidate, values: Values): MatchReason {
  const signal = verdict === 'good' ? 'good' : 'watch';
  return { code: 'plate', signal, standing: values['plate.good-to'].standing, ratio, gapMm, verdict };
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
