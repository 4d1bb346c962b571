import type { Refusal } from '@gantelet/core';

/** In a line, why a needle does not fit a machine. @example misfitText('Heavy arm 13', refusal) // Does not fit Heavy arm 13: it takes 794, this is 135x16 */
export function misfitText(machineName: string, refusal: Refusal): string {
  const head = `Does not fit ${machineName}`;
  switch (refusal.reason) {
    case 'other-clamp':
      return `${head}: it takes ${refusal.takes.join(' and ') || 'no system that is entered'}, this is ${refusal.systemId}`;
    case 'shank':
      return `${head}: its clamp takes a ${refusal.needs} shank, this one is ${refusal.has}`;
    case 'blade-too-thick':
      return `${head}: NM ${refusal.nm} does not clear the plate hole`;
    default:
      return head;
  }
}
