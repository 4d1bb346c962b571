import { sourced, type Sourced } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { Stack } from '../material/index.js';
import type { SeamGrade } from './seam-grade.js';
import { isFar } from './seam-grade.js';

/** Work that moves in quarter turns, or in whole ones. */
export type WorkWeight = 'light' | 'heavy';

/**
 * How far the knob is turned at once: as far as a seam indicates up to the longest move, or never more than one
 * manual step.
 */
export const STEP_SCHOOLS = ['as-the-seam-tells', 'bit-by-bit'] as const;
export type StepSchool = (typeof STEP_SCHOOLS)[number];

/** From this thickness on, leather counts as heavy work for the knob. Assumption. */
export const HEAVY_LEATHER_MM = 4;

/** Weight of a stack for the size of a knob step: heavy if thick and mostly leather. */
export function workWeight(stack: Stack): WorkWeight {
  return stack.thicknessMm >= HEAVY_LEATHER_MM && stack.leatherShare >= 0.5 ? 'heavy' : 'light';
}

/**
 * Turns to move after a faulty seam. Common practice: a quarter to half a turn, three quarters to one turn on heavy
 * leather; the smaller for a trace of a fault, the larger for a whole one.
 */
export const HAND_STEPS: Sourced<Readonly<Record<WorkWeight, { near: number; far: number }>>> = sourced(
  { light: { near: 0.25, far: 0.5 }, heavy: { near: 0.75, far: 1 } },
  'practice',
  'common practice of the trade',
);

/**
 * Longest move of the knob for one seam, in turns: what the values allow, or one manual step for people who go bit by
 * bit.
 */
export function longestMoveTurns(
  weight: WorkWeight,
  school: StepSchool,
  values: Values = SHIPPED_VALUES,
): number {
  return school === 'bit-by-bit'
    ? HAND_STEPS.value[weight].far
    : values[`tension.longest-move-${weight}`].value;
}

/** Size of the step in turns for this work after this grade. */
export function handStepTurns(weight: WorkWeight, grade: SeamGrade): number {
  const steps = HAND_STEPS.value[weight];
  return isFar(grade) ? steps.far : steps.near;
}
