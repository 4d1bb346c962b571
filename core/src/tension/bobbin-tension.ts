import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { DropTest } from './seam-grade.js';
import { roundTurns } from './turns.js';

/** Force of one gram of weight in cN, at standard gravity. */
export const CN_PER_GRAM = 0.980665;

/** A tension with its uncertainty, in cN. `highCn` is infinite if only a lower bound is known. */
export interface TensionRange {
  readonly lowCn: number;
  readonly middleCn: number;
  readonly highCn: number;
}

/** Bobbin tension target for a thread: 0.5 to 1.2 cN per tex, from memory, a starting point only. */
export function bobbinTarget(tex: number, values: Values = SHIPPED_VALUES): TensionRange {
  requirePositive('tex', tex);
  const [lowCn, highCn] = [tex * values['bobbin.target-low'].value, tex * values['bobbin.target-high'].value];
  return { lowCn, middleCn: (lowCn + highCn) / 2, highCn };
}

/**
 * Bobbin tension from a drop test: a case that creeps when jerked holds 1.05 to 1.5 times its weight, about 1.2; one
 * that falls holds less, one that hangs dead holds more.
 *
 * @param grams case with full bobbin, and weights hung on it, above 0
 * @example dropTension(80, 'creeps').middleCn // 94
 */
export function dropTension(grams: number, outcome: DropTest, values: Values = SHIPPED_VALUES): TensionRange {
  const weightCn = requirePositive('grams', grams) * CN_PER_GRAM;
  const at = (name: 'from' | 'centre' | 'to') => weightCn * values[`bobbin.creeps-${name}`].value;
  switch (outcome) {
    case 'falls':
      return { lowCn: 0, middleCn: at('from') / 2, highCn: at('from') };
    case 'creeps':
      return { lowCn: at('from'), middleCn: at('centre'), highCn: at('to') };
    case 'hangs':
      return { lowCn: at('to'), middleCn: at('to'), highCn: Infinity };
  }
}

/** Above this thread the weight of the case alone is only a lower bound. Common practice. */
export const DROP_TEST_TELLS_TO_TEX = 135;

/** How practitioners go about the bobbin. */
export const BOBBIN_SCHOOLS = ['leave-bobbin', 'bobbin-first'] as const;
export type BobbinSchool = (typeof BOBBIN_SCHOOLS)[number];

/** What to do about the bobbin before the top is touched. */
export type BobbinAdvice =
  | { readonly do: 'leave'; readonly because: 'school' | 'proved' }
  | { readonly do: 'drop-test'; readonly because: 'school' | 'thread-jump' }
  | {
      readonly do: 'turn';
      readonly turns: number;
      readonly tighter: boolean;
      readonly because: 'falls' | 'hangs' | 'thread-jump';
    };

/** What is known about the bobbin. */
export interface BobbinContext {
  readonly school: BobbinSchool;
  /** Signed steps on the size ladder from the thread the case was last set for; 0 if it is the same. */
  readonly threadSteps: number;
  /** The last drop test since then; null if there was none. */
  readonly drop: DropTest | null;
}

/** Turns of the screw for one attempt after a failed drop test. Common practice: an eighth. */
const ONE_TRY_TURNS = 0.125;

/**
 * Both schools of the bobbin. A failed drop test is corrected by either. Bobbin first: test it before the top. Leave
 * it: touch it only if the thread moved two steps on the ladder or more, and then by a fixed amount per step, looser
 * for a thicker thread.
 */
export function bobbinAdvice(
  { school, threadSteps, drop }: BobbinContext,
  values: Values = SHIPPED_VALUES,
): BobbinAdvice {
  if (drop === 'falls') return { do: 'turn', turns: ONE_TRY_TURNS, tighter: true, because: 'falls' };
  if (drop === 'hangs') return { do: 'turn', turns: ONE_TRY_TURNS, tighter: false, because: 'hangs' };
  if (drop === 'creeps') return { do: 'leave', because: 'proved' };
  const jump = Math.abs(threadSteps) >= values['bobbin.steps-to-touch'].value - 1e-9;
  if (jump) {
    const turns = roundTurns(Math.abs(threadSteps) * values['bobbin.turns-per-step'].value);
    return { do: 'turn', turns, tighter: threadSteps < 0, because: 'thread-jump' };
  }
  return school === 'bobbin-first'
    ? { do: 'drop-test', because: 'school' }
    : { do: 'leave', because: 'school' };
}
