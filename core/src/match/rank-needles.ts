import type { Stack } from '../material/index.js';
import {
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  needleSystem,
  POINT_STYLES,
  sizesMade,
  type NeedleFinish,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
  type SeamLook,
  type Shank,
} from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { requirePositive } from '../standing/index.js';
import { eyeFit, TOO_TIGHT, type EyeFit } from './eye-fit.js';
import { finishForStack } from './finish-for-stack.js';
import {
  eyeCost,
  finishCost,
  holeCost,
  plateCost,
  pointCost,
  strengthCost,
  sumOf,
  type CostParts,
} from './needle-cost.js';
import { within, type Limits, type MachineOnBench, type ThreadOnBench } from './on-bench.js';
import { needleHoles, plateFit, type PlateFit } from './plate-hole.js';
import { pointForStack, pointIsWrong, type PointAdvice } from './point-for-stack.js';
import { schoolLimit, type Schools } from './school.js';
import { seamHole, type SeamHole } from './seam-hole.js';
import { sizePlace, sizeRule, type SizePlace, type SizeStanding } from './size-place.js';
import { carries, strengthGuide, type StrengthGuide } from './strength-guide.js';

/** What is on the bench. */
export interface NeedleQuestion {
  readonly machine: MachineOnBench;
  readonly stack: Stack;
  readonly thread: ThreadOnBench;
  readonly stitchLengthMm: number;
  readonly schools: Schools;
  /** The look wanted for the seam; any by default. */
  readonly look?: SeamLook | null;
  /** The shop's values; the shipped ones by default. */
  readonly values?: Values;
}

/** One needle that can be used, with everything it was judged on. */
export interface NeedleCandidate {
  readonly system: NeedleSystem;
  readonly point: PointStyle;
  readonly size: NeedleSize;
  readonly finish: NeedleFinish;
  readonly fit: EyeFit;
  /** Accepted by the school the answer follows. */
  readonly withinSchool: boolean;
  readonly sizeStanding: SizeStanding;
  /** Two or more smaller sizes would do as well. */
  readonly couldGoThinner: boolean;
  readonly strength: StrengthGuide;
  readonly pointAdvice: PointAdvice;
  readonly plate: PlateFit;
  readonly hole: SeamHole;
  /** Something about it must be changed before it sews: an overfull eye or a wrong point. */
  readonly act: boolean;
  /** It does not give the look wanted. */
  readonly missesLook: boolean;
  readonly parts: CostParts;
  /** Sum of the parts, 0 best: compares this needle with those of other machines and threads. */
  readonly cost: number;
}

/** Why a needle, or every needle of a system, cannot be used. */
export type Refusal =
  | { readonly reason: 'no-system' }
  | { readonly reason: 'unknown-system'; readonly systemId: string }
  | { readonly reason: 'other-clamp'; readonly systemId: string; readonly takes: readonly string[] }
  | { readonly reason: 'shank'; readonly systemId: string; readonly needs: Shank; readonly has: Shank }
  | { readonly reason: 'point-not-made'; readonly systemId: string; readonly pointId: string }
  | {
      readonly reason: 'size-not-made';
      readonly systemId: string;
      readonly from: number;
      readonly to: number;
    }
  | { readonly reason: 'thread-unfit'; readonly why: string }
  | { readonly reason: 'thread-limit'; readonly tex: number; readonly limits: Limits }
  | { readonly reason: 'needle-limit'; readonly systemId: string; readonly limits: Limits }
  | { readonly reason: 'thread-will-not-pass'; readonly systemId: string; readonly largestNm: number }
  | {
      readonly reason: 'plate-hole';
      readonly systemId: string;
      readonly smallestNm: number;
      readonly plateHoleMm: number;
    }
  /** Of one named needle. */
  | { readonly reason: 'eye-too-small'; readonly nm: number; readonly canBeForced: boolean }
  | { readonly reason: 'blade-too-thick'; readonly nm: number; readonly plateHoleMm: number };

export interface NeedleAnswer {
  /** Best first. Empty when nothing fits; then `refusals` says why. */
  readonly ranked: readonly NeedleCandidate[];
  readonly refusals: readonly Refusal[];
  /** Largest ratio of thread to blade that the school accepts here. */
  readonly limitRatio: number;
}

/**
 * Ranks every needle of the catalogue for a machine, stack and thread.
 *
 * Order of judgement: first whether something must be done about it; then the look wanted; then the size, which
 * follows from thread and stack alone (`sizePlace`); then point, finish and hole. The plate hole is assessed
 * separately and never chooses the size. The order is reproducible: ties go by catalogue order.
 *
 * @throws OutOfRange when a measurement is not above zero
 */
