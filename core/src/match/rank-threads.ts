import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { Stack } from '../material/index.js';
import { THREAD_CONSTRUCTIONS, type ThreadConstruction, type ThreadUse } from '../thread/index.js';
import { threadOnBench, within, type MachineOnBench, type ThreadOnBench } from './on-bench.js';
import { rankSizes, type FirstNeedle, type SizeRanking } from './rank-sizes.js';
import { needleAt } from './best-needle.js';
import type { NeedleCandidate } from './rank-needles.js';
import type { SeamLook } from '../needle/index.js';
import type { Schools } from './school.js';
import { stepsOutside, threadForStack, type ThreadRange } from './thread-for-stack.js';

/** What is on the bench when the thread is still open. */
export interface ThreadQuestion {
  readonly machine: MachineOnBench;
  readonly stack: Stack;
  readonly stitchLengthMm: number;
  readonly schools: Schools;
  readonly use: ThreadUse;
  readonly look?: SeamLook | null;
  readonly values?: Values;
}

/** A thread with the needle that suits it best. */
export interface ThreadAnswer {
  readonly thread: ThreadOnBench;
  readonly construction: ThreadConstruction;
  readonly needle: NeedleCandidate;
  /** Ladder steps outside the sizes usual for this stack, 0 inside. */
  readonly stepsOff: number;
  /** How well the kind of thread suits the use, 0 to 1. */
  readonly kindSuits: number;
  readonly cost: number;
}

export interface ThreadRanking {
  /** Best first: the best needle for each thread. */
  readonly ranked: readonly ThreadAnswer[];
  readonly range: ThreadRange;
  /** Combinations of system, point, finish, size and thread that were weighed. */
  readonly weighed: number;
}

/** Id of the value that says how a kind of thread suits a use. */
export const threadUseValueId = (constructionId: string, use: ThreadUse): string =>
  `construction.${constructionId}.${use}`;

/**
 * Ranks every thread of the catalogue with every needle for a stack on a machine, and returns the best `most`
 * threads.
 *
 * Threads whose needle needs nothing done about it come first. Every combination is weighed on numbers alone; only
 * the winners are then worked out in full.
 */
export function rankThreads(question: ThreadQuestion, most = 8): ThreadRanking {
  const { machine, stack, use, values = SHIPPED_VALUES } = question;
  const range = threadForStack(stack, values);
  const sizes = rankSizes(question, values);
  const choices = threadsFor(machine, values);
  const shortlist = choices
    .flatMap((choice) => weigh(choice, sizes, range, use, values))
    .sort((a, b) => Number(a.first.act) - Number(b.first.act) || a.cost - b.cost)
    .slice(0, most);
  return {
    ranked: shortlist.map(({ first, ...one }) => ({
      ...one,
      needle: needleAt({ ...question, thread: one.thread }, first),
    })),
    range,
    weighed: choices.length * sizes.combinations,
  };
}

interface Choice {
  readonly construction: ThreadConstruction;
  readonly thread: ThreadOnBench;
}

/** Every thread sold that may be used on the machine. */
function threadsFor(machine: Pick<MachineOnBench, 'threadTex'>, values: Values): readonly Choice[] {
  return THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null).flatMap((construction) =>
    construction.soldTex
      .filter((tex) => within(tex, machine.threadTex))
      .map((tex) => ({ construction, thread: threadOnBench(construction.id, tex, values) })),
  );
}

interface Weighed extends Omit<ThreadAnswer, 'needle'> {
  readonly first: FirstNeedle;
}

function weigh(
  { construction, thread }: Choice,
  sizes: SizeRanking,
  range: ThreadRange,
  use: ThreadUse,
  values: Values,
): readonly Weighed[] {
  const first = sizes.first(thread.diameterMm);
  if (first === null) return [];
  const kind = values[threadUseValueId(construction.id, use)] ?? construction.suits[use];
  const stepsOff = stepsOutside(thread.tex, range);
  const cost =
    first.cost +
    values['weight.thread-steps'].value * stepsOff +
    values['weight.thread-kind'].value * (1 - kind.value);
  return [{ thread, construction, stepsOff, kindSuits: kind.value, cost, first }];
}
