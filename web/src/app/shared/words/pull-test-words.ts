import { pullNPerCm, type Break, type PullTest } from '@gantelet/core';
import { shortNumber } from '../locale';
import { lengthText } from './units-text';

/** What gave way, in words. */
export const BREAK_WORDS: Readonly<Record<Break, string>> = {
  'needle-thread': 'needle thread broke',
  'bobbin-thread': 'bobbin thread broke',
  material: 'material tore',
  slipped: 'seam slipped open',
  held: 'held, nothing gave way',
};

/** What usually helps against it. Common practice. */
export const BREAK_ADVICE: Readonly<Record<Break, string>> = {
  'needle-thread':
    'The needle thread is the weakest: a thicker or stronger one, less top tension, or shorter stitches.',
  'bobbin-thread':
    'The bobbin thread is the weakest: the same size below as above, less bobbin tension, and the knot in the middle.',
  material:
    'The material is the weakest: a thicker thread gains nothing. Longer stitches, a smaller needle or a point that cuts less across the seam leave more of it.',
  slipped: 'The threads of the cloth slip: shorter stitches, more seam allowance, or a second row.',
  held: 'It bore all that was pulled. Pull harder to find what gives way first.',
};

/** One test in words. @example 'needle thread broke, 820 N over 25 mm: 328 N per cm' */
export function pullTestText(test: PullTest): string {
  const perCm = pullNPerCm(test);
  const force = test.forceN === null ? '' : `, ${shortNumber(test.forceN)} N`;
  const over = test.forceN === null || test.widthMm === null ? '' : ` over ${lengthText(test.widthMm)}`;
  return `${BREAK_WORDS[test.broke]}${force}${over}${perCm === null ? '' : `: ${Math.round(perCm)} N per cm`}`;
}
