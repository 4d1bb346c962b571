import type { Stack } from '../material/index.js';
import type { Values } from '../reference/index.js';
import { leastBladeNm } from './strength-guide.js';

/**
 * Where a size is for a thread and a stack, best first: `right` inside the school's band and strong enough; `weak`
 * inside the band, but thin for the stack; `over` tighter than the school accepts; `too-loose` with the thread lost
 * in the eye.
 */
export type SizeStanding = 'right' | 'weak' | 'over' | 'too-loose';
export const SIZE_STANDINGS: readonly SizeStanding[] = ['right', 'weak', 'over', 'too-loose'];

/** The place of a size among the sizes. */
export interface SizePlace {
  readonly standing: SizeStanding;
  /** Lowest first: the state, and within a state what is better. */
  readonly place: number;
}

/** What sizes are placed by; computed once for a question. */
export interface SizeRule {
  readonly stack: Stack;
  readonly limitRatio: number;
  readonly tooLooseBelow: number;
  /** Smallest blade the materials call for, in NM. */
  readonly leastNm: number;
}

export const sizeRule = (stack: Stack, limitRatio: number, values: Values): SizeRule => ({
  stack,
  limitRatio,
  tooLooseBelow: values['eye.too-loose-below'].value,
  leastNm: leastBladeNm(stack, values),
});

/**
 * Places a size by the ratio of thread to blade. The thread decides it, the stack may raise it, and nothing else
 * affects it: the answer is the smallest right size; failing that the strongest of the weak ones, the roomiest of
 * those that are over, the smallest of those that are too loose. So a thicker thread or a thicker stack never gets a
 * thinner needle.
 *
 * @param strongEnough whether the blade carries the stack, as `carries` says
 */
export function sizePlace(nm: number, ratio: number, strongEnough: boolean, rule: SizeRule): SizePlace {
  if (ratio > rule.limitRatio) return placed('over', ratio);
  if (ratio < rule.tooLooseBelow) return placed('too-loose', nm);
  return strongEnough ? placed('right', nm) : placed('weak', -nm);
}

/** Wider than any order within a state. */
const STANDING_STEP = 1000;

function placed(standing: SizeStanding, order: number): SizePlace {
  return { standing, place: SIZE_STANDINGS.indexOf(standing) * STANDING_STEP + order };
}
