/**
 * What a test seam shows on both sides, from top tension far too loose to far too tight. Common practice: loops or
 * needle thread on the underside mean the top is too loose; bobbin thread or a flat line on top, too tight.
 */
export const SEAM_GRADES = [
  'loops-below',
  'dots-below',
  'balanced',
  'dots-on-top',
  'flat-line-on-top',
] as const;

export type SeamGrade = (typeof SEAM_GRADES)[number];

/** Which way the top tension has to go after a grade: 1 tighter, -1 looser, 0 leave it. */
export function directionAfter(grade: SeamGrade): -1 | 0 | 1 {
  if (grade === 'balanced') return 0;
  return grade === 'loops-below' || grade === 'dots-below' ? 1 : -1;
}

/** Whether a grade is a full fault rather than a trace of one. */
export function isFar(grade: SeamGrade): boolean {
  return grade === 'loops-below' || grade === 'flat-line-on-top';
}

/** What the bobbin case does in the drop test. */
export const DROP_TESTS = ['falls', 'creeps', 'hangs'] as const;
export type DropTest = (typeof DROP_TESTS)[number];
