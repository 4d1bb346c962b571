import { computed, linkedSignal, type Signal } from '@angular/core';
import { sameNeedle, worthAgain } from '@gantelet/core';
import type { NeedleChoice, NeedleLot, PartUsedNeedle } from '@gantelet/contracts';

/** Which needle goes in, and what there is of its kind. */
export interface NeedleAtHand {
  readonly needle: NeedleChoice;
  /** What lies in the pockets. */
  readonly kept: readonly PartUsedNeedle[];
  readonly lots: readonly NeedleLot[];
  /** Running hours that a needle is planned to stay; null where none are. */
  readonly plannedHours: number | null;
  /** A needle that was put by for this work goes in again unless somebody says otherwise. */
  readonly keptFirst: boolean;
}

/** Where the needle that goes in comes from: a pocket, or new from a lot. */
export type NeedleSource = ReturnType<typeof needleSource>;

/** What may go in, and what somebody chose of it. Lots that are kept out are not offered; unchecked ones come last. */
export function needleSource(atHand: Signal<NeedleAtHand>) {
  const again = computed(() => worthAgain(atHand().kept, atHand().needle, atHand().plannedHours));
  const partUsed = linkedSignal<readonly PartUsedNeedle[], PartUsedNeedle | null>({
    source: again,
    computation: (list, before) => {
      const chosen = list.find(({ id }) => id === before?.value?.id);
      // Somebody who chose a new needle out of this list meant it; nobody chose before there was a list.
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
  /** The newest lot is the one that is likely open. */
  const newLotId = linkedSignal(() => lots()[0]?.id ?? null);
  /** None for a part-used needle: it is known which lot that came from. */
  const lotId = computed(() => (partUsed() === null ? newLotId() : null));
  return { again, partUsed, lots, newLotId, lotId };
}
