import type { WorkWeight } from './hand-step.js';
import type { DropTest, SeamGrade } from './seam-grade.js';

/** A test seam as logged, oldest first in every list. */
export interface TestSeam {
  /** Top knob, turns from fully off. */
  readonly turns: number;
  readonly grade: SeamGrade;
  /** Pucker or a broken thread although the lock looked right: both tensions too tight. */
  readonly bothTight: boolean;
  readonly bobbinDrop: DropTest | null;
}

/** What to do next. `turns` is where the knob goes. */
export type NextSeamAdvice =
  | { readonly do: 'sew'; readonly turns: number; readonly move: number; readonly because: NextSeamReason }
  | { readonly do: 'stop'; readonly turns: number; readonly because: 'balanced-twice' }
  | {
      readonly do: 'bobbin';
      readonly turns: number;
      readonly because: 'both-tight' | 'bobbin-falls' | 'bobbin-hangs';
    }
  | { readonly do: 'check-threading'; readonly turns: number; readonly because: 'loops' }
  | {
      readonly do: 'look-elsewhere';
      readonly turns: number;
      readonly because: 'window-too-narrow' | 'out-of-travel';
    };

export type NextSeamReason = 'prove' | 'too-loose' | 'too-tight' | 'between-two-faults';

/** Everything a rule for the next test seam may look at. */
export interface NextSeamContext {
  readonly seams: readonly TestSeam[];
  readonly weight: WorkWeight;
  /** Turns from fully off to fully in. */
  readonly travelTurns: number;
}

/**
 * A rule that answers what to do after the seams so far. The quarter-turn rule is one; a rule that weighs what each
 * seam could teach takes the same place.
 */
export type NextSeamRule = (context: NextSeamContext) => NextSeamAdvice | null;
