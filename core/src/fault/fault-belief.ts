import { CAUSES, NONE_OF_THESE } from './causes.js';
import { evidenceById } from './evidence.js';
import type { Look, Probe, Swap } from './fault-check.js';
import {
  beginPairs,
  mendedPair,
  scaledPairs,
  shareOfPairs,
  weighedPair,
  type FaultPair,
} from './fault-pair.js';
import type { Symptom } from './symptoms.js';

/** Every cause keeps at least this share, whatever speaks against it. Assumption. */
const FLOOR = 0.0003;
/** Evidence that comes together, such as a changeover and a new thread, says less than the sum of its parts. */
const TEMPER = 0.7;
/** Probability of a good seam once the fault is fixed. Assumption. */
const GOOD_IF_MENDED = 0.97;

/** Probability of each single cause, present or fixed, and of pairs of causes. They add up to 1. */
export interface FaultBelief {
  readonly there: Readonly<Record<string, number>>;
  readonly mended: Readonly<Record<string, number>>;
  readonly pairs: readonly FaultPair[];
}

/** What is known before anything is inspected: option numbers by evidence id. */
export type KnownEvidence = Readonly<Record<string, number>>;

/**
 * The belief at the start: the symptom's shares, each multiplied by the tempered likelihood ratio of the evidence.
 * "None of these" keeps its share.
 *
 * @param shares of the causes; the symptom's own by default
 * @param paired whether two causes may be present at once
 */
export function beginBelief(
  symptom: Symptom,
  known: KnownEvidence,
  shares: Readonly<Record<string, number>> = symptom.weights,
  paired = true,
): FaultBelief {
  const weights = CAUSES.map(({ id }) => {
    const share = Math.max(shares[id] ?? 0, FLOOR);
    return [id, id === NONE_OF_THESE ? share : share * likelihood(id, known)] as const;
  });
  const none = Math.max(shares[NONE_OF_THESE] ?? 0, FLOOR);
  const pairs = paired ? beginPairs(shares, (id) => likelihood(id, known)) : [];
  const alone = (1 - none) * (1 - shareOfPairs(pairs));
  const sum = weights.reduce((total, [id, weight]) => (id === NONE_OF_THESE ? total : total + weight), 0);
  const there = weights.map(([id, weight]) => [id, id === NONE_OF_THESE ? none : (alone * weight) / sum]);
  const scaled = scaledPairs(pairs, 1 - none);
  return { there: Object.fromEntries(there) as Record<string, number>, mended: {}, pairs: scaled };
}

/** How much more likely the evidence is with a cause than in general. */
function likelihood(causeId: string, known: KnownEvidence): number {
  return Object.entries(known).reduce((product, [id, option]) => {
    const evidence = evidenceById(id);
    const base = evidence?.base[option];
    if (!evidence || base === undefined) return product;
    const given = evidence.given[causeId]?.[option] ?? base;
    return product * (given / base) ** TEMPER;
  }, 1);
}

/**
 * The belief after an inspection.
 *
 * @param found id of the cause that was found; null for nothing
 * @param sensitivity share of its usual sensitivity: below 1 for a repeat, which misses much of what the first one
 * missed
 */
export function afterLook(
  belief: FaultBelief,
  look: Look,
  found: string | null,
  sensitivity = 1,
): FaultBelief {
  const covered = Object.keys(look.finds);
  const f = look.falseAlarm;
  const finds = (id: string): number => (look.finds[id] ?? 0) * sensitivity;
  const missed = (id: string): number => {
    if (found === null) return (1 - finds(id)) * (1 - f);
    const others = covered.length - (id in look.finds ? 1 : 0);
    return others === 0 ? 0 : ((1 - finds(id)) * f) / others;
  };
  const seen = (id: string): number => (id === found ? finds(id) : missed(id));
  const nothing = found === null ? 1 - f : f / covered.length;
  return normalised({
    there: mapped(belief.there, (id, share) => share * seen(id)),
    mended: mapped(belief.mended, (_, share) => share * nothing),
    pairs: belief.pairs.map((pair) =>
      weighedPair(pair, {
        // With both present, either may be found, or neither.
        both: found === null ? (1 - finds(pair.a)) * missed(pair.b) : Math.max(seen(pair.a), seen(pair.b)),
        a: seen(pair.a),
        b: seen(pair.b),
        none: nothing,
      }),
    ),
  });
}

/** The belief after a probe with a given outcome. */
export function afterProbe(belief: FaultBelief, { base, given }: Probe, outcome: number): FaultBelief {
  const none = base[outcome]!;
  const seen = (id: string): number => given[id]?.[outcome] ?? none;
  return normalised({
    there: mapped(belief.there, (id, share) => share * seen(id)),
    mended: mapped(belief.mended, (_, share) => share * none),
    pairs: belief.pairs.map((pair) =>
      weighedPair(pair, {
        both: (seen(pair.a) + seen(pair.b)) / 2,
        a: seen(pair.a),
        b: seen(pair.b),
        none,
      }),
    ),
  });
}

