import { findTop, lnGamma } from '../numeric/index.js';
import { requireNotNegative } from '../standing/index.js';
import { CAUSES } from './causes.js';
import { likeliest } from './fault-belief.js';
import { replayFault, type FaultCase } from './fault-case.js';
import { symptom as symptomById, type Symptom } from './symptoms.js';

/** This many findings weigh as much as the shipped shares, and as those of all classes. Assumptions. */
const SHIPPED_WEIGHT = 20;
const CLASS_WEIGHT = 60;
/** EM ends after this many rounds, or once no count moves by more than this. */
const MOST_ROUNDS = 25;
const SETTLED = 0.003;
/**
 * Bounds of the shape that says how similar a shop's causes are to the shipped ones: a few cases shift it little.
 * Assumption.
 */
const SHAPES = [2, 200] as const;

/** A case to learn from, on a machine of a class; null if nobody knows which. */
export interface LearnedCase extends FaultCase {
  readonly machineClass?: string | null;
}

type Shares = Readonly<Record<string, number>>;

/** How the shares are weighted; the defaults are those in use. */
export interface Learning {
  /** How many cases the shipped shares count as, 0 or more. */
  readonly shippedWeight?: number;
  /** Whether a cause that is common under one symptom is assumed to be common under the others. */
  readonly leaning?: boolean;
}

/** A case as it counts: the likelihood of the findings under each cause, up to a factor. */
export interface SeenCase {
  readonly symptomId: string;
  readonly machineClass: string | null;
  readonly likely: Shares;
}

/** What a case says regardless of the shares: by its findings and evidence, starting from equally likely causes. */
export function seenCase({ machineClass = null, ...fault }: LearnedCase): SeenCase {
  const even = Object.fromEntries(CAUSES.map(({ id }) => [id, 1 / CAUSES.length]));
  const { belief } = replayFault(fault, even, undefined, false);
  const likely = Object.fromEntries(likeliest(belief).map(({ id, share }) => [id, share]));
  return { symptomId: fault.symptomId, machineClass, likely };
}

/**
 * Shares of the causes of a symptom on a class of machines, from the shop's own cases. Findings leave several causes
 * possible, so each case counts towards them in proportion to their probability, repeatedly with the resulting shares
 * (EM). A cause that this shop meets more often than the shipped shares say raises it for every symptom it belongs
 * to; cases of the class count beside those of all classes. It learns slowly: after twenty cases they weigh as much
 * as the shipped shares.
 *
 * @param machineClass of the machine in question; null counts all classes alike
 */
export function learnShares(
  symptom: Symptom,
  cases: readonly SeenCase[],
  machineClass: string | null = null,
  { shippedWeight = SHIPPED_WEIGHT, leaning = true }: Learning = {},
): Shares {
  requireNotNegative('shippedWeight', shippedWeight);
  const told = cases.filter(({ symptomId }) =>
    leaning ? symptomById(symptomId) !== undefined : symptomId === symptom.id,
  );
  if (told.length === 0) return symptom.weights;
  const awaited = awaitedIn(told);
  const leanOf = (of: Counts): Shares => (leaning ? leanings(awaited, of) : NO_LEANING);
  let counts = new Counts();
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const lean = leanOf(counts);
    const next = new Counts();
    const known = new Map<string, Shares>();
    for (const one of told) {
      const key = keyOf(one.symptomId, one.machineClass);
      const shares = known.get(key) ?? sharesOf(one.symptomId, one.machineClass, counts, lean, shippedWeight);
      known.set(key, shares);
      next.add(one, shares);
    }
    const settled = next.movedFrom(counts) < SETTLED;
    counts = next;
    if (settled) break;
  }
  return sharesOf(symptom.id, machineClass, counts, leanOf(counts), shippedWeight);
}

const NO_LEANING: Shares = {};
const keyOf = (symptomId: string, machineClass: string | null): string => `${symptomId} ${machineClass}`;

