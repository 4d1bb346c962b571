import { coherence } from './coherence.js';
import { directionAfter, SEAM_GRADES } from './seam-grade.js';
import {
  expectations,
  inWindow,
  judgeAfter,
  observe,
  priorBelief,
  summaryOf,
  type Expectation,
  type ObservedSeam,
  type WindowBelief,
  type WindowPrior,
} from './window-belief.js';

/** The target of the setting: most margin on both sides, or the least tension that still hides the bobbin thread. */
export const TENSION_TARGETS = ['middle', 'least-tension'] as const;
export type TensionTarget = (typeof TENSION_TARGETS)[number];

/** What a claim of 95 % can be based on: without one of these none is made. */
export type ClaimGround = 'both-edges' | 'lock-measured' | 'balanced-twice';

/**
 * What to sew next, or that a setting can be saved. `sew`: sew at `turns`. `keep`: a seam was balanced at a setting
 * that is likely good, save it; a seam at `surer` would make surer. `stop`: the claim is made, save it. `check`: the
 * seams contradict each other, look for other causes before turning the knob again.
 */
export interface BalanceAdvice {
  readonly do: 'sew' | 'keep' | 'stop' | 'check';
  /** Where to sew next; else the setting to save. */
  readonly turns: number;
  readonly because: BalanceReason;
  /** The setting to save if the search had to end now, and the probability that it is in the window. */
  readonly keep: { readonly turns: number; readonly sure: number };
  /** Basis of the 95 % claim; null if nothing is claimed. */
  readonly claim: ClaimGround | null;
  /** Where the next seam would be most informative, whatever is advised. */
  readonly surer: number;
}

/**
 * `tells-most`: the seam there is most informative. `prove`: it is likely good, a seam proves it. `other-side`: the
 * best setting is sure enough, but nothing has been seen yet to base a claim on. `balanced`: seen balanced, likely
 * good. `sure`: the claim is made. `contradiction`: the seams are inconsistent.
 */
export type BalanceReason = 'tells-most' | 'prove' | 'other-side' | 'balanced' | 'sure' | 'contradiction';

/** How the search proceeds. */
export interface BalanceWay {
  readonly target: TensionTarget;
  /** Present knob position; null if not known, so that the first seam may be anywhere. */
  readonly fromTurns: number | null;
  /** Longest move of the knob for one seam, in turns. */
  readonly longestMoveTurns: number;
  /** No seam tighter than this: how to start after a jump, since too loose shows and too tight breaks thread. */
  readonly atMostTurns: number;
}

/** The middle of the window, from anywhere to anywhere. */
export const PLAIN_WAY: BalanceWay = {
  target: 'middle',
  fromTurns: null,
  longestMoveTurns: Infinity,
  atMostTurns: Infinity,
};

/** The belief after all seams, starting from a prior. */
export function beliefAfter(prior: WindowPrior, seams: readonly ObservedSeam[]): WindowBelief {
  return seams.reduce(observe, priorBelief(prior));
}

/**
 * The next test seam by expected information: of all settings a hand can repeat and reach in one move, the one with
 * the most expected information plus a share of the probability that it is already good. Claims 95 % only if the best
 * setting is that likely to be good whoever judges, the seams are consistent, and there is a basis for it: a fault
 * seen on each side, a measured knot, or two seams balanced at one setting.
 *
 * @param seams oldest first, sewn at one setting of the bobbin
 */
export function balanceRule(
  prior: WindowPrior,
  seams: readonly ObservedSeam[],
  way: BalanceWay = PLAIN_WAY,
): BalanceAdvice {
  return balanceAdvice(beliefAfter(prior, seams), seams, way);
}

/** The same from a belief that already includes the seams. */
export function balanceAdvice(
  belief: WindowBelief,
  seams: readonly ObservedSeam[],
  way: BalanceWay = PLAIN_WAY,
): BalanceAdvice {
  const { values } = belief.grid;
  const settings = belief.grid.candidates.map((turns) => ({ turns, sure: inWindow(belief, turns) }));
  const middle = middleOf(belief, settings);
  const keep = way.target === 'middle' ? middle : leastOf(settings, values['tension.least-chance'].value);
  const expected = expectations(belief);
  const next = nextSeam(belief, expected, settings, way);
  if (contradicts(belief, seams)) {
    const surer = next.turns;
    return { do: 'check', turns: keep.turns, because: 'contradiction', keep, claim: null, surer };
  }
  const sureEnough = middle.sure >= values['tension.stop-chance'].value;
  const ground = mayClaim(belief) ? groundOf(seams) : null;
  if (sureEnough && ground !== null) {
    const surer = next.turns;
    return { do: 'stop', turns: keep.turns, because: 'sure', keep, claim: ground, surer };
  }
  const proof = sureEnough ? proofOf(belief, expected, seams, middle.turns, way) : null;
  const surer = proof ?? next.turns;
  if (mayKeep(belief, seams, keep)) {
    return { do: 'keep', turns: keep.turns, because: 'balanced', keep, claim: null, surer };
  }
  // Likely enough to save, but never sewn there: one seam may finish it.
  const tried = seams.some(({ turns }) => Math.abs(turns - keep.turns) < SAME_TURNS);
  if (!tried && keep.sure >= keepChance(belief) && reaches(keep.turns, way)) {
    return { do: 'sew', turns: keep.turns, because: 'prove', keep, claim: null, surer: keep.turns };
  }
  const because = proof === null ? (next.sure < SURE_TO_PROVE ? 'tells-most' : 'prove') : 'other-side';
  return { do: 'sew', turns: surer, because, keep, claim: null, surer };
}

