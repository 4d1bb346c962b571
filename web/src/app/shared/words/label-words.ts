import type { NeedleSize, ThreadDoubt, ThreadSizeReading } from '@gantelet/core';
import { shortNumber } from '../locale';

/**
 * Sizes that exist, for one that does not.
 *
 * @example noSuchSizeText(...) // No such needle size. Did you mean 70/10 or 80/12?
 */
export function noSuchSizeText(near: readonly NeedleSize[]): string {
  const names = near.map(({ nm, number }) => `${nm}/${number}`).join(' or ');
  return `No such needle size. Did you mean ${names}?`;
}

/** Two names on one label that are two sizes. */
export function namesDisagreeText(names: readonly ThreadSizeReading[]): string {
  const said = names.map(({ label, tex }) => `${label} is Tex ${shortNumber(tex)}`).join(', ');
  return `The names on this label disagree: ${said}. One of them is wrong; measure or weigh the thread.`;
}

/** Why a thread's size cannot be relied on. */
export function threadDoubtText(doubt: ThreadDoubt): string {
  if (doubt.code === 'out-of-range') {
    return `sewing thread lies between Tex ${doubt.leastTex} and Tex ${doubt.mostTex}; look at the decimal sign and the unit`;
  }
  const trade =
    doubt.tradeSize === null ? '' : `, or size ${doubt.tradeSize}, which is a trade size and not a Tex`;
  return `no thread is sold by this Tex; the nearest is Tex ${doubt.nearestTex}${trade}`;
}
