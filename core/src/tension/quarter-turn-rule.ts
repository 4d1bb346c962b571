import { requirePositive } from '../standing/index.js';
import { handStepTurns, type WorkWeight } from './hand-step.js';
import { directionAfter } from './seam-grade.js';
import type { TestSeam } from './test-seam.js';
import { roundTurns, TURN_GRAIN } from './turns.js';

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

type NextSeamReason = 'prove' | 'too-loose' | 'too-tight' | 'between-two-faults';

/** Everything the manual rule looks at. */
interface NextSeamContext {
  readonly seams: readonly TestSeam[];
  readonly weight: WorkWeight;
  /** Turns from fully off to fully in. */
  readonly travelTurns: number;
}

/**
 * The manual rule that the demo's history was sewn by: a step by the size of the fault and the weight of the work,
 * halved between two settings that failed in opposite ways, until two consecutive seams are balanced at one setting.
 * Common practice, except for the halving (bisection), which keeps it from stepping back onto a setting already known
 * to be bad.
 *
 * Before any step it deals with what is not the top knob: pucker with a balanced knot (bobbin first), a bobbin that
 * falls or hangs in the drop test, and a first report of loops, which is usually threading.
 *
 * @returns null if no seam has been sewn
 */
export function quarterTurnRule({ seams, weight, travelTurns }: NextSeamContext): NextSeamAdvice | null {
  requirePositive('travelTurns', travelTurns);
  const last = seams.at(-1);
  if (!last) return null;
  const notTheKnob = lookBeforeTheKnob(seams, last);
  if (notTheKnob) return notTheKnob;
  if (last.grade === 'balanced') return proveOrStop(seams, last);
  return step(seams, last, handStepTurns(weight, last.grade), travelTurns);
}

function lookBeforeTheKnob(seams: readonly TestSeam[], last: TestSeam): NextSeamAdvice | null {
  const { turns } = last;
  if (last.bobbinDrop === 'falls') return { do: 'bobbin', turns, because: 'bobbin-falls' };
  if (last.bobbinDrop === 'hangs') return { do: 'bobbin', turns, because: 'bobbin-hangs' };
  if (last.grade === 'balanced' && last.bothTight) return { do: 'bobbin', turns, because: 'both-tight' };
  const firstLoops =
    last.grade === 'loops-below' && seams.filter((s) => s.grade === 'loops-below').length === 1;
  return firstLoops ? { do: 'check-threading', turns, because: 'loops' } : null;
}

function proveOrStop(seams: readonly TestSeam[], last: TestSeam): NextSeamAdvice {
  const before = seams.at(-2);
  const twice = before?.grade === 'balanced' && !before.bothTight && sameSetting(before.turns, last.turns);
  return twice
    ? { do: 'stop', turns: last.turns, because: 'balanced-twice' }
    : { do: 'sew', turns: last.turns, move: 0, because: 'prove' };
}

function step(
  seams: readonly TestSeam[],
  last: TestSeam,
  stepTurns: number,
  travelTurns: number,
): NextSeamAdvice {
  const direction = directionAfter(last.grade);
  const { looseTurns, tightTurns } = knownFaults(seams);
  if (tightTurns - looseTurns <= TURN_GRAIN) {
    return { do: 'look-elsewhere', turns: last.turns, because: 'window-too-narrow' };
  }
  const wanted = direction > 0 ? looseTurns + stepTurns : tightTurns - stepTurns;
  if (direction > 0 ? wanted >= tightTurns : wanted <= looseTurns) {
    return sewAt(roundTurns((looseTurns + tightTurns) / 2), last, 'between-two-faults');
  }
  const turns = Math.min(travelTurns, Math.max(0, roundTurns(wanted)));
  if (Math.abs(turns - last.turns) < TURN_GRAIN) {
    return { do: 'look-elsewhere', turns: last.turns, because: 'out-of-travel' };
  }
  return sewAt(turns, last, direction > 0 ? 'too-loose' : 'too-tight');
}

function sewAt(turns: number, last: TestSeam, because: NextSeamReason): NextSeamAdvice {
  return { do: 'sew', turns, move: turns - last.turns, because };
}

/**
 * Tightest setting known to be too loose and loosest known to be too tight; infinite if not known. A later seam that
 * contradicts an earlier one replaces it.
 */
function knownFaults(seams: readonly TestSeam[]) {
  let looseTurns = -Infinity;
  let tightTurns = Infinity;
  for (const { grade, turns } of seams) {
    const direction = directionAfter(grade);
    if (direction > 0) {
      looseTurns = Math.max(looseTurns, turns);
      if (tightTurns <= turns) tightTurns = Infinity;
    } else if (direction < 0) {
      tightTurns = Math.min(tightTurns, turns);
      if (looseTurns >= turns) looseTurns = -Infinity;
    }
  }
  return { looseTurns, tightTurns };
}

const sameSetting = (a: number, b: number): boolean => Math.abs(a - b) < TURN_GRAIN / 2;
