import { createEntityAdapter } from '@ngrx/entity';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { Problem, ThreadingCard, ThreadingCardEntry } from '@gantelet/contracts';
import { readList, type ReadList } from '../../shared/read-list';

export const threadingActions = createActionGroup({
  source: 'Threading',
  events: {
    Opened: emptyProps(),
    'Cards Read': props<{ cards: readonly ThreadingCard[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Write: props<{ key: string; machineId: string; card: ThreadingCardEntry }>(),
    Written: props<{ card: ThreadingCard }>(),
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface ThreadingState {
  /** Saved cards; null until they have been read. */
  readonly cardEntities: ReadList<ThreadingCard>;
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
  readonly done: string;
}

/** A machine has one card. */
const cardAdapter = createEntityAdapter<ThreadingCard>({ selectId: ({ machineId }) => machineId });
const cardList = readList(cardAdapter);

const initial: ThreadingState = { cardEntities: null, saving: false, problem: null, refused: null, done: '' };

export const threadingFeature = createFeature({
  name: 'threading',
  reducer: createReducer(
    initial,
    on(threadingActions.opened, (state) => ({ ...state, problem: null, refused: null, done: '' })),
    on(threadingActions.cardsRead, (state, { cards }) => ({
      ...state,
      cardEntities: cardList.of(cards),
    })),
    on(threadingActions.write, (state) => ({ ...state, saving: true, refused: null, done: '' })),
    on(threadingActions.written, (state, { card }) => ({
      ...state,
      cardEntities: cardAdapter.setOne(card, cardList.orEmpty(state.cardEntities)),
      saving: false,
      done: 'Threading card saved.',
    })),
    on(threadingActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(threadingActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectCardEntities }) => ({
    selectCards: createSelector(selectCardEntities, cardList.all),
  }),
});
