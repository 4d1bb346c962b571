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
import {
  pullVerdict,
  seamStrengthNPerCm,
  strengthRatio,
  threadConstruction,
  threadStrengthN,
  type MeasuredStrength,
  type Values,
} from '@gantelet/core';
import type { LoggedPullTest, Problem, PullTestEntry, Setup } from '@gantelet/contracts';
import { readList, type ReadList } from '../../shared/read-list';
import { KEPT_HERE } from '../../shared/words/outbox-words';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchFeature } from '../match/match.state';

export const pullTestActions = createActionGroup({
  source: 'Pull test',
  events: {
    Opened: emptyProps(),
    'Tests Read': props<{ tests: readonly LoggedPullTest[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Log: props<{ key: string; test: PullTestEntry }>(),
    Logged: props<{ test: LoggedPullTest }>(),
    /** No answer: it is stored on the device and sent automatically. */
    Waits: emptyProps(),
    Withdraw: props<{ key: string; testId: string }>(),
    Withdrawn: props<{ testId: string }>(),
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface PullTestState {
  /** Of all set-ups, newest first; null until they have been read. */
  readonly testEntities: ReadList<LoggedPullTest>;
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
  readonly done: string;
  /** Counts writes: a form that was sent starts again. */
  readonly written: number;
}

/** Latest first, as the server returns them. */
const testAdapter = createEntityAdapter<LoggedPullTest>({
  sortComparer: (a, b) => b.testedAt.localeCompare(a.testedAt) || b.id.localeCompare(a.id),
});
const testList = readList(testAdapter);

const initial: PullTestState = {
  testEntities: null,
  saving: false,
  problem: null,
  refused: null,
  done: '',
  written: 0,
};

export const pullTestFeature = createFeature({
  name: 'pullTest',
  reducer: createReducer(
    initial,
    on(pullTestActions.opened, (state) => ({ ...state, problem: null, refused: null, done: '' })),
    on(pullTestActions.testsRead, (state, { tests }) => ({
      ...state,
      testEntities: testList.of(tests),
    })),
    on(pullTestActions.log, pullTestActions.withdraw, (state) => ({
      ...state,
      saving: true,
      refused: null,
      done: '',
    })),
    on(pullTestActions.logged, (state, { test }) => ({
      ...state,
      testEntities: testAdapter.setOne(test, testList.orEmpty(state.testEntities)),
      saving: false,
      done: 'Logged.',
      written: state.written + 1,
    })),
    on(pullTestActions.waits, (state) => ({
      ...state,
      saving: false,
      done: `Pull test: ${KEPT_HERE}`,
      written: state.written + 1,
    })),
    on(pullTestActions.withdrawn, (state, { testId }) => ({
      ...state,
      testEntities: testAdapter.removeOne(testId, testList.orEmpty(state.testEntities)),
      saving: false,
      done: 'Removed.',
    })),
    on(pullTestActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(pullTestActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectTestEntities }) => {
    const selectTests = createSelector(selectTestEntities, testList.all);
    /** Ratio of measured to estimated strength in the shop's seams; null until there are enough. */
    const selectRatio = createSelector(
      selectTests,
      matchFeature.selectSetups,
      catalogueFeature.selectValues,
      (tests, setups, values) => strengthRatio(measuredSeams(tests ?? [], setups, values)),
    );
    return { selectTests, selectRatio };
  },
});

/** Estimated strength of a set-up's seam, N per cm. */
export function estimatedNPerCm({ thread, stitchLengthMm }: Setup, values: Values): number {
  const threadN = threadStrengthN(thread.tex, threadConstruction(thread.constructionId)!, values);
  return seamStrengthNPerCm(stitchLengthMm, threadN, values);
}

/** Seams whose thread broke in the test, with their estimates. */
function measuredSeams(
  tests: readonly LoggedPullTest[],
  setups: readonly Setup[],
  values: Values,
): readonly MeasuredStrength[] {
  return setups.flatMap((setup) => {
    const { brokeNPerCm } = pullVerdict(tests.filter(({ setupId }) => setupId === setup.id));
    return brokeNPerCm === null
      ? []
      : [{ measuredNPerCm: brokeNPerCm, estimateNPerCm: estimatedNPerCm(setup, values) }];
  });
}
