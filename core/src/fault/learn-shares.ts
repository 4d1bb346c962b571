import { requireNotNegative } from '../standing/index.js';
import { CAUSES } from './causes.js';
import { likeliest } from './fault-belief.js';
import { replayFault, type FaultCase } from './fault-case.js';
import { symptom as symptomById, type Symptom } from './symptoms.js';

/** So many findings weigh as much as the shares that are shipped. Assumption. */
const SHIPPED_WEIGHT = 20;
const ROUNDS = 25;

/**
 * Shares of the causes of a symptom, from the shop's own cases. What was found leaves several causes possible, so each case
 * counts for them as it makes them likely, and that again with the shares it led to (EM). It learns slowly: after twenty
 * cases they weigh as much as what is shipped.
 *
 * @param cases with this symptom; others say nothing
 * @param shippedWeight cases that the shipped shares count like, 0 or more
 */
export function learnShares(
  { id, weights }: Symptom,
  cases: readonly FaultCase[],
  shippedWeight = SHIPPED_WEIGHT,
): Readonly<Record<string, number>> {
  requireNotNegative('shippedWeight', shippedWeight);
  const own = cases.filter(({ symptomId }) => symptomId === id).map(likelihoods);
  if (own.length === 0 || !symptomById(id)) return weights;
  let shares: Readonly<Record<string, number>> = weights;
  for (let round = 0; round < ROUNDS; round++) {
    const counted = Object.fromEntries(
      CAUSES.map((cause) => [cause.id, shippedWeight * (weights[cause.id] ?? 0)]),
    );
    for (const likely of own) {
      const sum = CAUSES.reduce(
        (total, cause) => total + (shares[cause.id] ?? 0) * (likely[cause.id] ?? 0),
        0,
      );
      if (sum === 0) continue;
      for (const cause of CAUSES)
        counted[cause.id]! += ((shares[cause.id] ?? 0) * (likely[cause.id] ?? 0)) / sum;
    }
    const all = Object.values(counted).reduce((total, count) => total + count, 0);
    shares = Object.fromEntries(Object.entries(counted).map(([cause, count]) => [cause, count / all]));
  }
  return shares;
}

/** How likely each cause makes what was found, up to a factor: what a case says without any share. */
function likelihoods(fault: FaultCase): Readonly<Record<string, number>> {
  const even = Object.fromEntries(CAUSES.map((cause) => [cause.id, 1 / CAUSES.length]));
  const { belief } = replayFault(fault, even);
  return Object.fromEntries(likeliest(belief).map(({ id, share }) => [id, share]));
}