const SURE_TO_PROVE = 0.8;
const TIGHT_GRADES = SEAM_GRADES.map((grade) => directionAfter(grade) < 0);
const LOOSE_GRADES = SEAM_GRADES.map((grade) => directionAfter(grade) > 0);
/** Half the distance of two repeatable settings: anything closer is one setting. */
const SAME_TURNS = 1 / 16;

interface Setting {
  readonly turns: number;
  readonly sure: number;
}

type Expected = (turns: number) => Expectation;

function best<T>(from: readonly T[], score: (one: T) => number): T {
  return from
    .map((one) => ({ one, score: score(one) }))
    .reduce((top, next) => (next.score > top.score ? next : top)).one;
}

/** The most informative seam within one move. */
function nextSeam(
  { grid }: WindowBelief,
  expected: Expected,
  settings: readonly Setting[],
  way: BalanceWay,
): Setting {
  const share = grid.values['tension.good-share'].value;
  return best(withinMove(settings, way), ({ turns, sure }) => expected(turns).information + share * sure);
}

/** Settings that one move of the knob reaches; all of them when its position is not known. */
function withinMove(settings: readonly Setting[], way: BalanceWay): readonly Setting[] {
  const near = settings.filter(({ turns }) => reaches(turns, way));
  return near.length > 0 ? near : settings;
}

/** The likeliest setting; among equally likely ones, the one nearest the middle of the belief. */
function middleOf(belief: WindowBelief, settings: readonly Setting[]): Setting {
  const top = Math.max(...settings.map(({ sure }) => sure));
  const { meanTurns } = summaryOf(belief);
  const good = settings.filter(({ sure }) => sure >= top - 0.01);
  return best(good, ({ turns }) => -Math.abs(turns - meanTurns));
}

/** The lowest setting that is still good with this probability, or the best there is. */
function leastOf(settings: readonly Setting[], chance: number): Setting {
  const top = best(settings, ({ sure }) => sure);
  return settings.find(({ sure }) => sure >= Math.min(chance, top.sure)) ?? top;
}

/** Seams that are inconsistent, or better explained by guessing. */
function contradicts(belief: WindowBelief, seams: readonly ObservedSeam[]): boolean {
  const { values } = belief.grid;
  return (
    coherence(belief, seams) < values['tension.coherence'].value ||
    judgeAfter(belief).guessing > values['tension.guessing-chance'].value
  );
}

/** Whether a claim may be made at all: not while the seams could just as well have been guessed. */
function mayClaim(belief: WindowBelief): boolean {
  return judgeAfter(belief).guessing <= belief.grid.values['tension.claim-guessing'].value;
}

/** Whether a setting may be saved though nothing is claimed: seen balanced there, and likely good. */
function mayKeep(belief: WindowBelief, seams: readonly ObservedSeam[], { turns, sure }: Setting): boolean {
  const seen = seams.some((seam) => seam.grade === 'balanced' && Math.abs(seam.turns - turns) < SAME_TURNS);
  return seen && sure >= keepChance(belief);
}

/** Probability of being good from which a setting may be saved. */
function keepChance({ grid: { weight, values } }: WindowBelief): number {
  return values[weight === 'light' ? 'tension.keep-chance' : 'tension.keep-chance-heavy'].value;
}

function groundOf(seams: readonly ObservedSeam[]): ClaimGround | null {
  const seen = new Set(seams.map(({ grade }) => directionAfter(grade)));
  if (seen.has(-1) && seen.has(1)) return 'both-edges';
  if (seams.some(({ lockDepth }) => lockDepth !== null)) return 'lock-measured';
  const balanced = seams.filter(({ grade }) => grade === 'balanced').map(({ turns }) => turns);
  const twice = balanced.some((a, i) => balanced.some((b, j) => j > i && Math.abs(a - b) < SAME_TURNS));
  return twice ? 'balanced-twice' : null;
}

/** A seam that would give the claim its basis, past an edge that has not been seen; null if no move reaches one. */
function proofOf(
  belief: WindowBelief,
  expected: Expected,
  seams: readonly ObservedSeam[],
  fromTurns: number,
  way: BalanceWay,
): number | null {
  const seen = new Set(seams.map(({ grade }) => directionAfter(grade)));
  const side = seen.has(-1) ? (seen.has(1) ? null : -1) : 1;
  const edge = side === null ? null : edgeOf(belief, expected, fromTurns, side);
  return edge !== null && reaches(edge, way) ? edge : null;
}

const reaches = (turns: number, { fromTurns, longestMoveTurns, atMostTurns }: BalanceWay): boolean =>
  turns <= atMostTurns + 1e-9 &&
  (fromTurns === null || Math.abs(turns - fromTurns) <= longestMoveTurns + 1e-9);

/** The nearest setting on a side that is probably beyond the edge of the window; null if the knob ends before it. */
function edgeOf(
  { grid: { candidates, values } }: WindowBelief,
  expected: Expected,
  fromTurns: number,
  side: 1 | -1,
): number | null {
  const faults = side === 1 ? TIGHT_GRADES : LOOSE_GRADES;
  const beyond = candidates.filter((turns) => (turns - fromTurns) * side > 0).sort((a, b) => (a - b) * side);
  const edge = beyond.find((turns) => {
    const { grades } = expected(turns);
    return (
      grades.reduce((sum, p, g) => (faults[g] ? sum + p : sum), 0) >= values['tension.edge-chance'].value
    );
  });
  return edge ?? null;
}
