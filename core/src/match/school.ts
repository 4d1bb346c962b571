import { sourced, type Sourced } from '../standing/index.js';
import type { Stack } from '../material/index.js';

/** How much room a school wants in the eye. */
export type SizeSchool = 'free' | 'middle' | 'snug';
export const SIZE_SCHOOLS: readonly SizeSchool[] = ['free', 'middle', 'snug'];

/** `by-work`: free on thick or abrasive stacks, snug on thin ones and on fabric. The shop's default. */
export type SizeSchoolChoice = SizeSchool | 'by-work';

/** Whether leather gets a cutting point or a round one. */
export type LeatherPointSchool = 'cutting' | 'round';

/** The schools an answer follows. */
export interface Schools {
  readonly size: SizeSchool;
  readonly leatherPoint: LeatherPointSchool;
}

/**
 * Largest ratio of thread to blade each school accepts on an ordinary stack. The free limit is fitted so that the
 * smallest sizes of common practice come out (Tex 45 on 90, 70 on 100, 90 on 120, 135 on 140, 210 on 180): any
 * value from 0.3034 to 0.3039 does.
 */
export const SCHOOL_LIMITS: Readonly<Record<SizeSchool, Sourced<number>>> = {
  free: sourced(0.3036, 'fitted', 'fitted to smallest sizes of common practice'),
  middle: sourced(0.34, 'assumption', 'between the two schools'),
  snug: sourced(0.38, 'fitted', 'fitted to sizes of common practice'),
};

/** Up to this thickness a stack counts as thin. Assumption. */
export const THIN_STACK_MM = 2;
const THIN_ALLOWANCE = 0.03;
const ABRASIVE_DEDUCTION = 0.02;

/** Largest ratio a school accepts on this stack: more on a thin one, less on an abrasive one (assumption). */
export function schoolLimit(school: SizeSchool, stack: Stack): number {
  const thin = stack.thicknessMm <= THIN_STACK_MM ? THIN_ALLOWANCE : 0;
  const abrasive = stack.abrasive ? ABRASIVE_DEDUCTION : 0;
  return SCHOOL_LIMITS[school].value + thin - abrasive;
}

/** The school a choice comes to on this stack. */
export function schoolForStack(choice: SizeSchoolChoice, stack: Stack): SizeSchool {
  if (choice !== 'by-work') return choice;
  const thinOrFabric = stack.thicknessMm <= THIN_STACK_MM || stack.leatherShare === 0;
  return stack.abrasive || !thinOrFabric ? 'free' : 'snug';
}
