import type { HookCause, HookMeasure, HookReading } from '@gantelet/core';
import { lengthText } from './units-text';

export const HOOK_MEASURE_WORDS: Readonly<Record<HookMeasure, string>> = {
  riseMm: 'Needle rise from its lowest',
  aboveEyeMm: 'Hook point above the eye',
  clearanceMm: 'Gap between hook point and needle',
};

export const LOOP_WORDS = { every: 'Every turn', misses: 'Misses some' } as const;
export const PUSH_WORDS = {
  flexes: 'Flexes a little',
  'not-at-all': 'Not at all',
  far: 'Moves far',
} as const;

export const HOOK_CAUSE_WORDS: Readonly<Record<HookCause, string>> = {
  h_timing: 'Timing is out',
  h_close: 'The hook touches the needle: it shreds thread and wears its point',
  h_wide: 'The hook is too far away: it skips',
};

/** What was seen and measured, in a line. */
export function hookReadingText({ riseMm, aboveEyeMm, clearanceMm, loop, push }: HookReading): string {
  return [
    riseMm === null ? '' : `rise ${lengthText(riseMm, 2)}`,
    aboveEyeMm === null ? '' : `point ${lengthText(aboveEyeMm, 2)} above the eye`,
    clearanceMm === null ? '' : `gap ${lengthText(clearanceMm, 2)}`,
    loop === null ? '' : loop === 'every' ? 'loop caught at every turn' : 'loop missed at some turns',
    push === null ? '' : `pushed, the needle ${PUSH_TEXT[push]}`,
  ]
    .filter(Boolean)
    .join(', ');
}

const PUSH_TEXT = { flexes: 'flexes a little', 'not-at-all': 'does not move', far: 'moves far' } as const;
