import { NEEDLE_SYSTEMS, type Refusal } from '@gantelet/core';

/**
 * Why a needle does not fit a machine, in a line.
 *
 * @example misfitText('Heavy arm 13', refusal) // Does not fit Heavy arm 13: it takes 794, this is 135x16
 */
export function misfitText(machineName: string, refusal: Refusal): string {
  const head = `Does not fit ${machineName}`;
  switch (refusal.reason) {
    case 'other-clamp':
      return `${head}: it takes ${refusal.takes.join(' and ') || 'no system entered yet'}, this is ${refusal.systemId}`;
    case 'shank':
      return `${head}: its clamp takes a ${refusal.needs} shank, this one is ${refusal.has}`;
    case 'blade-too-thick':
      return `${head}: NM ${refusal.nm} does not clear the plate hole`;
    default:
      return head;
  }
}

/**
 * Says that a needle system is unknown, listing those with the same digits, or all of them.
 *
 * @example unknownSystemText('135/16') // Unknown system "135/16". Did you mean 135x16?
 */
export function unknownSystemText(typed: string): string {
  const digits = (text: string): string => text.replace(/\D/g, '');
  const ids = NEEDLE_SYSTEMS.map(({ id }) => id);
  const near = ids.filter((id) => digits(typed) !== '' && digits(id) === digits(typed));
  const said = `Unknown system "${typed.trim()}".`;
  return near.length > 0
    ? `${said} Did you mean ${near.join(' or ')}?`
    : `${said} Systems in the catalogue: ${ids.join(', ')}.`;
}
