import { sameNeedle, type NeedleName } from '../match/index.js';
import { WATCH_SHARE } from './needle-life.js';

/** A part-used needle in a pocket, as far as reuse is concerned. */
export interface KeptNeedle {
  readonly pocket: number;
  readonly needle: NeedleName;
  readonly runningHours: number;
}

/**
 * The part-used needles worth reusing: of the kind wanted, and with enough left of their interval that they would not
 * be watched at once. Those with most left come first.
 *
 * @param intervalHours planned running hours of a needle there; null where needles run to failure
 */
export function worthAgain<Kept extends KeptNeedle>(
  kept: readonly Kept[],
  wanted: NeedleName,
  intervalHours: number | null,
): readonly Kept[] {
  const most = intervalHours === null ? Infinity : intervalHours * (1 - WATCH_SHARE);
  return kept
    .filter(({ needle, runningHours }) => sameNeedle(needle, wanted) && runningHours < most)
    .sort((a, b) => a.runningHours - b.runningHours || a.pocket - b.pocket);
}

/** The lowest-numbered empty pocket. */
export function freePocket(kept: readonly Pick<KeptNeedle, 'pocket'>[]): number {
  const held = new Set(kept.map(({ pocket }) => pocket));
  let pocket = 1;
  while (held.has(pocket)) pocket++;
  return pocket;
}
