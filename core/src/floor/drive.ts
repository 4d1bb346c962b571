/** A machine's motor. */
export const DRIVES = ['clutch', 'clutch-reducer', 'servo', 'servo-reducer', 'hand'] as const;
export type Drive = (typeof DRIVES)[number];

/** How to sew thick and hard work. */
export type SpeedAdvice =
  /** No advice needed. */
  | 'as-usual'
  /** Slowly, one stitch at a time over a step. */
  | 'slow'
  /** The same, using the hand wheel: the motor cannot run that slowly. */
  | 'by-hand-wheel';

/** From this much leather on it is sewn slowly. Assumption. */
const THICK_LEATHER_MM = 6;

/**
 * How fast to sew a stack on a machine: thick leather slowly, one stitch at a time, since a fast needle heats, bends
 * and is deflected. A clutch without a reducer grips all at once. Common practice, no source; the thickness is
 * assumed.
 *
 * @param leatherMm of leather in the stack
 * @param drive null if nobody entered it
 */
export function speedAdvice(leatherMm: number, drive: Drive | null): SpeedAdvice {
  if (!(leatherMm >= THICK_LEATHER_MM)) return 'as-usual';
  return drive === 'clutch' ? 'by-hand-wheel' : 'slow';
}
