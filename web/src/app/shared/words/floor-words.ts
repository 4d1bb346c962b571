import type { FragmentCount, NeedleState, RemovalCause } from '@gantelet/core';
import type { CounterView } from '@gantelet/contracts';

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

/** What a machine's counter says, short; null without one. */
export function counterText(counter: CounterView | null): string | null {
  if (!counter) return null;
  if (counter.state === 'heard') return `${counter.stitches.toLocaleString('en-GB')} stitches counted`;
  if (counter.lastHeardAt === null) return 'counter silent: never heard, hours estimated';
  const at = new Date(counter.lastHeardAt).toLocaleTimeString('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
  });
  return `counter silent since ${at}, hours estimated`;
}
