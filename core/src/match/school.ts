import type { Stack } from '../material/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

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

/** Largest ratio of thread to blade a school accepts on this stack: more on a thin one, less on an abrasive one. */
export function schoolLimit(school: SizeSchool, stack: Stack, values: Values = SHIPPED_VALUES): number {
  const thin = isThin(stack, values) ? values['school.thin-allowance'].value : 0;
  const abrasive = stack.abrasive ? values['school.abrasive-deduction'].value : 0;
  return values[`school.${school}`].value + thin - abrasive;
}

/** The school a choice comes to on this stack. */
export function schoolForStack(
  choice: SizeSchoolChoice,
  stack: Stack,
  values: Values = SHIPPED_VALUES,
): SizeSchool {
  if (choice !== 'by-work') return choice;
  const thinOrFabric = isThin(stack, values) || stack.leatherShare === 0;
  return stack.abrasive || !thinOrFabric ? 'free' : 'snug';
}

const isThin = (stack: Stack, values: Values): boolean =>
  stack.thicknessMm <= values['school.thin-stack'].value;
