import type { Stack } from '../material/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** How much room a school wants in the eye. */
export type SizeSchool = 'free' | 'middle' | 'snug';
export const SIZE_SCHOOLS: readonly SizeSchool[] = ['free', 'middle', 'snug'];

/**
 * `by-work`: loose on thick leather and on abrasive work, medium on thin leather and on cloth, and in between for the
 * rest. The shop's default.
 */
export type SizeSchoolChoice = SizeSchool | 'by-work';

/** Whether leather gets a cutting point or a round one. */
export type LeatherPointSchool = 'cutting' | 'round';

/** Whether coated sheeting gets a round point with a small cut, which keeps the cloth whole, or a cutting point. */
export type CoatedPointSchool = 'small-cut' | 'cutting';

/** Which point is used on which work. */
export interface PointSchools {
  readonly leatherPoint: LeatherPointSchool;
  readonly coatedPoint: CoatedPointSchool;
}

/** The schools an answer follows. */
export interface Schools extends PointSchools {
  readonly size: SizeSchoolChoice;
}

/**
 * Largest ratio of thread to blade that a school accepts on a stack. A thin stack is given a little more and an
 * abrasive one a little less, but never less than the loose-eye school, which already allows for heat; nor is a ratio
 * accepted that counts as too thick. The allowance for thin work fades out with thickness, so that a tenth of a
 * millimetre never jumps sizes.
 *
 * By the work, the limit runs from the medium school to the loose one as leather gets thick, and thin work is given
 * nothing more. Tex 90 in 2 x 0.8 mm of garment leather goes on NM 110 to 120 (common practice), which the tight
 * school would not reach.
 *
 * @example schoolLimit('free', stack) // 0.3036 on 4 mm of leather
 */
export function schoolLimit(choice: SizeSchoolChoice, stack: Stack, values: Values = SHIPPED_VALUES): number {
  const limit = choice === 'by-work' ? limitByWork(stack, values) : limitOf(choice, stack, values);
  return Math.min(limit, values['eye.snug-below'].value);
}

function limitOf(school: SizeSchool, stack: Stack, values: Values): number {
  const allowance = values['school.thin-allowance'].value * thinShare(stack.thicknessMm, values);
  const limit = values[`school.${school}`].value + allowance;
  if (!stack.abrasive) return limit;
  const least = Math.min(limit, values['school.free'].value);
  return Math.max(least, limit - values['school.abrasive-deduction'].value);
}

function limitByWork(stack: Stack, values: Values): number {
  const [free, middle] = [values['school.free'].value, values['school.middle'].value];
  const leatherMm = stack.thicknessMm * stack.leatherShare;
  const likeThin = stack.abrasive ? 0 : thinShare(leatherMm, values);
  return free + (middle - free) * likeThin;
}

/** How far a thickness counts as thin: 1 up to the thin end, 0 from the thick end on, linear between. */
function thinShare(thicknessMm: number, values: Values): number {
  const [thin, thick] = [values['school.thin-stack'].value, values['school.thick-stack'].value];
  if (thicknessMm <= thin) return 1;
  return thicknessMm >= thick ? 0 : (thick - thicknessMm) / (thick - thin);
}
