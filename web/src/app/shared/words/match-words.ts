import type { FitBand, MatchReason, Refusal, SizeSchool } from '@gantelet/core';
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
    case 'plate':
      return PLATE_WORDS[reason.verdict].replace('{ratio}', reason.ratio.toFixed(1));
    case 'point':
      return `Point: ${reason.look}.`;
    case 'point-warning':
      return POINT_WARNINGS[reason.warning.code].replace('{material}', reason.warning.materialName);
  }
}

const PLATE_WORDS = {
  good: 'Plate hole is {ratio} blades wide: fits.',
  tight: 'Plate hole is only {ratio} blades wide: the blade may touch. Check by hand wheel.',
  big: 'Plate hole is {ratio} blades wide: big. Thin plies may be pushed in.',
  'swallows-thin-work': 'Plate hole is {ratio} blades wide: it will swallow thin cloth. Change the plate.',
  'will-not-clear': 'Plate hole is {ratio} blades wide: the blade will not clear.',
} as const;

const POINT_WARNINGS = {
  'cuts-yarns': 'Cuts yarns in the {material}: keep the seam off its edge.',
  'pierces-coating': 'Cuts the {material} open: the seam will not be tight.',
  'round-in-leather': 'Round point in {material}: hard to drive, may bend.',
} as const;

/** Why nothing fits, and what to do. */
export function refusalText(refusal: Refusal): string {
  switch (refusal.reason) {
    case 'no-system':
      return 'No needle system is entered for this machine. Read it off the needle bar or the old needle.';
    case 'unknown-system':
      return `System ${refusal.systemId} is not in the catalogue.`;
    case 'shank':
      return `System ${refusal.systemId} has a ${refusal.has} shank; this clamp takes a ${refusal.needs} one.`;
    case 'thread-will-not-pass':
      return `The thread passes no needle of system ${refusal.systemId}: its largest is NM ${refusal.largestNm}.`;
    case 'plate-hole':
      return (
        `The thread needs NM ${refusal.smallestNm} or more in system ${refusal.systemId}, ` +
        `which does not clear the ${mm(refusal.plateHoleMm)} plate hole. Change plate and feed dog.`
      );
  }
}

const mm = (value: number): string => `${shortNumber(value)} mm`;
