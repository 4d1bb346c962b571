import { evidenceById } from './evidence.js';
import type { KnownEvidence } from './fault-belief.js';
import { faultCheck } from './fault-checks.js';

/** Something known that speaks for the subject of a check. */
export interface SpeakingEvidence {
  readonly id: string;
  /** Number of the known option. */
  readonly option: number;
}

/** Evidence must make the causes this much likelier to be named as a reason. */
const SPEAKS_FROM = 1.3;

/**
 * The known evidence that speaks most for the causes of a check or repair; null if nothing speaks for them much.
 *
 * @param there remaining probability of each cause
 * @param id of a check, or of a cause to repair
 */
export function strongestEvidence(
  known: KnownEvidence,
  there: Readonly<Record<string, number>>,
  id: string,
): SpeakingEvidence | null {
  const about = causesOf(id).filter((causeId) => (there[causeId] ?? 0) > 0);
  const all = about.reduce((sum, causeId) => sum + there[causeId]!, 0);
  let best: (SpeakingEvidence & { readonly by: number }) | null = null;
  for (const [evidenceId, option] of Object.entries(known)) {
    const evidence = evidenceById(evidenceId);
    const base = evidence?.base[option];
    if (!evidence || base === undefined || all === 0) continue;
    const given = about.reduce(
      (sum, causeId) => sum + there[causeId]! * (evidence.given[causeId]?.[option] ?? base),
      0,
    );
    const by = given / all / base;
    if (by > (best?.by ?? SPEAKS_FROM)) best = { id: evidenceId, option, by };
  }
  return best && { id: best.id, option: best.option };
}

function causesOf(id: string): readonly string[] {
  const check = faultCheck(id);
  if (!check) return [id];
  if (check.kind === 'probe') return [];
  return Object.keys(check.kind === 'swap' ? check.mends : check.finds);
}
