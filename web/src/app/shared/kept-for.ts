import { computed, linkedSignal, untracked, type WritableSignal } from '@angular/core';

/**
 * What somebody types, chooses or arranges, reset only when it belongs to something else. Reloads in the meantime, as
 * on the floor every few seconds, do not discard it.
 *
 * @param of identifies what it belongs to
 */
export function keptFor<T>(of: () => string | number | null, begin: () => T): WritableSignal<T> {
  return linkedSignal({ source: computed(of), computation: () => untracked(begin) });
}