/** How often each cause occurred: in all, by symptom, and by symptom and class. */
class Counts {
  readonly all: Record<string, number> = {};
  private readonly by = new Map<string, Record<string, number>>();

  add({ symptomId, machineClass, likely }: SeenCase, shares: Shares): void {
    const sum = CAUSES.reduce((total, { id }) => total + (shares[id] ?? 0) * (likely[id] ?? 0), 0);
    if (sum === 0) return;
    const into = [this.all, this.of(keyOf(symptomId, null))];
    if (machineClass !== null) into.push(this.of(keyOf(symptomId, machineClass)));
    for (const { id } of CAUSES) {
      const part = ((shares[id] ?? 0) * (likely[id] ?? 0)) / sum;
      if (part > 0) for (const counts of into) counts[id] = (counts[id] ?? 0) + part;
    }
  }

  /** The largest difference between counts. */
  movedFrom({ all }: Counts): number {
    return Math.max(...CAUSES.map(({ id }) => Math.abs((this.all[id] ?? 0) - (all[id] ?? 0))));
  }

  of(key: string): Record<string, number> {
    const found = this.by.get(key) ?? {};
    this.by.set(key, found);
    return found;
  }
}

/** Shipped shares adjusted to the shop, combined with its own cases of the symptom, and of the class. */
function sharesOf(
  symptomId: string,
  machineClass: string | null,
  counts: Counts,
  lean: Shares,
  shippedWeight: number,
): Shares {
  const { weights } = symptomById(symptomId)!;
  const leaned = normalised((id) => (weights[id] ?? 0) * (lean[id] ?? 1));
  const ofSymptom = withCounts(leaned, shippedWeight, counts.of(keyOf(symptomId, null)));
  if (machineClass === null) return ofSymptom;
  return withCounts(ofSymptom, CLASS_WEIGHT, counts.of(keyOf(symptomId, machineClass)));
}

function withCounts(shares: Shares, weight: number, counts: Shares): Shares {
  const total = weight + Object.values(counts).reduce((sum, count) => sum + count, 0);
  if (total === 0) return shares;
  return Object.fromEntries(
    CAUSES.map(({ id }) => [id, (weight * (shares[id] ?? 0) + (counts[id] ?? 0)) / total]),
  );
}

function normalised(of: (id: string) => number): Shares {
  const sum = CAUSES.reduce((total, { id }) => total + of(id), 0);
  return Object.fromEntries(CAUSES.map(({ id }) => [id, of(id) / sum]));
}

/**
 * How much more often than expected each cause occurs here, shrunk to 1: counts are assumed Poisson with a
 * gamma-distributed mean, whose shape is the likeliest for all causes together (empirical Bayes, as for claim rates).
 */
function leanings(awaitedOf: Shares, { all }: Counts): Shares {
  const expected = Object.entries(awaitedOf).map(([id, awaited]) => ({ id, awaited, met: all[id] ?? 0 }));
  const likelihood = (lnShape: number): number => {
    const shape = Math.exp(lnShape);
    return expected.reduce(
      (sum, { met, awaited }) =>
        sum +
        lnGamma(shape + met) -
        lnGamma(shape) +
        shape * Math.log(shape) -
        (shape + met) * Math.log(shape + awaited),
      0,
    );
  };
  const shape = Math.exp(findTop(likelihood, Math.log(SHAPES[0]), Math.log(SHAPES[1]), 1e-3));
  return Object.fromEntries(expected.map(({ id, met, awaited }) => [id, (shape + met) / (shape + awaited)]));
}

/** How often each cause would occur by the shipped shares, in this many cases of those symptoms. */
function awaitedIn(seen: readonly SeenCase[]): Shares {
  const awaited: Record<string, number> = {};
  for (const { symptomId } of seen)
    for (const [id, weight] of Object.entries(symptomById(symptomId)!.weights))
      awaited[id] = (awaited[id] ?? 0) + weight;
  return awaited;
}
