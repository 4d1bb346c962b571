import {
  inTurns,
  type BalanceAdvice,
  type BobbinAdvice,
  type BobbinSchool,
  type ClaimGround,
  type DropTest,
  type NotTension,
  type SeamGrade,
  type StepSchool,
  type TensionTarget,
} from '@gantelet/core';
import { turnsWords } from './changeover-words';

export const GRADE_WORDS: Readonly<Record<SeamGrade, string>> = {
  'loops-below': 'loops below',
  'dots-below': 'dots below',
  balanced: 'balanced',
  'dots-on-top': 'dots on top',
  'flat-line-on-top': 'flat line on top',
};

export const DROP_WORDS: Readonly<Record<DropTest, string>> = {
  falls: 'falls freely',
  creeps: 'creeps when jerked',
  hangs: 'hangs dead',
};

/** A move of the knob in words. @example moveText(-0.25) // '¼ turn looser, anticlockwise' */
export function moveText(move: number): string {
  if (move === 0) return 'leave the knob';
  const size = Math.abs(move);
  const turns = inTurns(size);
  return move > 0 ? `${turns} tighter, clockwise` : `${turns} looser, anticlockwise`;
}

/** What to do next, as a headline and a reason. */
export function adviceText({ do: what, turns, because, keep, claim, surer }: BalanceAdvice): {
  readonly head: string;
  readonly why: string;
} {
  const best = inTurns(keep.turns);
  const setting = inTurns(turns);
  switch (what) {
    case 'stop':
      return {
        head: `Done. Leave the knob at ${setting}`,
        why: `95 % sure this is balanced: ${GROUND_WORDS[claim!]}.`,
      };
    case 'keep':
      return {
        head: `Balanced at ${setting}: keep it`,
        why: `${chanceWords(keep.sure)} that it stays balanced. If you are not certain, a seam at ${inTurns(surer)} would confirm it.`,
      };
    case 'check':
      return {
        head: 'These seams contradict each other',
        why: 'No setting can be read from them. Something is moving by itself, or a seam was misread: go through the checks, then sew again.',
      };
    case 'sew':
      return {
        head: `Sew the next seam at ${setting}`,
        why: WHY_THERE[because]
          .replace('{best}', best)
          .replace('{chance}', chanceWords(keep.sure).toLowerCase()),
      };
  }
}

/** The basis of a confidence. */
const GROUND_WORDS: Readonly<Record<ClaimGround, string>> = {
  'both-edges': 'you have seen it too loose and too tight',
  'lock-measured': 'the knot was measured in a cut seam',
  'balanced-twice': 'two seams were balanced at one setting',
};

/** A probability in words. @example chanceWords(0.87) // Likely, about 9 in 10 */
export function chanceWords(chance: number): string {
  if (chance >= 0.945) return 'Very likely, 19 in 20';
  const tenths = Math.round(10 * chance);
  if (tenths >= 8) return `Likely, about ${tenths} in 10`;
  return tenths >= 5 ? `About ${tenths} in 10` : `Unlikely yet, ${Math.max(1, tenths)} in 10`;
}

const WHY_THERE: Readonly<Record<BalanceAdvice['because'], string>> = {
  'tells-most': 'This seam will narrow it down most. Best guess so far: {best} ({chance}).',
  prove: 'It is probably good: sew a seam there to confirm. Best guess so far: {best} ({chance}).',
  'other-side': 'Best guess so far: {best} ({chance}). Sew one more seam past the other edge to confirm.',
  balanced: '',
  sure: '',
  contradiction: '',
};

export const CHECK_WORDS: Readonly<Record<NotTension, string>> = {
  'thread-out-of-discs': 'Thread sits between the tension discs, and round the check spring',
  'foot-was-down': 'Threaded with the foot up, so that the discs were open',
  'check-spring': 'Check spring bounces back',
  'bobbin-backwards': 'Bobbin turns the right way in its case',
  'lint-under-spring': 'No lint under the bobbin spring',
  needle: 'Right needle, sharp, fully up, long groove to the threading side',
  'old-thread': 'Thread does not break when pulled lightly',
};

export const FAULT_WORDS: Readonly<Record<NotTension, string>> = {
  'thread-out-of-discs': 'Thread out of the discs',
  'foot-was-down': 'Threaded with the foot down',
  'check-spring': 'Check spring stuck: the seam changes by itself',
  'bobbin-backwards': 'Bobbin in backwards',
  'lint-under-spring': 'Lint under the bobbin spring: the seam changes by itself',
  needle: 'Wrong or blunt needle: looks right, thread breaks',
  'old-thread': 'Old thread: looks right, thread breaks',
};

/** What to do when the knob is near the end of its travel. */
export function travelEndText(wraps: -1 | 1, hasPreTension: boolean): string {
  const end = `The knob is near fully ${wraps > 0 ? 'in' : 'off'}.`;
  if (hasPreTension)
    return `${end} ${wraps > 0 ? 'Add a pre-tension wrap' : 'Leave out a pre-tension wrap'}, then start again.`;
  return `${end} Turn the bobbin a little ${wraps > 0 ? 'looser' : 'tighter'}, then start again.`;
}

/** What to do about the bobbin, in a line. */
export function bobbinText(advice: BobbinAdvice): string {
  switch (advice.do) {
    case 'leave':
      return advice.because === 'proved'
        ? 'The case creeps in the drop test: leave it.'
        : 'Leave the bobbin screw: the thread size changed by less than two steps.';
    case 'drop-test':
      return 'Drop test first: the full case, held by its thread, should hang and creep when jerked.';
    case 'turn':
      return `Turn the screw ${turnsWords(advice.turns)} ${advice.tighter ? 'tighter' : 'looser'}: ${
        TURN_REASONS[advice.because]
      }. Lock screw first where the case has one.`;
  }
}

const TURN_REASONS: Readonly<Record<Extract<BobbinAdvice, { do: 'turn' }>['because'], string>> = {
  falls: 'the case falls in the drop test',
  hangs: 'the case hangs dead in the drop test',
  'thread-jump': 'the thread is two sizes or more away from what the case was set for',
};

export const BOBBIN_SCHOOL_WORDS: Readonly<Record<BobbinSchool, string>> = {
  'bobbin-first': 'bobbin first, then the top',
  'leave-bobbin': 'leave the bobbin, correct at the top',
};

export const STEP_SCHOOL_WORDS: Readonly<Record<StepSchool, string>> = {
  'as-the-seam-tells': 'as far as the seam calls for, up to the longest move',
  'bit-by-bit': 'in small steps, never more than one step at a time',
};

export const TARGET_WORDS: Readonly<Record<TensionTarget, string>> = {
  middle: 'knot in the middle',
  'least-tension': 'lightest tension that hides the bobbin thread',
};
