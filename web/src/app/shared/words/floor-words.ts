import type { FragmentCount, NeedleState, RemovalCause, Trouble, TroubleCheck } from '@gantelet/core';
import type { CounterView, FloorMachine } from '@gantelet/contracts';
import { counted, dateText, fixedNumber, shortNumber } from '../locale';

export const STATE_WORDS: Readonly<Record<NeedleState, string>> = {
  good: 'good',
  watch: 'watch',
  due: 'due',
  stop: 'stop now',
};

export const CAUSE_WORDS: Readonly<Record<RemovalCause, string>> = {
  scheduled: 'planned',
  wear: 'worn',
  accident: 'hit something',
  changeover: 'changeover',
  unknown: 'cause not known',
};

/** What became of the pieces; empty for a whole needle. */
export const FRAGMENT_WORDS: Readonly<Record<FragmentCount, string>> = {
  whole: '',
  'all-found': 'broken, all pieces found',
  missing: 'broken, piece missing',
};

export const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  clunk: 'makes a clunk',
  'skipped-stitches': 'skipped stitches',
  shredding: 'thread shreds',
  'pin-strike': 'hit a pin',
  'broken-needle': 'needle broke',
};

export const CHECK_WORDS: Readonly<Record<TroubleCheck, string>> = {
  'count-fragments': 'Find and count every piece of the needle, or take the work out of use',
  'feel-hook-plate-case': 'Feel hook, plate hole and bobbin case for burrs',
  'change-needle': 'Change the needle',
  'needle-in-right': 'Needle fully up, long groove to the threading side, set screw tight',
  'needle-size-and-thread': 'Thread goes through the eye freely; size and point suit the work',
};

type Age = NonNullable<FloorMachine['age']>;

/** Hours left or overdue, to a tenth; for a needle that runs to failure, its hours so far. */
export function hoursLeftText({ hoursLeft, runningHours }: Age): string {
  if (hoursLeft === null) return `${fixedNumber(runningHours, 1)} h in, runs to failure`;
  return hoursLeft < 0
    ? `${fixedNumber(Math.abs(hoursLeft), 1)} h over`
    : `${fixedNumber(hoursLeft, 1)} h left`;
}

/** The same with its uncertainty. @example hoursRangeText(age) // 'about 1 h left (0 to 2.3 h)' */
export function hoursRangeText(age: Age): string {
  const { hoursLeft, runningHours, lowHours, highHours } = age;
  const [sooner, later] = [highHours - runningHours, runningHours - lowHours];
  if (hoursLeft === null || sooner + later < 0.1) return hoursLeftText(age);
  const [hours, word, below, above] =
    hoursLeft < 0 ? [-hoursLeft, 'over', later, sooner] : [hoursLeft, 'left', sooner, later];
  const about = sooner + later > 1 && hours >= 1 ? fixedNumber(hours, 0) : fixedNumber(hours, 1);
  const tenth = (value: number): string => shortNumber(Math.max(0, value));
  return `about ${about} h ${word} (${tenth(hours - below)} to ${tenth(hours + above)} h)`;
}

/** What a machine's counter says, in short; null without one. */
export function counterText(counter: CounterView | null): string | null {
  if (!counter) return null;
  if (counter.state === 'heard') return `${counted(counter.stitches, 'stitch', 'stitches')} counted`;
  if (counter.lastHeardAt === null) return 'stitch counter not responding; hours estimated';
  return `stitch counter not responding since ${dateText(counter.lastHeardAt, 'time')}; hours estimated`;
}

/** Why a needle came out, and in how many pieces. @example removalText('accident', 'missing') // 'hit something, broken, piece missing' */
export function removalText(cause: RemovalCause, fragments: FragmentCount): string {
  return [CAUSE_WORDS[cause], FRAGMENT_WORDS[fragments]].filter(Boolean).join(', ');
}
