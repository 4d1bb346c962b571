import type { Stack } from '../material/index.js';
import type { FinishWork, NeedleFinish } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

const STICKY_KINDS: readonly string[] = ['coated', 'foam', 'rubber'];

/** What a stack asks of a needle's finish: what sticks to a hot needle counts before what abrades. */
export function finishWork(stack: Stack): FinishWork {
  if (stack.layers.some(({ material }) => STICKY_KINDS.includes(material.kind))) return 'sticky';
  return stack.abrasive ? 'abrasive' : 'plain';
}

/** Id of the value that says how a finish suits a work. */
export const finishValueId = (finishId: string, work: FinishWork): string => `finish.${finishId}.${work}`;

/** How well a finish suits a stack, 0 to 1. */
export function finishForStack(finish: NeedleFinish, stack: Stack, values: Values = SHIPPED_VALUES): number {
  const work = finishWork(stack);
  return (values[finishValueId(finish.id, work)] ?? finish.suits[work]).value;
}
