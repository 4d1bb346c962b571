import type { EntityAdapter, EntityState } from '@ngrx/entity';

/** A list of things in a state; null until it has been read. */
export type ReadList<T> = EntityState<T> | null;

/** What a reducer and its selectors do with such a list. */
export function readList<T>(adapter: EntityAdapter<T>) {
  const { selectAll } = adapter.getSelectors();
  return {
    /** The list as it was read. */
    of: (things: readonly T[]): EntityState<T> => adapter.setAll([...things], adapter.getInitialState()),
    /** The list for adding to or removing from, empty before it has been read. */
    orEmpty: (list: ReadList<T>): EntityState<T> => list ?? adapter.getInitialState(),
    /** Everything in it, in order; null until it has been read. */
    all: (list: ReadList<T>): readonly T[] | null => list && selectAll(list),
  };
}
