import type { SeamGrade } from './seam-grade.js';

/** What is not tension but looks like it. */
export const NOT_TENSION = [
  'thread-out-of-discs',
  'foot-was-down',
  'check-spring',
  'bobbin-backwards',
  'lint-under-spring',
  'needle',
  'old-thread',
] as const;
export type NotTension = (typeof NOT_TENSION)[number];

/** What was seen of the last seam. */
export interface SeamReport {
  readonly grade: SeamGrade;
  readonly threadBreaks: boolean;
  /** Grades jumped between seams at one setting: something moves by itself. */
  readonly unsteady: boolean;
}

/**
 * What to rule out before the knob is turned, most likely first; empty if the report points only at tension. Common
 * practice: loops under the work are usually threading, an unsteady seam the check spring or lint, a flat line with
 * breaks the needle or old thread.
 */
export function checksBeforeKnob({ grade, threadBreaks, unsteady }: SeamReport): readonly NotTension[] {
  const checks: NotTension[] = [];
  if (grade === 'loops-below') checks.push('thread-out-of-discs', 'foot-was-down', 'bobbin-backwards');
  if (unsteady) checks.push('check-spring', 'lint-under-spring');
  if (grade === 'flat-line-on-top') checks.push('lint-under-spring');
  if (threadBreaks) checks.push('needle', 'old-thread');
  return checks.filter((one, i) => checks.indexOf(one) === i);
}

/** Whether two seams at one setting were graded two steps or more apart. */
export function isUnsteady(
  seams: readonly { readonly turns: number; readonly gradeIndex: number }[],
): boolean {
  return seams.some((a, i) =>
    seams.slice(i + 1).some((b) => a.turns === b.turns && Math.abs(a.gradeIndex - b.gradeIndex) >= 2),
  );
}
