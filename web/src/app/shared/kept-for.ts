import { computed, linkedSignal, untracked, type WritableSignal } from '@angular/core';

/**
 * What somebody types, chooses or arranges: started again when what it is of is another, and only then. What is read again
 * in the meantime, as the floor is every few seconds, does not take it away.
 *
 * @param of names what it is of
 */
export function keptFor<T>(of: () => string | number | null, begin: () => T): WritableSignal<T> {
  return linkedSignal({ source: computed(of), computation: () => untracked(begin) });
}
