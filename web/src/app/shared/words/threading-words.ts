import type { StationKind, ThreadingDoubt, ThreadingSide } from '@gantelet/core';
import type { ThreadingCard } from '@gantelet/contracts';
import { lengthText, rangeText } from './units-text';

/** What the thread passes, by name. */
export const STATION_WORDS: Readonly<Record<StationKind, string>> = {
  cone: 'Cone on its stand',
  guide: 'Guide',
  'pre-tension': 'Pre-tension',
  discs: 'Tension discs',
  'check-spring': 'Check spring',
  'take-up': 'Take-up lever',
  'bar-guide': 'Guide on the needle bar',
  needle: 'Needle',
};

/** What to mind at each. Common practice. */
export const STATION_TIPS: Readonly<Record<StationKind, string | null>> = {
  cone: 'The thread comes off the top and runs straight up to the first guide. The cone does not turn.',
  guide: null,
  'pre-tension': 'Wraps as the set-up says.',
  discs: 'Foot up: the discs are open and the thread seats between them.',
  'check-spring': 'The thread pulls the spring, and it moves.',
  'take-up': 'Turn the hand wheel until the lever stands highest.',
  'bar-guide': null,
  needle:
    'Into the long groove’s side. Draw about 10 cm through. Hold both tails for the first stitches, and bring the bobbin thread up.',
};

export const SIDE_WORDS: Readonly<Record<ThreadingSide, string>> = {
  left: 'from the left',
  right: 'from the right',
  front: 'from the front',
  back: 'from the back',
};

export const DOUBT_WORDS: Readonly<Record<ThreadingDoubt, string>> = {
  'no-discs': 'The thread passes no tension discs.',
  'no-take-up': 'The thread passes no take-up lever.',
  'no-needle': 'The thread ends before the needle.',
  'needle-not-last': 'Something comes after the needle.',
  'spring-before-discs': 'The check spring usually comes after the discs.',
  'take-up-before-discs': 'The take-up lever usually comes after the discs.',
};

export const BOBBIN_TURN_WORDS: Readonly<Record<NonNullable<ThreadingCard['bobbinTurns']>, string>> = {
  clockwise: 'clockwise',
  anticlockwise: 'anticlockwise',
};

export const WINDER_WORDS: Readonly<Record<NonNullable<ThreadingCard['winder']>, string>> = {
  'on-machine': 'on this machine',
  apart: 'on a winder of its own',
};

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth'];

/** How the thread passes a station. @example 'third hole, from the right' */
export function throughText(hole: number | null, side: ThreadingSide | null): string {
  return [
    ...(hole === null ? [] : [`${ORDINALS[hole]} hole`]),
    ...(side === null ? [] : [SIDE_WORDS[side]]),
  ].join(', ');
}

/** How to wind a machine's bobbins, step by step. Common practice. */
export function windingLines({
  winder,
  belowRimMm,
}: Pick<ThreadingCard, 'winder' | 'belowRimMm'>): readonly string[] {
  const own = ['Thread out of the needle and the take-up lever, foot up, bobbin case out: else it jams.'];
  return [
    winder === null ? 'Wind on the machine or on a winder of its own.' : `Wind ${WINDER_WORDS[winder]}.`,
    ...(winder === 'apart' ? [] : own),
    'Under light, even tension and at steady speed, layer on layer from end to end.',
    belowRimMm === null
      ? `Full at ${rangeText(0.8, 1.6)} below the rim. A fuller one drags.`
      : `Full at ${lengthText(belowRimMm, 2)} below the rim. A fuller one drags.`,
    'Cut the tail off close to the bobbin.',
  ];
}
