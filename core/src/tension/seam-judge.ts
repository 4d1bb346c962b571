import { requireFinite } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { SEAM_GRADES } from './seam-grade.js';

/** How somebody reads a seam. Distances in half windows from balance, tight positive. */
export interface JudgeTraits {
  /** Dots are reported from here on. */
  readonly nearThreshold: number;
  /** Loops or a flat line are reported from here on; equal to `nearThreshold` for somebody who never says dots. */
  readonly farThreshold: number;
  /** Every seam is read this much tighter than it is. */
  readonly leaning: number;
  /** Share of seams for which a neighbouring grade is given. */
  readonly slip: number;
  /** Share of seams for which anything at all is said. */
  readonly lapse: number;
}

/**
 * Kinds of judges. Nobody is exactly one of them; together they span how people read seams, and what is learned about
 * a person is which are near. `guessing` is for seams that carry no information: if it explains them best, they
 * contradict.
 */
export const JUDGE_KINDS = [
  'usual',
  'lax',
  'strict',
  'leans-tight',
  'leans-loose',
  'dots-are-balanced',
  'dots-are-faults',
  'careless',
  'guessing',
] as const;
export type JudgeKind = (typeof JUDGE_KINDS)[number];

/** How likely a person is each kind of judge; adds up to one. */
export type JudgeWeights = Readonly<Record<JudgeKind, number>>;

/** What defines each kind, in catalogue values. Assumptions, until a person's own seams tell. */
export function judgeTraits(kind: JudgeKind, values: Values = SHIPPED_VALUES): JudgeTraits {
  const usual: JudgeTraits = {
    nearThreshold: values['tension.near-threshold'].value,
    farThreshold: values['tension.far-threshold'].value,
    leaning: 0,
    slip: values['tension.neighbour-slip'].value,
    lapse: values['tension.lapse'].value,
  };
  const { nearThreshold: near, farThreshold: far } = usual;
  const lax = values['judge.lax-by'].value;
  const leaning = values['judge.leaning-by'].value;
  switch (kind) {
    case 'usual':
      return usual;
    case 'lax':
      return { ...usual, nearThreshold: near + lax, farThreshold: far + lax };
    case 'strict':
      return { ...usual, nearThreshold: near / (1 + lax), farThreshold: far / (1 + lax) };
    case 'leans-tight':
      return { ...usual, leaning };
    case 'leans-loose':
      return { ...usual, leaning: -leaning };
    case 'dots-are-balanced':
      return { ...usual, nearThreshold: far };
    case 'dots-are-faults':
      return { ...usual, farThreshold: near };
    case 'careless':
      return { ...usual, slip: values['judge.careless-slip'].value };
    case 'guessing':
      return { ...usual, lapse: 1 };
  }
}

/** The weights for somebody about whom nothing is known. */
export function anyJudge(values: Values = SHIPPED_VALUES): JudgeWeights {
  return judgeWeights(JUDGE_KINDS.map((kind) => values[`judge.${kind}`].value));
}

/** Shares in the order of JUDGE_KINDS as weights that add up to one. */
export function judgeWeights(shares: readonly number[]): JudgeWeights {
  const sum = shares.reduce((total, one) => total + one, 0);
  return Object.fromEntries(
    JUDGE_KINDS.map((kind, k) => [kind, shares[k]! / sum]),
  ) as unknown as JudgeWeights;
}

/**
 * Probability of each grade when a seam is z half windows from balance, in the order of SEAM_GRADES: four soft
 * thresholds, then a judge who slips to a neighbouring grade now and then, and rarely says anything at all. Adds up
 * to one.
 *
 * @throws OutOfRange when z is not a finite number
 * @example judgedChances(0, judgeTraits('usual'))[2] // 0.862: balanced
 */
export function judgedChances(
  z: number,
  { nearThreshold, farThreshold, leaning, slip, lapse }: JudgeTraits,
  values: Values = SHIPPED_VALUES,
): readonly number[] {
  const read = requireFinite('z', z) + leaning;
  const scale = values['tension.threshold-scale'].value;
  const below = [-farThreshold, -nearThreshold, nearThreshold, farThreshold].map(
    (threshold) => 1 / (1 + Math.exp((read - threshold) / scale)),
  );
  const pure = SEAM_GRADES.map((_, i) => Math.max(0, (below[i] ?? 1) - (below[i - 1] ?? 0)));
  const last = pure.length - 1;
  return pure.map((own, i) => {
    const from = (j: number): number => (pure[j] ?? 0) * (j === 0 || j === last ? slip : slip / 2);
    const slipped = own * (1 - slip) + (i > 0 ? from(i - 1) : 0) + (i < last ? from(i + 1) : 0);
    return (1 - lapse) * slipped + lapse / pure.length;
  });
}
