import { directionAfter, SEAM_GRADES } from './seam-grade.js';
import {
  expectationAt,
  inWindow,
  observe,
  priorBelief,
  summaryOf,
  type ObservedSeam,
  type WindowBelief,
  type WindowPrior,
} from './window-belief.js';

/** What the setting is chosen for: most margin on both sides, or the least tension that still hides the far thread. */
export const TENSION_TARGETS = ['middle', 'least-tension'] as const;
export type TensionTarget = (typeof TENSION_TARGETS)[number];

/** What to sew next, or that the search is over, and how sure that is. */
export interface BalanceAdvice {
  readonly do: 'sew' | 'stop';
  /** Where to sew next; when stopping, the setting to keep. */
  readonly turns: number;
  readonly because: BalanceReason;
  /** The setting to keep if the search had to end now, and the chance that it lies in the window. */
  readonly keep: { readonly turns: number; readonly sure: number };
}

/**
 * `tells-most`: the seam there teaches most. `prove`: it is likely good, a seam proves it. `other-side`: the best
 * setting is sure enough, but no fault was seen on that side yet. `sure`: the search is over.
 */
export type BalanceReason = 'tells-most' | 'prove' | 'other-side' | 'sure';

/** The belief after all seams, starting from a prior. */
export function beliefAfter(prior: WindowPrior, seams: readonly ObservedSeam[]): WindowBelief {
  return seams.reduce(observe, priorBelief(prior));
}

/**
 * The next test seam by what it can teach: of all settings a hand can repeat, the one with the most expected information
 * plus a share of the chance that it is good already. Stops when the best setting is good with a chance of 95 % and
 * either a fault was seen on each side or the depth of a lock was measured: a judge with a leaning is caught only by
 * seeing both edges of the window.
 *
 * @param seams oldest first, sewn at one setting of the bobbin
 */
export function balanceRule(
  prior: WindowPrior,
  seams: readonly ObservedSeam[],
  target: TensionTarget = 'middle',
): BalanceAdvice {
  return balanceAdvice(beliefAfter(prior, seams), seams, target);
}

/** The same from a belief that already holds the seams. */
export function balanceAdvice(
  belief: WindowBelief,
  seams: readonly ObservedSeam[],
  target: TensionTarget,
): BalanceAdvice {
  const { values } = belief.grid;
  const settings = belief.grid.candidates.map((turns) => ({ turns, sure: inWindow(belief, turns) }));
  const middle = middleOf(belief, settings);
  const keep = target === 'middle' ? middle : leastOf(settings, values['tension.least-chance'].value);
  const missing = sideNotSeen(seams);
  if (middle.sure >= values['tension.stop-chance'].value) {
    if (missing === null) return { do: 'stop', turns: keep.turns, because: 'sure', keep };
    const edge = edgeOf(belief, middle.turns, missing);
    if (edge !== null) return { do: 'sew', turns: edge, because: 'other-side', keep };
  }
  const share = values['tension.good-share'].value;
  const { turns, sure } = best(
    settings,
    (one) => expectationAt(belief, one.turns).information + share * one.sure,
  );
  return { do: 'sew', turns, because: sure < SURE_TO_PROVE ? 'tells-most' : 'prove', keep };
}

const SURE_TO_PROVE = 0.8;
const TIGHT_GRADES = SEAM_GRADES.map((grade) => directionAfter(grade) < 0);
const LOOSE_GRADES = SEAM_GRADES.map((grade) => directionAfter(grade) > 0);

interface Setting {
  readonly turns: number;
  readonly sure: number;
}

function best<T>(from: readonly T[], score: (one: T) => number): T {
  return from
    .map((one) => ({ one, score: score(one) }))
    .reduce((top, next) => (next.score > top.score ? next : top)).one;
}

/** The likeliest setting; where several are as likely, the one nearest the middle of what is believed. */
function middleOf(belief: WindowBelief, settings: readonly Setting[]): Setting {
  const top = Math.max(...settings.map(({ sure }) => sure));
  const { meanTurns } = summaryOf(belief);
  const good = settings.filter(({ sure }) => sure >= top - 0.01);
  return best(good, ({ turns }) => -Math.abs(turns - meanTurns));
}

/** The lowest setting that is still good with this chance, or the best there is. */
function leastOf(settings: readonly Setting[], chance: number): Setting {
  const top = best(settings, ({ sure }) => sure);
  return settings.find(({ sure }) => sure >= Math.min(chance, top.sure)) ?? top;
}

/** The side no fault was seen on yet, tight being 1; null when both were seen, or a lock was measured. */
function sideNotSeen(seams: readonly ObservedSeam[]): 1 | -1 | null {
  if (seams.some(({ lockDepth }) => lockDepth !== null)) return null;
  const seen = new Set(seams.map(({ grade }) => directionAfter(grade)));
  if (!seen.has(-1)) return 1;
  return seen.has(1) ? null : -1;
}

/** The nearest setting on a side that likely lies beyond the edge of the window; null when the knob ends before it. */
function edgeOf(belief: WindowBelief, fromTurns: number, side: 1 | -1): number | null {
  const faults = side === 1 ? TIGHT_GRADES : LOOSE_GRADES;
  const beyond = belief.grid.candidates
    .filter((turns) => (turns - fromTurns) * side > 0)
    .sort((a, b) => (a - b) * side);
  const edge = beyond.find((turns) => {
    const { grades } = expectationAt(belief, turns);
    return (
      grades.reduce((sum, p, g) => (faults[g] ? sum + p : sum), 0) >=
      belief.grid.values['tension.edge-chance'].value
    );
  });
  return edge ?? null;
}
