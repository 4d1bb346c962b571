import { leatherOzToMm } from '../units/index.js';
import type { Stack } from '../material/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { ladderSteps } from '../thread/index.js';

/** Thread sizes usually used on a stack. */
export interface ThreadRange {
  readonly lowTex: number;
  readonly highTex: number;
  /** Thickness of leather that the stack counts as: cloth counts less. */
  readonly asLeatherMm: number;
}

/** Upper ends of the trade's steps of leather weight, each with its value name. */
const STEPS = [
  { upToMm: leatherOzToMm(5.5), name: 'thin' },
  { upToMm: leatherOzToMm(8.5), name: 'medium' },
  { upToMm: leatherOzToMm(12.5), name: 'thick' },
  { upToMm: Infinity, name: 'heavy' },
] as const;

/**
 * Thread sizes for a stack by the trade's table of leather weight: 3 to 5 oz Tex 45 to 70, 6 to 8 oz 90 to 135, 9 to
 * 12 oz 210 to 270. Anything but leather counts as leather of a share of its thickness (assumption).
 *
 * @example threadForStack(stackOf([{ materialId: 'veg-tan-side', thicknessMm: 2.8, plies: 1 }])) // Tex 90 to 135
 */
export function threadForStack(stack: Stack, values: Values = SHIPPED_VALUES): ThreadRange {
  const leatherMm = stack.thicknessMm * stack.leatherShare;
  const asLeatherMm = leatherMm + (stack.thicknessMm - leatherMm) * values['thread.cloth-share'].value;
  const { name } = STEPS.find(({ upToMm }) => asLeatherMm <= upToMm)!;
  return {
    lowTex: values[`thread.${name}.low`].value,
    highTex: values[`thread.${name}.high`].value,
    asLeatherMm,
  };
}

/** Ladder steps by which a thread is outside a range, 0 inside it. */
export function stepsOutside(tex: number, { lowTex, highTex }: ThreadRange): number {
  if (tex < lowTex) return ladderSteps(tex, lowTex);
  return tex > highTex ? ladderSteps(highTex, tex) : 0;
}
