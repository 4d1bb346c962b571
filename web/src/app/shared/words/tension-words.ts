import {
  turnsText,
  type BalanceAdvice,
  type BobbinAdvice,
  type BobbinSchool,
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
  const turns = `${turnsText(size)} ${size > 1 ? 'turns' : 'turn'}`;
  return move > 0 ? `${turns} tighter, clockwise` : `${turns} looser, anticlockwise`;
}

/** What to do next, as a headline and a reason. */
export function adviceText({ do: what, turns, because, keep }: BalanceAdvice): {
  readonly head: string;
  readonly why: string;
} {
  const chance = `${Math.round(100 * keep.sure)} %`;
  if (what === 'stop') {
    return {
      head: `Set: ${turnsText(turns)} turns`,
      why: `It lies in the window with a chance of ${chance}, and both edges were seen.`,
    };
  }
  return {
    head: `Sew the next seam at ${turnsText(turns)} turns`,
    why: WHY_THERE[because].replace('{chance}', chance),
  };
}

const WHY_THERE: Readonly<Record<BalanceAdvice['because'], string>> = {
  'tells-most': 'A seam there tells most. The best setting so far is good with a chance of {chance}.',
  prove: 'It is likely good; a seam there proves it. Chance now {chance}.',
  'other-side':
    'The best setting is good with a chance of {chance}. One seam past the other edge makes sure of it.',
  sure: '',
};

export const CHECK_WORDS: Readonly<Record<NotTension, string>> = {
  'thread-out-of-discs': 'Thread sits between the tension discs, and round the check spring',
  'foot-was-down': 'Threaded with the foot up, so that the discs were open',
  'check-spring': 'Check spring bounces back',
  'bobbin-backwards': 'Bobbin turns the right way in its case',
  'lint-under-spring': 'No lint under the bobbin spring',
  needle: 'Right needle, sharp, fully up, groove to the thread side',
  'old-thread': 'Thread does not break at a light pull',
};

export const FAULT_WORDS: Readonly<Record<NotTension, string>> = {
  'thread-out-of-discs': 'Thread out of the discs',
  'foot-was-down': 'Threaded with the foot down',
  'check-spring': 'Check spring stuck: it wanders from seam to seam',
  'bobbin-backwards': 'Bobbin in backwards',
  'lint-under-spring': 'Lint under the bobbin spring: it comes and goes',
  needle: 'Wrong or blunt needle: looks right, thread breaks',
  'old-thread': 'Old thread: looks right, thread breaks',
};

/** What to do where the knob is near an end of its travel. */
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
        : 'Leave it: the thread moved less than two steps of the ladder.';
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
  'thread-jump': 'the thread moved two steps of the ladder or more',
};

export const BOBBIN_SCHOOL_WORDS: Readonly<Record<BobbinSchool, string>> = {
  'bobbin-first': 'bobbin first, then the top',
  'leave-bobbin': 'leave the bobbin, correct at the top',
};

export const STEP_SCHOOL_WORDS: Readonly<Record<StepSchool, string>> = {
  'as-the-seam-tells': 'as far as the seam tells, up to the longest move',
  'bit-by-bit': 'bit by bit, never more than the hand’s step',
};

export const TARGET_WORDS: Readonly<Record<TensionTarget, string>> = {
  middle: 'lock in the middle',
  'least-tension': 'least tension that hides the far thread',
};
