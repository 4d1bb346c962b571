import type { DropTest } from './seam-grade.js';

/** A reading of or change to a bobbin case, with the thread that was in it. */
export interface CaseReading {
  readonly tex: number;
  /** The drop test's result; null for a gauge or a turn of the screw alone. */
  readonly outcome: DropTest | null;
  /** Turns of the screw just before, tighter positive; 0 if it was left. */
  readonly screwTurns: number;
}

/** A bobbin case in the state its log leaves it in. */
export interface BobbinCase {
  /** Tex it was last set for; null if it never was. */
  readonly setForTex: number | null;
  /** Turns of the screw since it was last set for another thread, tighter positive. */
  readonly screwTurns: number;
  /** The last drop test, unless the screw was turned afterwards; it counts only for its own thread. */
  readonly drop: { readonly tex: number; readonly outcome: DropTest } | null;
}

/** A case with an empty log. */
export const UNKNOWN_CASE: BobbinCase = { setForTex: null, screwTurns: 0, drop: null };

/**
 * The state of a case after one more reading. It is set for a thread when its screw is turned with it, or when the
 * drop test proves it: a case that only hung or fell in a test was not set for that thread.
 */
export function caseAfterReading(state: BobbinCase, { tex, outcome, screwTurns }: CaseReading): BobbinCase {
  const sets = screwTurns !== 0 || outcome === 'creeps';
  const sameThread = state.setForTex === tex;
  return {
    setForTex: sets ? tex : state.setForTex,
    screwTurns: sets && !sameThread ? screwTurns : state.screwTurns + screwTurns,
    drop: outcome !== null ? { tex, outcome } : screwTurns !== 0 ? null : state.drop,
  };
}

/**
 * The state of a case after its whole log.
 *
 * @param readings oldest first
 */
export function bobbinCase(readings: readonly CaseReading[]): BobbinCase {
  return readings.reduce(caseAfterReading, UNKNOWN_CASE);
}

/** What the drop test says about a thread in a case: nothing if it was made with another thread. */
export function dropFor({ drop }: BobbinCase, tex: number): DropTest | null {
  return drop !== null && Math.round(drop.tex) === Math.round(tex) ? drop.outcome : null;
}
