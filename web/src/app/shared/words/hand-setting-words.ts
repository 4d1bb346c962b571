import { inTurns, type EdgeGuide, type HandSettings } from '@gantelet/core';
import { lengthText } from './units-text';

/** What the edge runs along. */
export const EDGE_WORDS: Readonly<Record<EdgeGuide, string>> = {
  guide: 'the edge guide',
  'bed-mark': 'a mark on the bed',
  'drawn-line': 'a drawn line',
  groove: 'a groove',
};

/**
 * Position of the foot's screw; empty if it is not recorded.
 *
 * @example '4 ½ turns in, the screw 12 mm above its nut'
 */
export function footSettingText({
  footScrewMm,
  footTurns,
}: Pick<HandSettings, 'footScrewMm' | 'footTurns'>): string {
  return [
    ...(footTurns === null ? [] : [`${inTurns(footTurns)} in`]),
    ...(footScrewMm === null ? [] : [`the screw ${lengthText(footScrewMm)} above its nut`]),
  ].join(', ');
}

/** Everything recorded about a job, in one line. */
export function handSettingsText(settings: HandSettings): string {
  const { edgeMm, edgeBy, speedSpm } = settings;
  const by = edgeBy === null ? '' : ` by ${EDGE_WORDS[edgeBy]}`;
  return [
    ...[footSettingText(settings)].filter((text) => text !== '').map((text) => `foot ${text}`),
    ...(edgeMm === null ? [] : [`edge ${lengthText(edgeMm)}${by}`]),
    ...(speedSpm === null ? [] : [`${speedSpm} stitches a minute`]),
  ].join('; ');
}
