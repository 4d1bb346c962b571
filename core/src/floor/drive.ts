/** What turns a machine. */
export const DRIVES = ['clutch', 'clutch-reducer', 'servo', 'servo-reducer', 'hand'] as const;
export type Drive = (typeof DRIVES)[number];

/** How to sew what is thick and hard. */
export type SpeedAdvice =
  /** Nothing to say. */
  | 'as-usual'
  /** Slowly, one stitch at a time over a step. */
  | 'slow'
  /** The same, and by hand wheel: the drive cannot be held so slow. */
  | 'by-hand-wheel';

/** From so much leather on it is sewn slowly. Assumption. */
const THICK_LEATHER_MM = 6;

/**
 * How fast to sew a stack on a machine: thick leather slowly, one stitch at a time, since a fast needle heats, bends and
 * is pushed off line. A clutch without a reducer grips all at once. Common practice, no source; the thickness is assumed.
 *
 * @param leatherMm of leather in the stack
 * @param drive null where nobody entered it
 */
export function speedAdvice(leatherMm: number, drive: Drive | null): SpeedAdvice {
  if (!(leatherMm >= THICK_LEATHER_MM)) return 'as-usual';
  return drive === 'clutch' ? 'by-hand-wheel' : 'slow';
}
