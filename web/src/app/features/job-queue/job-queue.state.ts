import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type {
  JobQueue,
  JobQueueOrder,
  Problem,
  QueuedJobEnd,
  QueuedJobEntry,
  ThreadNeed,
} from '@gantelet/contracts';
import type { KnownProblem, PlacedLanes } from './placed-lanes';

export const jobQueueActions = createActionGroup({
  source: 'Job queue',
  events: {
    Opened: emptyProps(),
    'Queue Read': props<{ queue: JobQueue }>(),
    /** The threads of waiting jobs; empty for people who may not see the store. */
    'Needs Read': props<{ needs: readonly ThreadNeed[] }>(),
    /** The cost of going from each job to each other on each machine. */
    'Problem Found': props<KnownProblem>(),
    /** A job is being moved; nothing is saved yet. */
    Arranged: props<{ lanes: PlacedLanes }>(),
    /** Moves are discarded in favour of the saved order. */
    'Put Back': emptyProps(),
    'Work Out': emptyProps(),
    'Worked Out': props<{ lanes: PlacedLanes; proven: boolean }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Add: props<{ key: string; entry: QueuedJobEntry }>(),
    Order: props<{ key: string; order: JobQueueOrder }>(),
    End: props<{ key: string; jobId: string; end: QueuedJobEnd }>(),
    Written: props<{ queue: JobQueue; done: string }>(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface JobQueueState {
  /** Null until it has been read. */
  readonly queue: JobQueue | null;
  /** Null until they have been read. */
  readonly needs: readonly ThreadNeed[] | null;
  readonly known: KnownProblem | null;
  /** An unsaved arrangement; null when there is none. */
  readonly arranged: PlacedLanes | null;
  /** The arranged order was optimised, and whether it is proven cheapest. */
  readonly worked: { readonly proven: boolean } | null;
  readonly working: boolean;
  readonly saving: boolean;
  /** Writes that were answered. */
  readonly written: number;
  readonly done: string;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

const initial: JobQueueState = {
  queue: null,
  needs: null,
  known: null,
  arranged: null,
  worked: null,
  working: false,
  saving: false,
  written: 0,
  done: '',
  problem: null,
  refused: null,
};

export const jobQueueFeature = createFeature({
  name: 'jobQueue',
  reducer: createReducer(
    initial,
    on(jobQueueActions.opened, (state) => ({ ...state, done: '', refused: null })),
    on(jobQueueActions.queueRead, (state, { queue }) => ({
      ...state,
      queue,
      arranged: null,
      worked: null,
      problem: null,
    })),
    on(jobQueueActions.needsRead, (state, { needs }) => ({ ...state, needs })),
    on(jobQueueActions.problemFound, (state, { problem, jobIds, machineIds }) => ({
      ...state,
      known: { problem, jobIds, machineIds },
    })),
    on(jobQueueActions.arranged, (state, { lanes }) => ({
      ...state,
      arranged: lanes,
      worked: null,
      refused: null,
      done: '',
    })),
    on(jobQueueActions.putBack, (state) => ({ ...state, arranged: null, worked: null, refused: null })),
    on(jobQueueActions.workOut, (state) => ({ ...state, working: true, done: '' })),
    on(jobQueueActions.workedOut, (state, { lanes, proven }) => ({
      ...state,
      working: false,
      arranged: lanes,
      worked: { proven },
    })),
    on(jobQueueActions.add, jobQueueActions.order, jobQueueActions.end, (state) => ({
      ...state,
      saving: true,
      refused: null,
      done: '',
    })),
    on(jobQueueActions.written, (state, { queue, done }) => ({
      ...state,
      queue,
      arranged: null,
      worked: null,
      saving: false,
      written: state.written + 1,
      done,
    })),
    on(jobQueueActions.failed, (state, { problem }) => ({ ...state, working: false, problem })),
    on(jobQueueActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
});