/** Probability of a probe's outcome, and the share of each cause that remains after it, in one pass. */
export function ifProbed(
  { there, mended, pairs }: FaultBelief,
  { base, given }: Probe,
  outcome: number,
): { readonly chance: number; readonly there: Readonly<Record<string, number>> } {
  const none = base[outcome]!;
  const seen: Record<string, number> = {};
  const after: Record<string, number> = {};
  let chance = 0;
  for (const id of Object.keys(there)) {
    seen[id] = given[id]?.[outcome] ?? none;
    after[id] = there[id]! * seen[id];
    chance += after[id];
  }
  for (const id of Object.keys(mended)) chance += mended[id]! * none;
  for (const pair of pairs) {
    const [a, b] = [seen[pair.a]!, seen[pair.b]!];
    const both = (pair.both * (a + b)) / 2;
    const [onlyA, onlyB] = [pair.onlyA * a, pair.onlyB * b];
    after[pair.a]! += onlyA + both / 2;
    after[pair.b]! += onlyB + both / 2;
    chance += both + onlyA + onlyB + pair.none * none;
  }
  if (chance > 0) for (const id of Object.keys(after)) after[id]! /= chance;
  return { chance, there: after };
}

/** The belief after a change that fixes causes with some probability; a seam shows whether it did. */
export function afterMending(belief: FaultBelief, mends: Swap['mends']): FaultBelief {
  const moved = mapped(belief.there, (id, share) => share * (mends[id] ?? 0));
  return {
    there: mapped(belief.there, (id, share) => share - moved[id]!),
    mended: mapped(belief.there, (id) => (belief.mended[id] ?? 0) + moved[id]!),
    pairs: belief.pairs.map((pair) => mendedPair(pair, mends)),
  };
}

/** The belief after a test seam. @param quiet probability that it is good by luck while the fault is still there */
export function afterSeam(belief: FaultBelief, good: boolean, quiet: number): FaultBelief {
  const mended = good ? GOOD_IF_MENDED : 1 - GOOD_IF_MENDED;
  const there = good ? quiet : 1 - quiet;
  return normalised({
    there: mapped(belief.there, (_, share) => share * there),
    mended: mapped(belief.mended, (_, share) => share * mended),
    pairs: belief.pairs.map((pair) => weighedPair(pair, { both: there, a: there, b: there, none: mended })),
  });
}

/** Probability that the fault is fixed, both causes if there are two. */
export function mendedShare({ mended, pairs }: FaultBelief): number {
  const one = Object.values(mended).reduce((sum, share) => sum + share, 0);
  return pairs.reduce((sum, { none }) => sum + none, one);
}

/** Remaining probability of each cause; for pairs, half of it each. */
export function stillThere({ there, pairs }: FaultBelief): Readonly<Record<string, number>> {
  const shares: Record<string, number> = { ...there };
  for (const { a, b, both, onlyA, onlyB } of pairs) {
    shares[a] = (shares[a] ?? 0) + onlyA + both / 2;
    shares[b] = (shares[b] ?? 0) + onlyB + both / 2;
  }
  return shares;
}

/** Causes by the probability of being the cause or one of two, present or fixed, most likely first. */
export function likeliest({
  there,
  mended,
  pairs,
}: FaultBelief): readonly { readonly id: string; readonly share: number }[] {
  const all: Record<string, number> = {};
  for (const { id } of CAUSES) all[id] = (there[id] ?? 0) + (mended[id] ?? 0);
  for (const pair of pairs) {
    const share = shareOfPairs([pair]);
    all[pair.a] = all[pair.a]! + share;
    all[pair.b] = all[pair.b]! + share;
  }
  return CAUSES.map(({ id }) => ({ id, share: all[id]! })).sort((a, b) => b.share - a.share);
}

function normalised({ there, mended, pairs }: FaultBelief): FaultBelief {
  const one =
    Object.values(there).reduce((total, share) => total + share, 0) +
    Object.values(mended).reduce((total, share) => total + share, 0);
  const sum = one + shareOfPairs(pairs);
  return {
    there: mapped(there, (_, share) => share / sum),
    mended: mapped(mended, (_, share) => share / sum),
    pairs: scaledPairs(pairs, 1 / sum),
  };
}

function mapped(
  shares: Readonly<Record<string, number>>,
  change: (id: string, share: number) => number,
): Readonly<Record<string, number>> {
  const changed: Record<string, number> = {};
  for (const id of Object.keys(shares)) changed[id] = change(id, shares[id]!);
  return changed;
}
