import type {
  CoatedPointSchool,
  CostPart,
  FitBand,
  Limits,
  MatchReason,
  NeedleCandidate,
  NeedleDoubt,
  PointEffect,
  Refusal,
  Schools,
  SeamLook,
  SizeSchoolChoice,
  ThreadUse,
} from '@gantelet/core';
import { pointStyle } from '@gantelet/core';
import { fixedNumber, shortNumber } from '../locale';
import { lengthText, rangeText } from './units-text';

export const BAND_WORDS: Readonly<Record<FitBand, string>> = {
  'too-loose': 'very loose',
  free: 'loose',
  'well-matched': 'good match',
  snug: 'tight',
  stressed: 'too thick: do not use',
  'will-not-pass': 'will not pass',
};

/** Why a needle would harm the work, if it would; null if it may be used. */
export function harmText({ act, fit: { band } }: Pick<NeedleCandidate, 'act' | 'fit'>): string | null {
  if (!act) return null;
  return band === 'stressed' || band === 'will-not-pass' ? BAND_WORDS[band] : 'wrong point for this material';
}

export const SCHOOL_WORDS: Readonly<Record<SizeSchoolChoice, string>> = {
  free: 'loose eye',
  middle: 'medium eye',
  snug: 'tight eye',
  'by-work': 'automatic',
};

/** The point that a school uses in coated sheeting. */
export const COATED_POINT_WORDS: Readonly<Record<CoatedPointSchool, string>> = {
  'small-cut': 'round point with a small cut',
  cutting: 'cutting point',
};

/** The look wanted for the seam. */
export const LOOK_WORDS: Readonly<Record<SeamLook, string>> = {
  straight: 'straight',
  slanted: 'slanted',
  sunk: 'straight and sunk',
  'strongest-land': 'most leather left between holes',
};

/** The schools that an answer follows. @example schoolsText(...) // loose eye, cutting point in leather */
export function schoolsText({ size, leatherPoint, coatedPoint }: Schools): string {
  const coated = coatedPoint === 'cutting' ? ', cutting point in coated sheeting' : '';
  return `${SCHOOL_WORDS[size]}, ${leatherPoint} point in leather${coated}`;
}

export const USE_WORDS: Readonly<Record<ThreadUse, string>> = {
  indoor: 'indoors',
  outdoor: 'sun and weather',
  heat: 'heat and sparks',
};

/** What one needle is worse at than another. */
export const WORSE_WORDS: Readonly<Record<CostPart, string>> = {
  eye: 'the thread fits the eye less well',
  strength: 'the blade is thin for this stack',
  point: 'the point suits the stack less',
  finish: 'the finish suits the stack less',
  plate: 'it fits the plate hole less well',
  hole: 'less material is left between the holes',
};

const BAND_ADVICE: Readonly<Record<FitBand, string>> = {
  'too-loose': 'very loose. A smaller needle makes a smaller hole.',
  free: 'loose, runs cool.',
  'well-matched': 'good match.',
  snug: 'tight. Watch for heat and shredding.',
  stressed: 'too thick: friction, heat and fraying. Use a larger needle.',
  'will-not-pass': 'will not pass.',
};

/** A reason as a short sentence. */
export function reasonText(reason: MatchReason): string {
  switch (reason.code) {
    case 'eye':
      return (
        `Thread is ${Math.round(reason.ratio * 100)} % of the ${reason.longEye ? 'blade that usually has such an eye' : 'blade width'}: ${BAND_ADVICE[reason.band]}` +
        (reason.couldGoThinner ? ' Could go thinner.' : '')
      );
    case 'other-practice':
      return OTHER_PRACTICE_WORDS[reason.practice];
    case 'look':
      return `The seam look you asked for needs another point, and none that fits here gives it. This is a ${reason.point}.`;
    case 'strength': {
      const guide =
        reason.stackMm < reason.fromMm && reason.signal === 'good'
          ? `Blade is stiff enough: it is normally good for up to ${lengthText(reason.toMm)} of leather; yours is ${lengthText(reason.stackMm)}.`
          : `Blade is normally good for ${rangeText(reason.fromMm, reason.toMm)} of leather; yours is ${lengthText(reason.stackMm)}.`;
      if (reason.leastNm !== null)
        return `${guide} This cloth usually gets NM ${reason.leastNm} or more: watch for bending.`;
      return reason.signal === 'good' ? guide : `${guide} Sew slowly and watch for bending.`;
    }
    case 'land':
      return reason.signal === 'good'
        ? `${lengthText(reason.landMm)} is left between holes; do not go below a ${lengthText(reason.shortestMm)} stitch.`
        : `Stitch of ${lengthText(reason.stitchMm)} is short for this hole; ${lengthText(reason.shortestMm)} or longer.`;
    case 'edge':
      return reason.cutsCloth
        ? `Keep the seam ${lengthText(reason.edgeMm)} off the edge: cut yarns pull out near it.`
        : `Keep the seam ${lengthText(reason.edgeMm)} or more off the edge.`;
    case 'plate':
      return PLATE_WORDS[reason.verdict]
        .replace('{ratio}', fixedNumber(reason.ratio, 1))
        .replace('{gap}', lengthText(reason.gapMm));
    case 'point':
      return `Point: ${reason.look}.`;
    case 'layer':
      return `${reason.materialName}: ${EFFECT_WORDS[reason.effect]}`;
    case 'finish':
      return `Finish: ${reason.does}.`;
  }
}

