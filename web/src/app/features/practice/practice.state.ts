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
  isBalanced,
  practiceScenario,
  practiceSeam,
  type NotTension,
  type PracticeSeam,
  type PracticeSetting,
  type SeamGrade,
} from '@gantelet/core';
import type { PracticeRun, PracticeRunInput, Problem } from '@gantelet/contracts';

/** A practice seam with its setting. */
export interface SewnSeam extends PracticeSeam {
  readonly setting: PracticeSetting;
  /** What the learner said about it; null if nothing. */
  readonly judged: SeamGrade | null;
}

/** One attempt at a scenario. */
export interface PracticeTry {
  readonly scenarioId: string;
  readonly setting: PracticeSetting;
  readonly seams: readonly SewnSeam[];
  /** The learner said it was balanced, and it was. */
  readonly done: boolean;
  /** The answer to the last "it is balanced" that was wrong. */
  readonly notYet: boolean;
}

export const practiceActions = createActionGroup({
  source: 'Practice',
  events: {
    Opened: emptyProps(),
    'Runs Read': props<{ runs: readonly PracticeRun[] }>(),
    'Scenario Begun': props<{ scenarioId: string }>(),
    'Setting Changed': props<{ change: Partial<PracticeSetting> }>(),
    Mended: props<{ fault: NotTension }>(),
    /** `chance`: two draws from 0 to 1, made where the button was pressed. */
    Sewn: props<{ chance: readonly [number, number] }>(),
    /** What the learner sees on the last seam. */
    Judged: props<{ grade: SeamGrade }>(),
    'Called Balanced': props<{ key: string; finishedAt: string }>(),
    'Run Kept': props<{ run: PracticeRun }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface PracticeState {
  readonly runs: readonly PracticeRun[];
  readonly practice: PracticeTry | null;
  readonly problem: Problem | null;
}

const initial: PracticeState = { runs: [], practice: null, problem: null };

export const practiceFeature = createFeature({
  name: 'practice',
  reducer: createReducer(
    initial,
    on(practiceActions.runsRead, (state, { runs }) => ({ ...state, runs })),
    on(practiceActions.scenarioBegun, (state, { scenarioId }) => ({
      ...state,
      problem: null,
      practice: {
        scenarioId,
        setting: { topTurns: practiceScenario(scenarioId).startTurns, bobbinTurns: 0, mended: [] },
        seams: [],
        done: false,
        notYet: false,
      },
    })),
    on(practiceActions.settingChanged, (state, { change }) => withTry(state, (one) => reset(one, change))),
    on(practiceActions.mended, (state, { fault }) =>
      withTry(state, (one) => reset(one, { mended: [...new Set([...one.setting.mended, fault])] })),
    ),
    on(practiceActions.sewn, (state, { chance }) =>
      withTry(state, (one) => {
        const { machine } = practiceScenario(one.scenarioId);
        const seam = { ...practiceSeam(machine, one.setting, chance), setting: one.setting, judged: null };
        return { ...one, seams: [...one.seams, seam], notYet: false };
      }),
    ),
    on(practiceActions.judged, (state, { grade }) =>
      withTry(state, (one) => ({
        ...one,
        // Only the first answer counts: anything said after the truth was shown is no judgement.
        seams: one.seams.map((seam, i) =>
          i === one.seams.length - 1 && seam.judged === null ? { ...seam, judged: grade } : seam,
        ),
      })),
    ),
    on(practiceActions.calledBalanced, (state) =>
      withTry(state, (one) => {
        const done = isBalanced(practiceScenario(one.scenarioId).machine, one.setting);
        return { ...one, done, notYet: !done };
      }),
    ),
    on(practiceActions.runKept, (state, { run }) => ({ ...state, runs: [...state.runs, run] })),
    on(practiceActions.failed, (state, { problem }) => ({ ...state, problem })),
  ),
  extraSelectors: ({ selectRuns, selectPractice }) => ({
    /** Fewest seams in which each scenario was brought to balance. */
    selectBest: createSelector(selectRuns, (runs) => {
      const best = new Map<string, number>();
      for (const { scenarioId, seams } of runs) {
        best.set(scenarioId, Math.min(seams, best.get(scenarioId) ?? Infinity));
      }
      return best as ReadonlyMap<string, number>;
    }),
    /** The run to save once the learner has found the balance. */
    selectRun: createSelector(selectPractice, (practice): Omit<PracticeRunInput, 'finishedAt'> | null =>
      practice?.done && practice.seams.length > 0
        ? {
            scenarioId: practice.scenarioId,
            seams: practice.seams.length,
            judged: practice.seams.flatMap(({ z, judged }) => (judged ? [{ z, grade: judged }] : [])),
          }
        : null,
    ),
  }),
});

function withTry(state: PracticeState, change: (practice: PracticeTry) => PracticeTry): PracticeState {
  return state.practice === null || state.practice.done
    ? state
    : { ...state, practice: change(state.practice) };
}

const reset = (practice: PracticeTry, change: Partial<PracticeSetting>): PracticeTry => ({
  ...practice,
  setting: { ...practice.setting, ...change },
  notYet: false,
});
