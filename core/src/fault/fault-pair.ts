import { NONE_OF_THESE } from './causes.js';

/** Two causes at once: both present, only one of them left, or both fixed. */
export interface FaultPair {
  readonly a: string;
  readonly b: string;
  readonly both: number;
  readonly onlyA: number;
  readonly onlyB: number;
  readonly none: number;
}

/** Pairs of causes, of those that are likely enough on their own. Assumptions. */
const PAIRED = 0.06;
const LEAST_SHARE = 0.015;

/**
 * Pairs of causes at the start, with the product of their shares and the mean of their evidence.
 *
 * @param shares before any evidence
 * @param evidence how much likelier what is known is with a cause than without
 */
export function beginPairs(
  shares: Readonly<Record<string, number>>,
  evidence: (causeId: string) => number,
): readonly FaultPair[] {
  const likely = Object.keys(shares).filter((id) => id !== NONE_OF_THESE && shares[id]! >= LEAST_SHARE);
  const drawn = likely.flatMap((a, i) =>
    likely.slice(i + 1).map((b) => ({ a, b, prior: shares[a]! * shares[b]! })),
  );
  const prior = drawn.reduce((sum, pair) => sum + pair.prior, 0);
  const factor = new Map(likely.map((id) => [id, evidence(id)]));
  // Scaled the same as the single causes are by it on average.
  const mean =
    likely.reduce((sum, id) => sum + shares[id]! * factor.get(id)!, 0) /
    likely.reduce((sum, id) => sum + shares[id]!, 0);
  return drawn.map(({ a, b, prior: weight }) => ({
    ...{ a, b, onlyA: 0, onlyB: 0, none: 0 },
    both: (PAIRED * (weight / prior) * ((factor.get(a)! + factor.get(b)!) / 2)) / mean,
  }));
}

export const shareOfPairs = (pairs: readonly FaultPair[]): number =>
  pairs.reduce((sum, { both, onlyA, onlyB, none }) => sum + both + onlyA + onlyB + none, 0);

export const scaledPairs = (pairs: readonly FaultPair[], by: number): readonly FaultPair[] =>
  pairs.map((pair) => weighedPair(pair, { both: by, a: by, b: by, none: by }));

/** A pair after something that its states make likely by different factors. */
export function weighedPair(
  pair: FaultPair,
  by: { readonly both: number; readonly a: number; readonly b: number; readonly none: number },
): FaultPair {
  return {
    a: pair.a,
    b: pair.b,
    both: pair.both * by.both,
    onlyA: pair.onlyA * by.a,
    onlyB: pair.onlyB * by.b,
    none: pair.none * by.none,
  };
}

/** A pair after something that fixes causes with some probability, independently of each other. */
export function mendedPair(pair: FaultPair, mends: Readonly<Record<string, number>>): FaultPair {
  const [a, b] = [mends[pair.a] ?? 0, mends[pair.b] ?? 0];
  return {
    a: pair.a,
    b: pair.b,
    both: pair.both * (1 - a) * (1 - b),
    onlyA: pair.onlyA * (1 - a) + pair.both * (1 - a) * b,
    onlyB: pair.onlyB * (1 - b) + pair.both * a * (1 - b),
    none: pair.none + pair.onlyA * a + pair.onlyB * b + pair.both * a * b,
  };
}
