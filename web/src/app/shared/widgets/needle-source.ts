import { computed, linkedSignal, type Signal } from '@angular/core';
import { sameNeedle, worthAgain } from '@gantelet/core';
import type { NeedleChoice, NeedleLot, PartUsedNeedle } from '@gantelet/contracts';

/** Which needle goes in, and what is available of its kind. */
export interface NeedleAtHand {
  readonly needle: NeedleChoice;
  /** The needles in the pockets. */
  readonly kept: readonly PartUsedNeedle[];
  readonly lots: readonly NeedleLot[];
  /** Planned running hours of a needle; null if there are none. */
  readonly plannedHours: number | null;
  /** A needle that was set aside for this work is reused by default. */
  readonly keptFirst: boolean;
}

/** Where the needle comes from: a pocket, or new from a lot. */
export type NeedleSource = ReturnType<typeof needleSource>;

/** What may be used, and what somebody chose. Quarantined lots are not offered; unchecked ones come last. */
export function needleSource(atHand: Signal<NeedleAtHand>) {
  const again = computed(() => worthAgain(atHand().kept, atHand().needle, atHand().plannedHours));
  const partUsed = linkedSignal<readonly PartUsedNeedle[], PartUsedNeedle | null>({
    source: again,
    computation: (list, before) => {
      const chosen = list.find(({ id }) => id === before?.value?.id);
      // Choosing a new needle from this list is deliberate; before there was a list nobody chose.
      const unasked = (before?.source.length ?? 0) === 0;
      return chosen ?? (atHand().keptFirst && unasked ? (list[0] ?? null) : null);
    },
  });
  const lots = computed(() => {
    const own = atHand().lots.filter((lot) => sameNeedle(lot.needle, atHand().needle));
    return [
      ...own.filter(({ state }) => state === 'accepted' || state === 'open'),
      ...own.filter(({ state }) => state === 'to-check'),
    ];
  });
  /** The newest lot is probably the open one. */
  const newLotId = linkedSignal(() => lots()[0]?.id ?? null);
  /** None for a part-used needle: its lot is known. */
  const lotId = computed(() => (partUsed() === null ? newLotId() : null));
  return { again, partUsed, lots, newLotId, lotId };
}
