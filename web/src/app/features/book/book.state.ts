import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import type { BookChange, BookEntry, BookFilter, BookPage, Problem } from '@gantelet/contracts';

export const bookActions = createActionGroup({
  source: 'Book',
  events: {
    /** The first page of the entries that match a filter. */
    Asked: props<{ filter: BookFilter }>(),
    'Older Asked': props<{ before: string }>(),
    'Page Read': props<{ page: BookPage }>(),
    'Entry Opened': props<{ position: string | null }>(),
    'Entry Read': props<{ change: BookChange }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface BookState {
  readonly filter: BookFilter;
  /** Null until they have been read. */
  readonly entries: readonly BookEntry[] | null;
  readonly next: string | null;
  readonly reading: boolean;
  readonly openAt: string | null;
  readonly change: BookChange | null;
  readonly problem: Problem | null;
}

const initial: BookState = {
  filter: {},
  entries: null,
  next: null,
  reading: false,
  openAt: null,
  change: null,
  problem: null,
};

export const bookFeature = createFeature({
  name: 'book',
  reducer: createReducer(
    initial,
    on(bookActions.asked, (state, { filter }) => ({
      ...state,
      filter,
      entries: null,
      next: null,
      openAt: null,
      change: null,
      reading: true,
    })),
    on(bookActions.olderAsked, (state) => ({ ...state, reading: true })),
    on(bookActions.pageRead, (state, { page }) => ({
      ...state,
      entries: [...(state.entries ?? []), ...page.entries],
      next: page.next,
      reading: false,
      problem: null,
    })),
    on(bookActions.entryOpened, (state, { position }) => ({ ...state, openAt: position, change: null })),
    on(bookActions.entryRead, (state, { change }) => ({ ...state, change })),
    on(bookActions.failed, (state, { problem }) => ({ ...state, reading: false, problem })),
  ),
});
