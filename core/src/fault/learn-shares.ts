import { findTop, lnGamma } from '../numeric/index.js';
import { requireNotNegative } from '../standing/index.js';
import { CAUSES } from './causes.js';
import { likeliest } from './fault-belief.js';
import { replayFault, type FaultCase } from './fault-case.js';
import { symptom as symptomById, type Symptom } from './symptoms.js';

/** So many findings weigh as much as the shares that are shipped, and as those of all classes. Assumptions. */
const SHIPPED_WEIGHT = 20;
const CLASS_WEIGHT = 60;
/** EM ends after so many rounds, or once no count moves by more than this. */
const MOST_ROUNDS = 25;
const SETTLED = 0.003;
/** Bounds of the shape that says how alike a shop’s causes are to the shipped ones: few cases lean it little. Assumption. */
const SHAPES = [2, 200] as const;

/** A case to learn from, on a machine of a class; null where nobody knows which. */
export interface LearnedCase extends FaultCase {
  readonly machineClass?: string | null;
}

type Shares = Readonly<Record<string, number>>;

/** How the shares are weighed; what is left out stands as it is used. */
export interface Learning {
  /** Cases that the shipped shares count like, 0 or more. */
  readonly shippedWeight?: number;
  /** Whether a cause that is common under one symptom is taken to be so under the others. */
  readonly leaning?: boolean;
}

/** A case as it counts: how likely each cause makes what was found, up to a factor. */
export interface SeenCase {
  readonly symptomId: string;
  readonly machineClass: string | null;
  readonly likely: Shares;
}

/** What a case says, whatever the shares: by what was found and known, each cause as likely as the next to begin with. */
export function seenCase({ machineClass = null, ...fault }: LearnedCase): SeenCase {
  const even = Object.fromEntries(CAUSES.map(({ id }) => [id, 1 / CAUSES.length]));
  const { belief } = replayFault(fault, even, undefined, false);
  const likely = Object.fromEntries(likeliest(belief).map(({ id, share }) => [id, share]));
  return { symptomId: fault.symptomId, machineClass, likely };
}

/**
 * Shares of the causes of a symptom on a class of machines, from the shop's own cases. What was found leaves several causes
 * possible, so each case counts for them as it makes them likely, and that again with the shares it led to (EM). A cause
 * that this shop meets more often than the shipped shares say leans the shares of every symptom it belongs to; cases of the
 * class count beside those of all. It learns slowly: after twenty cases they weigh as much as what is shipped.
 *
 * @param machineClass of the machine at hand; null counts all classes alike
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

/** How often each cause was met: in all, by symptom, and by symptom and class. */
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

  /** The most that any count differs. */
  movedFrom({ all }: Counts): number {
    return Math.max(...CAUSES.map(({ id }) => Math.abs((this.all[id] ?? 0) - (all[id] ?? 0))));
  }

  of(key: string): Record<string, number> {
    const found = this.by.get(key) ?? {};
    this.by.set(key, found);
    return found;
  }
}

/** Shipped shares as far as the shop leans, with its own cases of the symptom, and of the class, beside them. */
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
 * How much more often than expected each cause is met here, shrunk to 1: counts are taken to be Poisson about a mean that
 * varies by a gamma law, whose shape is the likeliest one for all causes together (empirical Bayes, as for rates of claims).
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

/** How often each cause would be met by the shipped shares, in so many cases of those symptoms. */
function awaitedIn(seen: readonly SeenCase[]): Shares {
  const awaited: Record<string, number> = {};
  for (const { symptomId } of seen)
    for (const [id, weight] of Object.entries(symptomById(symptomId)!.weights))
      awaited[id] = (awaited[id] ?? 0) + weight;
  return awaited;
}
