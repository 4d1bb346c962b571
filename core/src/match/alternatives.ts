import { COST_PARTS, type CostPart } from './needle-cost.js';
import type { NeedleCandidate } from './rank-needles.js';

/** Another needle, and the one thing it is worse at than the chosen one. */
export interface Alternative {
  readonly needle: NeedleCandidate;
  /** What it loses most by; null if it is worse at nothing. */
  readonly worseIn: CostPart | null;
}

/**
 * Three different alternatives: the nearest needle of another size, of another point in the same family, and of the
 * other point family, nearest first.
 */
export function nearestAlternatives(
  ranked: readonly NeedleCandidate[],
  chosen: NeedleCandidate,
): readonly Alternative[] {
  const ways: readonly ((other: NeedleCandidate) => boolean)[] = [
    (other) => other.size !== chosen.size && other.point === chosen.point,
    (other) => other.point !== chosen.point && other.point.family === chosen.point.family,
    (other) => other.point.family !== chosen.point.family,
  ];
  return ways
    .map((way) => ranked.findIndex(way))
    .filter((at) => at >= 0)
    .sort((a, b) => a - b)
    .map((at) => ranked[at]!)
    .map((needle) => ({ needle, worseIn: worstPart(needle, chosen) }));
}

/** The part in which one needle falls furthest behind another, or null if it is behind in none. */
export function worstPart(needle: NeedleCandidate, than: NeedleCandidate): CostPart | null {
  const [worst] = shortfalls(needle, than);
  return worst?.part ?? null;
}

/** Every part in which one needle is behind another, worst first. */
export function shortfalls(
  needle: NeedleCandidate,
  than: NeedleCandidate,
): readonly { readonly part: CostPart; readonly by: number }[] {
  return COST_PARTS.map((part) => ({ part, by: needle.parts[part] - than.parts[part] }))
    .filter(({ by }) => by > 1e-9)
    .sort((a, b) => b.by - a.by);
}