const PLATE_WORDS = {
  good: 'Plate hole is {ratio} × the blade: right size.',
  tight: 'Plate hole is only {ratio} × the blade: the needle may touch. Turn the hand wheel and look.',
  big: 'Plate hole is {ratio} × the blade: big. Watch that thin plies are not pushed in.',
  'swallows-thin-work':
    '{gap} free on each side of the blade: this thin work is pushed down the hole, puckers and skips.',
  'will-not-clear': 'Plate hole is {ratio} × the blade: the needle would hit the plate.',
} as const;

const OTHER_PRACTICE_WORDS = {
  'ticket-12-on-130': 'Other shops run ticket 12 on NM 130 through thick plies.',
  'size-207-on-140': 'Other shops run size 207 on NM 140 in leather up to 12 oz.',
} as const;

const EFFECT_WORDS: Readonly<Record<PointEffect, string>> = {
  'cuts-leather': 'the point cuts its own slit.',
  'parts-yarns': 'the point parts the yarns.',
  'cuts-yarns': 'the point cuts yarns, so the cloth is weaker along the seam.',
  'round-in-leather': 'a round point is hard to drive here and may bend.',
  'opens-coating': 'a small cut opens the coating, the cloth under it stays whole.',
  'cuts-coating-open': 'the point cuts the coating open: the seam will not be tight.',
  pierces: 'the point pierces it.',
};

/** Why a needle cannot be used, and what to do. */
export function refusalText(refusal: Refusal): string {
  switch (refusal.reason) {
    case 'no-system':
      return 'No needle system is entered for this machine. Read it off the needle bar or the old needle.';
    case 'unknown-system':
      return `System ${refusal.systemId} is not in the catalogue.`;
    case 'other-clamp':
      return `This machine takes ${refusal.takes.join(', ') || 'no system entered yet'}, not ${refusal.systemId}: the eye would be at the wrong height.`;
    case 'shank':
      return `System ${refusal.systemId} has a ${refusal.has} shank; this clamp takes a ${refusal.needs} one.`;
    case 'point-not-made':
      return `System ${refusal.systemId} is not sold with a ${pointStyle(refusal.pointId)?.name ?? refusal.pointId}. Check the pack.`;
    case 'size-not-made':
      return `System ${refusal.systemId} is made from NM ${refusal.from} to NM ${refusal.to}.`;
    case 'thread-unfit':
      return `Not for machine sewing: ${refusal.why}.`;
    case 'thread-limit':
      return `This machine takes thread ${limitText(refusal.limits, 'Tex')}; this is Tex ${shortNumber(refusal.tex)}.`;
    case 'needle-limit':
      return `This machine takes needles ${limitText(refusal.limits, 'NM')}.`;
    case 'thread-will-not-pass':
      return `The thread passes no needle of system ${refusal.systemId}: its largest is NM ${refusal.largestNm}.`;
    case 'eye-too-small':
      return refusal.canBeForced
        ? `The thread can only be forced through the eye of NM ${refusal.nm}, and will fray.`
        : `The thread does not pass the eye of NM ${refusal.nm}.`;
    case 'blade-too-thick':
      return `NM ${refusal.nm} does not clear the ${lengthText(refusal.plateHoleMm)} plate hole. Change plate and feed dog.`;
    case 'plate-hole':
      return (
        `The thread needs NM ${refusal.smallestNm} or more in system ${refusal.systemId}, ` +
        `which does not clear the ${lengthText(refusal.plateHoleMm)} plate hole. Change plate and feed dog.`
      );
  }
}

/** What to do about a hole that pulls the work in: one of the machine's plates, another machine, a backing. */
export function remedyText(plateHoleMm: number | null, machineNames: readonly string[]): string {
  const ways = [
    plateHoleMm === null ? '' : `fit the ${lengthText(plateHoleMm)} plate and its feed dog`,
    machineNames.length === 0 ? '' : `sew it on ${machineNames.slice(0, 3).join(' or ')}`,
    'put a layer of backing under it',
  ].filter((way) => way !== '');
  const text = ways.join(', or ');
  return `${text[0]!.toUpperCase()}${text.slice(1)}. A thicker needle is no cure.`;
}

/** What is contradictory on a needle's label. */
export function doubtText(doubt: NeedleDoubt): string {
  if (doubt.code === 'size-not-made') return `this system is made from NM ${doubt.from} to NM ${doubt.to}`;
  return doubt.twin
    ? `this system is not sold with that point; ${doubt.twin.id}, with the same shank, is`
    : 'this system is not sold with that point';
}

function limitText({ least, most }: Limits, unit: string): string {
  if (least === null) return `up to ${unit} ${most}`;
  return most === null ? `from ${unit} ${least}` : `from ${unit} ${least} to ${most}`;
}
