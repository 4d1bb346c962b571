import { CAUSES, NONE_OF_THESE } from './causes.js';
import { evidenceById } from './evidence.js';
import type { Look, Probe, Swap } from './fault-check.js';
import type { Symptom } from './symptoms.js';

/** Every cause keeps this share, whatever speaks against it. Assumption. */
const FLOOR = 0.0003;
/** Evidence that comes together, such as a changeover and a new thread, says less than its parts by themselves. */
const TEMPER = 0.7;
/** Chance of a good seam once the fault is mended. Assumption. */
const GOOD_IF_MENDED = 0.97;

/** How likely each cause is: still there, or mended. All of them together are 1. */
export interface FaultBelief {
  readonly there: Readonly<Record<string, number>>;
  readonly mended: Readonly<Record<string, number>>;
}

/** What is known before anything is looked at: the number of an option by the id of its evidence. */
export type KnownEvidence = Readonly<Record<string, number>>;

/**
 * What is believed at the start: the symptom's shares, each times how much likelier the evidence is with its cause than
 * without, tempered. "None of these" keeps its share.
 *
 * @param shares of the causes; the symptom's own when left out
 */
export function beginBelief(
  symptom: Symptom,
  known: KnownEvidence,
  shares: Readonly<Record<string, number>> = symptom.weights,
): FaultBelief {
  const weights = CAUSES.map(({ id }) => {
    const share = Math.max(shares[id] ?? 0, FLOOR);
    return [id, id === NONE_OF_THESE ? share : share * likelihood(id, known)] as const;
  });
  const none = Math.max(shares[NONE_OF_THESE] ?? 0, FLOOR);
  const sum = weights.reduce((total, [id, weight]) => (id === NONE_OF_THESE ? total : total + weight), 0);
  const there = weights.map(([id, weight]) => [
    id,
    id === NONE_OF_THESE ? none : ((1 - none) * weight) / sum,
  ]);
  return { there: Object.fromEntries(there) as Record<string, number>, mended: {} };
}

/** How much likelier all that is known is with a cause than whatever the cause. */
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
 * After a look.
 *
 * @param found id of the cause that was found; null for nothing
 * @param sensitivity share of its usual sensitivity: below 1 for a second look, which misses much of what the first did
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
  if (found === null)
    return normalised({
      there: mapped(belief.there, (id, share) => share * (1 - finds(id)) * (1 - f)),
      mended: mapped(belief.mended, (_, share) => share * (1 - f)),
    });
  return normalised({
    there: mapped(belief.there, (id, share) => {
      if (id === found) return share * finds(id);
      const others = covered.length - (id in look.finds ? 1 : 0);
      return others === 0 ? 0 : (share * (1 - finds(id)) * f) / others;
    }),
    mended: mapped(belief.mended, (_, share) => (share * f) / covered.length),
  });
}

/** After a probe with an outcome. */
export function afterProbe(belief: FaultBelief, { base, given }: Probe, outcome: number): FaultBelief {
  return normalised({
    there: mapped(belief.there, (id, share) => share * (given[id]?.[outcome] ?? base[outcome]!)),
    mended: mapped(belief.mended, (_, share) => share * base[outcome]!),
  });
}

/** After something was changed that mends causes with some chance; a seam says whether it did. */
export function afterMending(belief: FaultBelief, mends: Swap['mends']): FaultBelief {
  const moved = mapped(belief.there, (id, share) => share * (mends[id] ?? 0));
  return {
    there: mapped(belief.there, (id, share) => share - moved[id]!),
    mended: mapped(belief.there, (id) => (belief.mended[id] ?? 0) + moved[id]!),
  };
}

/** After a test seam. @param quiet chance that it is good by luck while the fault is still there */
export function afterSeam(belief: FaultBelief, good: boolean, quiet: number): FaultBelief {
  const mended = good ? GOOD_IF_MENDED : 1 - GOOD_IF_MENDED;
  const there = good ? quiet : 1 - quiet;
  return normalised({
    there: mapped(belief.there, (_, share) => share * there),
    mended: mapped(belief.mended, (_, share) => share * mended),
  });
}

/** Chance that the fault is mended. */
export function mendedShare({ mended }: FaultBelief): number {
  return Object.values(mended).reduce((sum, share) => sum + share, 0);
}

/** Causes by how likely they are, there or mended, likeliest first. */
export function likeliest({
  there,
  mended,
}: FaultBelief): readonly { readonly id: string; readonly share: number }[] {
  return CAUSES.map(({ id }) => ({ id, share: (there[id] ?? 0) + (mended[id] ?? 0) })).sort(
    (a, b) => b.share - a.share,
  );
}

function normalised({ there, mended }: FaultBelief): FaultBelief {
  const sum =
    Object.values(there).reduce((total, share) => total + share, 0) + mendedShare({ there, mended });
  return {
    there: mapped(there, (_, share) => share / sum),
    mended: mapped(mended, (_, share) => share / sum),
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
