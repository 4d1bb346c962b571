import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import {
  anyJudge,
  judgedChances,
  JUDGE_KINDS,
  judgeTraits,
  judgeWeights,
  type JudgeWeights,
} from './seam-judge.js';
import type { SeamGrade } from './seam-grade.js';
import { gradeIndex } from './seam-model.js';

/** A seam whose true state is known, with what somebody said about it. */
export interface KnownSeam {
  /** Distance from balance in half windows, tight positive. */
  readonly z: number;
  /** Its uncertainty, as a standard deviation; 0 on a practice machine, which knows exactly. */
  readonly zSd: number;
  readonly grade: SeamGrade;
}

/** How many people the shipped shares of kinds count as. Assumption. */
const SHIPPED_PEOPLE = 10;
const ROUNDS = 25;
/** No kind is ever ruled out: a tired eye reads differently. Assumption. */
const LEAST_WEIGHT = 0.002;
/** Nodes and weights of five-point Gauss-Hermite quadrature for a normal distribution: numerical handbooks. */
const NORMAL_POINTS = [
  [-2.856970013872806, 0.01125741132772069],
  [-1.355626179974266, 0.2220759220056126],
  [0, 0.5333333333333333],
  [1.355626179974266, 0.2220759220056126],
  [2.856970013872806, 0.01125741132772069],
] as const;

/** Where a seam was, judging by its knot measured in a cut: with the ruler's error. Null if it was at a surface. */
export function knownByLock(
  lockDepth: number,
  grade: SeamGrade,
  values: Values = SHIPPED_VALUES,
): KnownSeam | null {
  const slope = requirePositive('tension.lock-slope', values['tension.lock-slope'].value);
  // At a surface the knot may be anywhere beyond.
  if (lockDepth <= 0.02 || lockDepth >= 0.98) return null;
  const sd = Math.hypot(values['tension.depth-error'].value, values['tension.lock-law-error'].value);
  return { z: (lockDepth - 0.5) / slope, zSd: sd / slope, grade };
}

/**
 * What kinds of judges people are, from seams whose true state is known: each person by their own seams, and by how
 * common each kind is among all, which is itself learned from everybody and starts at the shipped shares. Somebody
 * with few seams is treated much like the others; somebody with many, individually.
 *
 * @param people the known seams of each person
 * @returns the weights of each, in the same order
 */
export function learnJudges(
  people: readonly (readonly KnownSeam[])[],
  values: Values = SHIPPED_VALUES,
): readonly JudgeWeights[] {
  const traits = JUDGE_KINDS.map((kind) => judgeTraits(kind, values));
  const logs = people.map((seams) =>
    traits.map((one) => seams.reduce((sum, seam) => sum + Math.log(chanceOf(seam, one, values)), 0)),
  );
  const shipped = anyJudge(values);
  const prior = JUDGE_KINDS.map((kind) => SHIPPED_PEOPLE * shipped[kind]);
  let shares = JUDGE_KINDS.map((kind) => shipped[kind]);
  for (let round = 0; round < ROUNDS; round++) {
    const known = logs.filter((_, p) => people[p]!.length > 0).map((own) => posterior(own, shares));
    const counts = prior.map((count, k) => known.reduce((sum, own) => sum + own[k]!, count));
    const all = counts.reduce((sum, one) => sum + one, 0);
    shares = counts.map((count) => count / all);
  }
  return logs.map((own) =>
    judgeWeights(posterior(own, shares).map((chance) => Math.max(LEAST_WEIGHT, chance))),
  );
}

/** Probability of what was said, over where the seam may have been. */
function chanceOf(
  { z, zSd, grade }: KnownSeam,
  traits: ReturnType<typeof judgeTraits>,
  values: Values,
): number {
  const g = gradeIndex(grade);
  if (zSd === 0) return judgedChances(z, traits, values)[g]!;
  return NORMAL_POINTS.reduce(
    (sum, [at, weight]) => sum + weight * judgedChances(z + zSd * at, traits, values)[g]!,
    0,
  );
}

function posterior(logs: readonly number[], shares: readonly number[]): readonly number[] {
  const top = Math.max(...logs);
  const raw = logs.map((log, k) => shares[k]! * Math.exp(log - top));
  const sum = raw.reduce((total, one) => total + one, 0);
  return raw.map((one) => one / sum);
}
