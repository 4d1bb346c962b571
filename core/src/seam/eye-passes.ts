import { requirePositive } from '../standing/index.js';
import type { StitchThread } from './thread-per-stitch.js';

/** What a thread goes through before it is sewn: a model for comparing set-ups, never a limit. */
export interface EyePasses {
  /** How often each bit of thread passes the eye, for a square and for a rounded loop. */
  readonly least: number;
  readonly most: number;
  /** Mean speed of the thread through the eye in m/s, both ways; null without a machine speed. */
  readonly metresPerSecond: number | null;
}

/**
 * Passes of the thread through the eye: the take-up moves twice its stroke through it each stitch, and only what the
 * stitch uses stays in the seam. Wear of the thread goes with the passes, heat in the eye with the speed.
 *
 * @param speedSpm stitches a minute; null if nobody measured it
 * @throws OutOfRange for a stroke, thread or speed that is not positive
 */
export function eyePasses(
  strokeMm: number,
  { needleLowMm, needleHighMm }: StitchThread,
  speedSpm: number | null,
): EyePasses {
  const movedMm = 2 * requirePositive('strokeMm', strokeMm);
  return {
    least: movedMm / requirePositive('needleHighMm', needleHighMm),
    most: movedMm / requirePositive('needleLowMm', needleLowMm),
    metresPerSecond: speedSpm === null ? null : (movedMm * requirePositive('speedSpm', speedSpm)) / 60 / 1000,
  };
}

/** The effect of friction over the passes, per newton of pull on the thread, so that set-ups can only be compared. */
export interface EyeWear {
  /**
   * Work rubbed into each metre of thread before it is sewn, joules per newton, for a square and for a rounded loop.
   */
  readonly least: number;
  readonly most: number;
  /** Heat in the eye, watts per newton; null without a machine speed. */
  readonly wattsPerNewton: number | null;
}

/**
 * Wear of the thread and heat in the eye: each pass rubs with the friction of the eye times the pull on the thread.
 *
 * @param friction of the eye as a share of the pull, 0.25 for 25 %
 * @throws OutOfRange for a friction that is not positive
 */
export function eyeWear({ least, most, metresPerSecond }: EyePasses, friction: number): EyeWear {
  requirePositive('friction', friction);
  return {
    least: least * friction,
    most: most * friction,
    wattsPerNewton: metresPerSecond === null ? null : metresPerSecond * friction,
  };
}
