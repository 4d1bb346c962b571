import type { Values } from '../reference/index.js';
import { requireNotNegative, type Standing } from '../standing/index.js';

/** What is measured at a hook. */
export const HOOK_MEASURES = ['riseMm', 'aboveEyeMm', 'clearanceMm'] as const;
export type HookMeasure = (typeof HOOK_MEASURES)[number];

/**
 * The result of turning and pushing by hand: is the loop caught, and what does the needle do when pushed towards the
 * hook?
 */
export const LOOP_CATCHES = ['every', 'misses'] as const;
export const NEEDLE_PUSHES = ['flexes', 'not-at-all', 'far'] as const;

/** The findings at a hook; null for what was not checked. */
export interface HookReading extends Readonly<Record<HookMeasure, number | null>> {
  readonly loop: (typeof LOOP_CATCHES)[number] | null;
  readonly push: (typeof NEEDLE_PUSHES)[number] | null;
}

export interface HookLimits {
  readonly least: number;
  readonly most: number;
}

/** Figures from the machine's manual; null where it gives none. */
export type HookBook = Readonly<Record<HookMeasure, HookLimits | null>>;

/** A machine's figures, with their sources. */
export type HookFigures = Readonly<Record<HookMeasure, HookLimits & { readonly standing: Standing }>>;

/** Causes in the fault finder that a hook can be. */
export type HookCause = 'h_timing' | 'h_close' | 'h_wide';

export interface HookJudgement {
  /** Each measurement against its figures; null for what was not measured. */
  readonly measures: Readonly<Record<HookMeasure, 'low' | 'fits' | 'high' | null>>;
  /** What is wrong, by measurement or observation. */
  readonly causes: readonly HookCause[];
  /** Nothing was checked. */
  readonly empty: boolean;
}

const VALUE_OF = {
  riseMm: 'hook.rise',
  aboveEyeMm: 'hook.above-eye',
  clearanceMm: 'hook.clearance',
} as const satisfies Readonly<Record<HookMeasure, string>>;

/** A machine's figures: its manual's, else the usual ones. */
export function hookFigures(book: HookBook | null, values: Values): HookFigures {
  const of = (measure: HookMeasure): HookFigures[HookMeasure] => {
    const own = book?.[measure];
    if (own) return { ...own, standing: 'measured' };
    const [least, most] = [values[`${VALUE_OF[measure]}-least`], values[`${VALUE_OF[measure]}-most`]];
    return { least: least.value, most: most.value, standing: least.standing };
  };
  return { riseMm: of('riseMm'), aboveEyeMm: of('aboveEyeMm'), clearanceMm: of('clearanceMm') };
}

/**
 * The result of a hook check. Common practice: the loop is caught at every turn, the point passes just above the eye
 * on the needle's rise, and the pushed needle flexes a little: not at all and the hook touches it, far and stitches
 * skip.
 *
 * @throws OutOfRange for a measurement below 0
 */
export function judgeHook(reading: HookReading, figures: HookFigures): HookJudgement {
  const judged = (measure: HookMeasure): 'low' | 'fits' | 'high' | null => {
    const value = reading[measure];
    if (value === null) return null;
    requireNotNegative(measure, value);
    const { least, most } = figures[measure];
    if (value < least) return 'low';
    return value > most ? 'high' : 'fits';
  };
  const measures = {
    riseMm: judged('riseMm'),
    aboveEyeMm: judged('aboveEyeMm'),
    clearanceMm: judged('clearanceMm'),
  };
  const off = (measure: HookMeasure): boolean => measures[measure] === 'low' || measures[measure] === 'high';
  const close = measures.clearanceMm === 'low' || reading.push === 'not-at-all';
  const wide = measures.clearanceMm === 'high' || reading.push === 'far';
  const timing = off('riseMm') || off('aboveEyeMm') || (reading.loop === 'misses' && !close && !wide);
  const causes: HookCause[] = [];
  if (timing) causes.push('h_timing');
  if (close) causes.push('h_close');
  if (wide) causes.push('h_wide');
  const empty = Object.values(reading).every((said) => said === null);
  return { measures, causes, empty };
}
