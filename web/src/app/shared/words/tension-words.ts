import { turnsText, type DropTest, type NextSeamAdvice, type SeamGrade } from '@gantelet/core';

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
export function adviceText(advice: NextSeamAdvice): { readonly head: string; readonly why: string } {
  switch (advice.because) {
    case 'prove':
      return {
        head: `Sew one more at ${turnsText(advice.turns)} turns`,
        why: 'Balanced. A second seam at the same setting proves it.',
      };
    case 'too-loose':
      return {
        head: `Sew the next seam at ${turnsText(advice.turns)} turns`,
        why: 'Needle thread shows below: top tension too loose.',
      };
    case 'too-tight':
      return {
        head: `Sew the next seam at ${turnsText(advice.turns)} turns`,
        why: 'Bobbin thread shows on top: top tension too tight.',
      };
    case 'between-two-faults':
      return {
        head: `Sew the next seam at ${turnsText(advice.turns)} turns`,
        why: 'Halfway between a setting too loose and one too tight.',
      };
    case 'balanced-twice':
      return {
        head: `Set: ${turnsText(advice.turns)} turns`,
        why: 'Two balanced seams running at this setting.',
      };
    case 'both-tight':
      return {
        head: 'Loosen the bobbin first',
        why: 'Pucker or breaks with a balanced lock: both are too tight. A little off the bobbin, then the top.',
      };
    case 'bobbin-falls':
      return {
        head: 'Tighten the bobbin first',
        why: 'The case falls in the drop test. Turn its screw a little tighter, then sew again.',
      };
    case 'bobbin-hangs':
      return {
        head: 'Loosen the bobbin first',
        why: 'The case hangs dead in the drop test. Turn its screw a little looser, then sew again.',
      };
    case 'loops':
      return {
        head: 'Check the threading first',
        why: 'Loops below are usually thread out of the discs, or threading done with the foot down. Rethread, then sew again at this setting.',
      };
    case 'window-too-narrow':
      return {
        head: 'Not the knob',
        why: 'Too loose and too tight lie an eighth of a turn apart. Look at needle, bobbin case and thread.',
      };
    case 'out-of-travel':
      return {
        head: 'The knob is at its end',
        why: 'Add or take out a pre-tension wrap, or set the bobbin, then start again.',
      };
  }
}
