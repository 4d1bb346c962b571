import { weakestStanding, type Standing } from '../standing/index.js';
import type { Stack } from '../material/index.js';
import type { FitBand } from './eye-fit.js';
import type { PlateVerdict } from './plate-hole.js';
import type { PointWarning } from './point-for-stack.js';
import type { NeedleCandidate } from './rank-needles.js';

/** How a reason is to be taken. */
export type Signal = 'good' | 'watch' | 'act';

/** One coded reason with its numbers; wording is the interface's. */
export type MatchReason = { readonly signal: Signal; readonly standing: Standing } & (
  | { readonly code: 'eye'; readonly ratio: number; readonly band: FitBand; readonly withinSchool: boolean }
  | { readonly code: 'strength'; readonly guideMm: number; readonly stackMm: number }
  | { readonly code: 'land'; readonly landMm: number; readonly stitchMm: number; readonly shortestMm: number }
  | { readonly code: 'plate'; readonly ratio: number; readonly verdict: PlateVerdict }
  | { readonly code: 'point'; readonly suitability: number; readonly look: string }
  | { readonly code: 'point-warning'; readonly warning: PointWarning }
);

/** The reasons for one needle, in the order a mechanic asks for them. */
export function matchReasons(
  candidate: NeedleCandidate,
  stack: Stack,
  stitchMm: number,
  threadStanding: Standing,
): readonly MatchReason[] {
  const { fit, hole, plate, point, pointAdvice, strengthGuideMm: guideMm } = candidate;
  return [
    {
      code: 'eye',
      signal: eyeSignal(fit.band, candidate.withinSchool),
      standing: weakestStanding('fitted', threadStanding),
      ratio: fit.ratio,
      band: fit.band,
      withinSchool: candidate.withinSchool,
    },
    {
      code: 'strength',
      signal: stack.thicknessMm <= guideMm ? 'good' : 'watch',
      standing: 'fitted',
      guideMm,
      stackMm: stack.thicknessMm,
    },
    {
      code: 'point',
      signal: pointAdvice.suitability >= 0.7 ? 'good' : pointAdvice.suitability >= 0.45 ? 'watch' : 'act',
      standing: 'practice',
      suitability: pointAdvice.suitability,
      look: point.look,
    },
    {
      code: 'land',
      signal: stitchMm >= hole.shortestStitchMm ? 'good' : 'watch',
      standing: 'assumption',
      landMm: hole.landMm,
      stitchMm,
      shortestMm: hole.shortestStitchMm,
    },
    {
      code: 'plate',
      signal: plate.verdict === 'good' ? 'good' : plate.verdict === 'swallows-thin-work' ? 'act' : 'watch',
      standing: 'assumption',
      ratio: plate.ratio,
      verdict: plate.verdict,
    },
    ...pointAdvice.warnings.map((warning): MatchReason => ({
      code: 'point-warning',
      signal: 'watch',
      standing: 'practice',
      warning,
    })),
  ];
}

function eyeSignal(band: FitBand, withinSchool: boolean): Signal {
  if (band === 'stressed' || band === 'will-not-pass') return 'act';
  return band === 'too-loose' || !withinSchool ? 'watch' : 'good';
}
