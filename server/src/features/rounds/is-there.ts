import type { InputMechanic } from './plan-document.js';

/** Whether somebody is at work in a shift. */
export function isThere(
  { shiftIds, absences = [] }: InputMechanic,
  { shiftId, day }: { readonly shiftId: string; readonly day: string },
): boolean {
  return shiftIds.includes(shiftId) && !absences.some(({ fromDay, toDay }) => fromDay <= day && day <= toDay);
}
