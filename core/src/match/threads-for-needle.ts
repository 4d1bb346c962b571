import { THREAD_CONSTRUCTIONS, type ThreadConstruction } from '../thread/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { judgeFit, type FitJudgement } from './judge-fit.js';
import { threadOnBench, type ThreadOnBench } from './on-bench.js';

/** One thread for a needle in hand. */
export interface ThreadInNeedle {
  readonly thread: ThreadOnBench;
  readonly judged: FitJudgement;
}

/** The threads of one construction, thinnest first, that go through a needle. */
export interface ThreadsOfKind {
  readonly construction: ThreadConstruction;
  readonly threads: readonly ThreadInNeedle[];
}

/**
 * What a needle takes, the reverse of the usual question: each construction with its sold sizes, except those that
 * will not pass. Constructions that must not be sewn by machine are left out too.
 */
export function threadsForNeedle(
  nm: number,
  values: Values = SHIPPED_VALUES,
  longEye = false,
): readonly ThreadsOfKind[] {
  return THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null).map((construction) => ({
    construction,
    threads: construction.soldTex
      .map((tex) => threadOnBench(construction.id, tex, values))
      .map((thread) => ({ thread, judged: judgeFit(thread.diameterMm, nm, values, longEye) }))
      .filter(({ judged }) => judged.band !== 'will-not-pass'),
  }));
}
