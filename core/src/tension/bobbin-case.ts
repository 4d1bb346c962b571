import type { DropTest } from './seam-grade.js';

/** Something done to a bobbin case or seen of it, with the thread that was in it. */
export interface CaseReading {
  readonly tex: number;
  /** What the drop test said; null for a gauge or a turn of the screw alone. */
  readonly outcome: DropTest | null;
  /** Turns of the screw just before, tighter positive; 0 when it was left. */
  readonly screwTurns: number;
}

/** A bobbin case as its log leaves it. */
export interface BobbinCase {
  /** Tex it was last set for; null when nobody ever set it. */
  readonly setForTex: number | null;
  /** Turns of the screw since it was last set for another thread, tighter positive. */
  readonly screwTurns: number;
  /** The last drop test that the screw was not turned after; it speaks only for its own thread. */
  readonly drop: { readonly tex: number; readonly outcome: DropTest } | null;
}

/** A case that nothing was logged of. */
export const UNKNOWN_CASE: BobbinCase = { setForTex: null, screwTurns: 0, drop: null };

/**
 * The state of a case after one more reading. It is set for a thread when its screw is turned with it, or when the drop test
 * proves it: a case that only hung or fell in a test was not set for that thread.
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
 * The state of a case after everything that was logged of it.
 *
 * @param readings oldest first
 */
export function bobbinCase(readings: readonly CaseReading[]): BobbinCase {
  return readings.reduce(caseAfterReading, UNKNOWN_CASE);
}

/** What the drop test says of a thread in a case: nothing when it was made with another thread. */
export function dropFor({ drop }: BobbinCase, tex: number): DropTest | null {
  return drop !== null && Math.round(drop.tex) === Math.round(tex) ? drop.outcome : null;
}
