import type { FragmentCount, NeedleState, RemovalCause } from '@gantelet/core';

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

/** Hours left or over, to a tenth. @example hoursLeftText(-1.62) // '1.6 h over' */
export function hoursLeftText(hoursLeft: number): string {
  return hoursLeft < 0 ? `${Math.abs(hoursLeft).toFixed(1)} h over` : `${hoursLeft.toFixed(1)} h left`;
}
