import {
  balanceAdvice,
  beliefAfter,
  inWindow,
  summaryOf,
  TURN_GRAIN,
  windowGrid,
  type BalanceAdvice,
  type BalanceWay,
  type BeliefSummary,
  type JudgeWeights,
  type ObservedSeam,
  type Values,
  type WindowGrid,
  type WorkWeight,
} from '@gantelet/core';

/** A search request: everything it needs, sent to the worker as plain data. */
export interface SearchQuestion {
  readonly weight: WorkWeight;
  readonly travelTurns: number;
  /** What is expected before the first seam. */
  readonly meanTurns: number;
  readonly sdTurns: number;
  /** Seams at the present bobbin setting, oldest first. */
  readonly seams: readonly ObservedSeam[];
  readonly way: BalanceWay;
  /** How the person who judged these seams is believed to judge. */
  readonly judge: JudgeWeights;
  readonly values: Values;
}

/** The answer of a search. */
export interface BalanceSearch {
  readonly advice: BalanceAdvice;
  readonly summary: BeliefSummary;
  /** Chance of lying in the window, every eighth of a turn. */
  readonly curve: readonly { readonly turns: number; readonly sure: number }[];
}

/** Answers a search. Pure, except that it caches the grid of the last question, which takes longest to compute. */
export function balanceSearch(question: SearchQuestion): BalanceSearch {
  const { seams, way, travelTurns, meanTurns, sdTurns, judge } = question;
  const belief = beliefAfter({ grid: gridFor(question), meanTurns, sdTurns, judge }, seams);
  const steps = Math.floor(travelTurns / TURN_GRAIN + 1e-9);
  return {
    advice: balanceAdvice(belief, seams, way),
    summary: summaryOf(belief),
    curve: Array.from({ length: steps + 1 }, (_, i) => {
      const turns = i * TURN_GRAIN;
      return { turns, sure: inWindow(belief, turns) };
    }),
  };
}

let last: { readonly key: string; readonly grid: WindowGrid } | null = null;

function gridFor({ weight, travelTurns, values }: SearchQuestion): WindowGrid {
  const own = Object.entries(values).filter(([id]) => /^(tension|judge)\./.test(id));
  const key = JSON.stringify([weight, travelTurns, own.map(([id, one]) => [id, one?.value])]);
  if (last?.key !== key) last = { key, grid: windowGrid(weight, travelTurns, values) };
  return last.grid;
}
