import { caseFor, caseTakes, type CaseLatch, type SettingScrew, type DropTest } from '@gantelet/core';
import type { BobbinCaseView } from '@gantelet/contracts';
import { turnsWords } from './changeover-words';
import { DROP_WORDS } from './tension-words';
import { counted, shortNumber } from '../locale';

export const SETTING_SCREW_WORDS: Readonly<Record<SettingScrew, string>> = {
  only: 'the only one',
  'nearer-slot': 'the one nearer the thread slot',
  'further-away': 'the one further from the thread slot',
};

export const LATCH_WORDS: Readonly<Record<CaseLatch, string>> = {
  smooth: 'seats and latches smoothly',
  rough: 'rough: clean it; it may be worn',
  'springs-open': 'springs open: do not use',
};

type Named = Pick<BobbinCaseView, 'mark'>;

export const caseName = ({ mark }: Named): string => (mark === null ? 'The bobbin case' : `Case ${mark}`);
/** The same within a sentence. */
export const theCase = ({ mark }: Named): string => (mark === null ? 'the bobbin case' : `case ${mark}`);

/** What a case is set for, according to its log. @example 'set for Tex 135, an eighth of a turn tighter since' */
export function caseSetText({ setForTex, screwTurns, drop }: BobbinCaseView): string {
  if (setForTex === null) return 'not set for any thread yet';
  const turned = `${turnsWords(Math.abs(screwTurns))} ${screwTurns > 0 ? 'tighter' : 'looser'}`;
  const tested: DropTest | null = drop !== null && drop.tex === setForTex ? drop.outcome : null;
  return [
    `set for Tex ${shortNumber(setForTex)}`,
    ...(screwTurns === 0 ? [] : [`screw ${turned}`]),
    ...(tested === null ? [] : [`drop test: ${DROP_WORDS[tested]}`]),
  ].join(', ');
}

/** Another case that is already set for a thread, if it is worth using; null otherwise. */
export function betterCase(
  cases: readonly BobbinCaseView[],
  tex: number,
  worthSteps: number,
): BobbinCaseView | null {
  const chosen = caseFor(cases, tex, worthSteps);
  return chosen === null || chosen.isIn || chosen.id === null ? null : chosen;
}

/** Why the present case should not be used with a thread; null if it may. */
export function caseWarning(cases: readonly BobbinCaseView[], tex: number): string | null {
  const present = cases.find(({ isIn }) => isIn);
  if (!present || caseTakes(present, tex)) return null;
  return present.latch === 'springs-open'
    ? `${caseName(present)} springs open: do not sew with it.`
    : `Tex ${shortNumber(tex)} is too thick for the slot of ${theCase(present)}: Tex ${shortNumber(
        present.slotMostTex!,
      )} at most.`;
}

/** Fewer resets than this mean nothing. */
const RESETS_THAT_TELL = 3;

/**
 * Says that a case for each thread would save time, judging by how often this one was reset; null if it would not.
 */
export function resetsText(cases: readonly BobbinCaseView[], minutesEach: number): string | null {
  const present = cases.find(({ isIn }) => isIn);
  const usable = cases.filter(({ latch }) => latch !== 'springs-open').length;
  if (!present || present.resets.count < RESETS_THAT_TELL || usable >= present.resets.threads.length)
    return null;
  const { count, threads } = present.resets;
  const each = threads.map((tex) => `Tex ${shortNumber(tex)}`).join(', ');
  return `Set for another thread ${counted(count, 'time')} in 90 days (${each}). A case for each would have saved about ${Math.round(
    count * minutesEach,
  )} minutes.`;
}
