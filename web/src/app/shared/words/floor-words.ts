import type { FragmentCount, NeedleState, RemovalCause, Trouble, TroubleCheck } from '@gantelet/core';
import type { CounterView, FloorMachine } from '@gantelet/contracts';

export const STATE_WORDS: Readonly<Record<NeedleState, string>> = {
  good: 'good',
  watch: 'watch',
  due: 'due',
  stop: 'stop now',
};

export const CAUSE_WORDS: Readonly<Record<RemovalCause, string>> = {
  scheduled: 'planned',
  wear: 'worn',
  accident: 'struck',
  changeover: 'changeover',
  unknown: 'cause unknown',
};

export const FRAGMENT_WORDS: Readonly<Record<FragmentCount, string>> = {
  whole: 'needle whole',
  'all-found': 'broken, all pieces found',
  missing: 'broken, a piece missing',
};

export const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  clunk: 'clunk heard',
  'skipped-stitches': 'skipped stitches',
  shredding: 'thread shreds',
  'pin-strike': 'struck a pin',
  'broken-needle': 'needle broke',
};

export const CHECK_WORDS: Readonly<Record<TroubleCheck, string>> = {
  'count-fragments': 'Find and count every piece of the needle, or take the work out of use',
  'feel-hook-plate-case': 'Feel hook, plate hole and bobbin case for burrs',
  'change-needle': 'Change the needle',
  'needle-in-right': 'Needle fully up, groove to the thread side, set screw tight',
  'needle-size-and-thread': 'Thread goes through the eye freely; size and point suit the work',
};

/** Hours left or over, to a tenth; for a needle that runs to failure, the hours it has. */
export function hoursLeftText({ hoursLeft, runningHours }: NonNullable<FloorMachine['age']>): string {
  if (hoursLeft === null) return `${runningHours.toFixed(1)} h in, runs to failure`;
  return hoursLeft < 0 ? `${Math.abs(hoursLeft).toFixed(1)} h over` : `${hoursLeft.toFixed(1)} h left`;
}

/** Made once: for thousands of machines making them takes longer than drawing. */
const COUNT = new Intl.NumberFormat('en-GB');
export const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** What a machine's counter says, short; null without one. */
export function counterText(counter: CounterView | null): string | null {
  if (!counter) return null;
  if (counter.state === 'heard') return `${COUNT.format(counter.stitches)} stitches counted`;
  if (counter.lastHeardAt === null) return 'counter silent: never heard, hours estimated';
  return `counter silent since ${CLOCK.format(new Date(counter.lastHeardAt))}, hours estimated`;
}
