import type {
  CostPart,
  FitBand,
  Limits,
  MatchReason,
  NeedleDoubt,
  PointEffect,
  Refusal,
  Schools,
  SizeSchool,
  ThreadUse,
} from '@gantelet/core';
import { pointStyle } from '@gantelet/core';
import { shortNumber } from './units-text';

export const BAND_WORDS: Readonly<Record<FitBand, string>> = {
  'too-loose': 'too loose',
  free: 'free',
  'well-matched': 'well matched',
  snug: 'snug',
  stressed: 'stressed',
  'will-not-pass': 'will not pass',
};

export const SCHOOL_WORDS: Readonly<Record<SizeSchool | 'by-work', string>> = {
  free: 'free eye',
  middle: 'middle',
  snug: 'snug eye',
  'by-work': 'as the work asks',
};

/** The schools an answer follows. @example schoolsText(...) // free eye, cutting point on leather */
export function schoolsText({ size, leatherPoint }: Schools): string {
  return `${SCHOOL_WORDS[size]}, ${leatherPoint} point on leather`;
}

export const USE_WORDS: Readonly<Record<ThreadUse, string>> = {
  indoor: 'indoors',
  outdoor: 'sun and weather',
  heat: 'heat and sparks',
};

/** What one needle is worse in than another. */
export const WORSE_WORDS: Readonly<Record<CostPart, string>> = {
  eye: 'the thread fits the eye less well',
  strength: 'the blade is thin for this stack',
  point: 'the point suits the stack less',
  finish: 'the finish suits the stack less',
  plate: 'it sits worse in the plate hole',
  hole: 'less land stands between the holes',
};

const BAND_ADVICE: Readonly<Record<FitBand, string>> = {
  'too-loose': 'too loose: a smaller needle makes a smaller hole.',
  free: 'room to run cool.',
  'well-matched': 'well matched.',
  snug: 'snug: watch for heat and shredding.',
  stressed: 'stressed: friction, heat and fraying. Use a larger needle, or thin work only.',
  'will-not-pass': 'will not pass.',
};

/** A reason as a short sentence. */
export function reasonText(reason: MatchReason): string {
  switch (reason.code) {
    case 'eye':
      return `Thread fills ${reason.ratio.toFixed(2)} of the blade: ${BAND_ADVICE[reason.band]}`;
    case 'strength':
      return reason.signal === 'good'
        ? `Blade usually carries ${mm(reason.guideMm)} of leather; stack is ${mm(reason.stackMm)}.`
        : `Blade usually carries ${mm(reason.guideMm)} of leather; stack is ${mm(reason.stackMm)}. Sew slowly, watch for bending.`;
    case 'land':
      return reason.signal === 'good'
        ? `${mm(reason.landMm)} stands between holes; shortest stitch ${mm(reason.shortestMm)}.`
        : `Stitch of ${mm(reason.stitchMm)} is short for this hole; ${mm(reason.shortestMm)} or longer.`;
    case 'edge':
      return reason.cutsCloth
        ? `Keep the seam ${mm(reason.edgeMm)} off the edge: cut yarns pull out near it.`
        : `Keep the seam ${mm(reason.edgeMm)} or more off the edge.`;
    case 'plate':
      return PLATE_WORDS[reason.verdict].replace('{ratio}', reason.ratio.toFixed(1));
    case 'point':
      return `Point: ${reason.look}.`;
    case 'layer':
      return `${reason.materialName}: ${EFFECT_WORDS[reason.effect]}`;
    case 'finish':
      return `Finish: ${reason.does}.`;
  }
}

const PLATE_WORDS = {
  good: 'Plate hole is {ratio} blades wide: fits.',
  tight: 'Plate hole is only {ratio} blades wide: the blade may touch. Check by hand wheel.',
  big: 'Plate hole is {ratio} blades wide: big. Thin plies may be pushed in.',
  'swallows-thin-work': 'Plate hole is {ratio} blades wide: it will swallow thin cloth. Change the plate.',
  'will-not-clear': 'Plate hole is {ratio} blades wide: the blade will not clear.',
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

/** Why a needle cannot go in, and what to do. */
export function refusalText(refusal: Refusal): string {
  switch (refusal.reason) {
    case 'no-system':
      return 'No needle system is entered for this machine. Read it off the needle bar or the old needle.';
    case 'unknown-system':
      return `System ${refusal.systemId} is not in the catalogue.`;
    case 'other-clamp':
      return `This machine takes ${refusal.takes.join(', ') || 'no system that is entered'}, not ${refusal.systemId}: the eye would stand at the wrong height.`;
    case 'shank':
      return `System ${refusal.systemId} has a ${refusal.has} shank; this clamp takes a ${refusal.needs} one.`;
    case 'point-not-made':
      return `System ${refusal.systemId} is not made with a ${pointStyle(refusal.pointId)?.name ?? refusal.pointId}.`;
    case 'size-not-made':
      return `System ${refusal.systemId} is made from NM ${refusal.from} to NM ${refusal.to}.`;
    case 'thread-unfit':
      return `Not for a machine: ${refusal.why}.`;
    case 'thread-limit':
      return `This machine takes thread ${limitText(refusal.limits, 'Tex')}; this is Tex ${shortNumber(refusal.tex)}.`;
    case 'needle-limit':
      return `This machine takes needles ${limitText(refusal.limits, 'NM')}.`;
    case 'thread-will-not-pass':
      return `The thread passes no needle of system ${refusal.systemId}: its largest is NM ${refusal.largestNm}.`;
    case 'eye-too-small':
      return `The thread does not pass the eye of NM ${refusal.nm}.`;
    case 'blade-too-thick':
      return `NM ${refusal.nm} does not clear the ${mm(refusal.plateHoleMm)} plate hole. Change plate and feed dog.`;
    case 'plate-hole':
      return (
        `The thread needs NM ${refusal.smallestNm} or more in system ${refusal.systemId}, ` +
        `which does not clear the ${mm(refusal.plateHoleMm)} plate hole. Change plate and feed dog.`
      );
  }
}

/** What does not go together on a needle's label. */
export function doubtText(doubt: NeedleDoubt): string {
  if (doubt.code === 'size-not-made') return `this system is made from NM ${doubt.from} to NM ${doubt.to}`;
  return doubt.twin
    ? `this system is not made with that point; its twin in the same clamp, ${doubt.twin.id}, is`
    : 'this system is not made with that point';
}

function limitText({ least, most }: Limits, unit: string): string {
  if (least === null) return `up to ${unit} ${most}`;
  return most === null ? `from ${unit} ${least}` : `from ${unit} ${least} to ${most}`;
}

const mm = (value: number): string => `${shortNumber(value)} mm`;