export function rankNeedles(question: NeedleQuestion): NeedleAnswer {
  const { machine, thread, stack, schools, values = SHIPPED_VALUES } = question;
  requirePositive('diameterMm', thread.diameterMm);
  requirePositive('stitchLengthMm', question.stitchLengthMm);
  requirePositive('plateHoleMm', machine.plateHoleMm);
  const limitRatio = schoolLimit(schools.size, stack, values);
  const refused = refuseThread(thread, machine);
  if (refused) return { ranked: [], refusals: [refused], limitRatio };
  if (machine.systemIds.length === 0) return { ranked: [], refusals: [{ reason: 'no-system' }], limitRatio };
  const judged: Judged = {
    sizes: judgeSizes(question, limitRatio, values),
    points: POINT_STYLES.map((point) => judgePoint(point, question, values)),
    finishes: NEEDLE_FINISHES.map((finish) => judgeFinish(finish, stack, values)),
  };
  const bySystem = distinctSystems(machine.systemIds).map((id) =>
    rankSystem(id, question, judged, limitRatio, values),
  );
  return {
    ranked: bySystem
      .flatMap((part) => part.candidates)
      .sort(byPlace)
      .map(({ candidate }) => candidate),
    refusals: bySystem.flatMap((part) => part.refusals),
    limitRatio,
  };
}

/** Why a thread cannot be used with any needle of this machine, or null. */
export function refuseThread(thread: ThreadOnBench, machine: MachineOnBench): Refusal | null {
  if (thread.unfit !== null) return { reason: 'thread-unfit', why: thread.unfit };
  if (!within(thread.tex, machine.threadTex)) {
    return { reason: 'thread-limit', tex: thread.tex, limits: machine.threadTex! };
  }
  return null;
}

interface Judged {
  readonly sizes: readonly JudgedSize[];
  readonly points: readonly JudgedPoint[];
  readonly finishes: readonly JudgedFinish[];
}

interface JudgedSize {
  readonly size: NeedleSize;
  readonly longEye: boolean;
  readonly fit: EyeFit;
  readonly plate: PlateFit;
  readonly place: SizePlace;
  readonly guide: StrengthGuide;
  readonly costs: Pick<CostParts, 'eye' | 'strength' | 'plate'>;
}

/** Every size with the usual eye, and with the long one if a system of the machine has it, best place first. */
function judgeSizes(
  { machine, thread, stack }: NeedleQuestion,
  limitRatio: number,
  values: Values,
): readonly JudgedSize[] {
  const rule = sizeRule(stack, limitRatio, values);
  const holes = needleHoles(machine);
  const longEyed = machine.systemIds.some((id) => (needleSystem(id)?.longEyeOf ?? null) !== null);
  return (longEyed ? [false, true] : [false])
    .flatMap((longEye) =>
      NEEDLE_SIZES.map((size): JudgedSize => {
        const fit = eyeFit(thread.diameterMm, size.nm, values, longEye);
        const plate = plateFit(holes, size.nm, stack, values);
        const guide = strengthGuide(size.nm, values);
        const place = sizePlace(size.nm, fit.ratio, carries(size.nm, guide, rule), rule);
        const costs = {
          eye: eyeCost(fit.ratio, limitRatio, values),
          strength: strengthCost(size.nm, guide, rule, values),
          plate: plateCost(plate, values),
        };
        return { size, longEye, fit, plate, place, guide, costs };
      }),
    )
    .sort((a, b) => a.place.place - b.place.place);
}

interface JudgedPoint {
  readonly point: PointStyle;
  readonly advice: PointAdvice;
  readonly cost: number;
  readonly wrong: boolean;
  readonly missesLook: boolean;
}

function judgePoint(
  point: PointStyle,
  { stack, schools, look = null }: NeedleQuestion,
  values: Values,
): JudgedPoint {
  const advice = pointForStack(point, stack, schools, values);
  return {
    point,
    advice,
    cost: pointCost(advice.suitability, values),
    wrong: pointIsWrong(advice, values),
    missesLook: look !== null && !point.gives.includes(look),
  };
}

interface JudgedFinish {
  readonly finish: NeedleFinish;
  readonly cost: number;
}

function judgeFinish(finish: NeedleFinish, stack: Stack, values: Values): JudgedFinish {
  return { finish, cost: finishCost(finishForStack(finish, stack, values), values) };
}

interface PlacedNeedle {
  readonly candidate: NeedleCandidate;
  /** Lowest first: what must be acted on, the look, the size. */
  readonly place: number;
  /** Point, finish and hole together: decides between needles of one place. */
  readonly rest: number;
}

interface SystemPart {
  readonly candidates: readonly PlacedNeedle[];
  readonly refusals: readonly Refusal[];
}

const refuse = (refusal: Refusal): SystemPart => ({ candidates: [], refusals: [refusal] });

function rankSystem(
  systemId: string,
  question: NeedleQuestion,
  { sizes, points, finishes }: Judged,
  limitRatio: number,
  values: Values,
): SystemPart {
  const system = needleSystem(systemId);
  if (!system) return refuse({ reason: 'unknown-system', systemId });
  const { shank, plateHoleMm, needleNm } = question.machine;
  if (system.shank !== shank) return refuse({ reason: 'shank', systemId, needs: shank, has: system.shank });
  const [smallestNm, largestNm] = sizesMade(system, values);
  const longEyed = system.longEyeOf !== null;
  const made = sizes.filter(
    ({ size, longEye }) => longEye === longEyed && size.nm >= smallestNm && size.nm <= largestNm,
  );
  const passing = made.filter(({ fit }) => fit.band !== 'will-not-pass');
  if (passing.length === 0) return refuse({ reason: 'thread-will-not-pass', systemId, largestNm });
  const allowed = passing.filter(({ size }) => within(size.nm, needleNm));
  if (allowed.length === 0) return refuse({ reason: 'needle-limit', systemId, limits: needleNm! });
  const clearing = allowed.filter(({ plate }) => plate.verdict !== 'will-not-clear');
  if (clearing.length === 0) {
    const smallest = Math.min(...allowed.map(({ size }) => size.nm));
    return refuse({ reason: 'plate-hole', systemId, smallestNm: smallest, plateHoleMm });
  }
  const offered = points.filter(({ point }) => system.pointFamilies.includes(point.family));
  const candidates = clearing.flatMap((size) => {
    const sizeAt = sizes.indexOf(size);
    const thinner = clearing.filter(
      (other) => other.place.standing === 'right' && other.size.nm < size.size.nm,
    ).length;
    return offered.flatMap((point) => {
      const hole = holeOf(size, point, question, values);
      return finishes.map((finish) =>
        place(combine(system, size, point, finish, hole, limitRatio, thinner >= 2), sizeAt),
      );
    });
  });
  return { candidates, refusals: [] };
}

interface JudgedHole {
  readonly hole: SeamHole;
  readonly cost: number;
}

function holeOf(
  { size }: JudgedSize,
  { point }: JudgedPoint,
  { stitchLengthMm, thread }: NeedleQuestion,
  values: Values,
): JudgedHole {
  const hole = seamHole(size.nm, point.cutAngleDeg, stitchLengthMm, thread.diameterMm, values);
  return { hole, cost: holeCost(hole, stitchLengthMm, values) };
}

function combine(
  system: NeedleSystem,
  { size, fit, plate, place: { standing }, guide, costs }: JudgedSize,
  { point, advice, cost: pointShort, wrong, missesLook }: JudgedPoint,
  { finish, cost: finishShort }: JudgedFinish,
  { hole, cost: holeShort }: JudgedHole,
  limitRatio: number,
  couldGoThinner: boolean,
): NeedleCandidate {
  const { eye, strength, plate: plateShort } = costs;
  const parts = { eye, strength, point: pointShort, finish: finishShort, plate: plateShort, hole: holeShort };
  return {
    system,
    point,
    size,
    finish,
    fit,
    withinSchool: fit.ratio <= limitRatio,
    sizeStanding: standing,
    couldGoThinner,
    strength: guide,
    pointAdvice: advice,
    plate,
    hole,
    act: wrong || TOO_TIGHT.includes(fit.band),
    missesLook,
    parts,
    cost: sumOf(parts),
  };
}

/** More than the number of sizes, so that the size never outweighs what comes before it. */
const PLACES = 1000;

function place(candidate: NeedleCandidate, sizeAt: number): PlacedNeedle {
  const { act, missesLook, parts } = candidate;
  return {
    candidate,
    place: (act ? 2 * PLACES : 0) + (missesLook ? PLACES : 0) + sizeAt,
    rest: parts.point + parts.finish + parts.hole,
  };
}

function byPlace(a: PlacedNeedle, b: PlacedNeedle): number {
  return a.place - b.place || a.rest - b.rest;
}

/** The same system under two designations counts once. */
export function distinctSystems(designations: readonly string[]): readonly string[] {
  return [...new Set(designations.map((name) => needleSystem(name)?.id ?? name))];
}
