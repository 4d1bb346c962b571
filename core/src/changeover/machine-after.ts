import type { ChangeoverStep, NeedleName } from '../match/index.js';
import { replayTicks, type StepTick } from './changeover-log.js';

/** The state a machine is left in, as far as it is recorded. */
export interface MachineSetting {
  /** Null when no needle is logged in it. */
  readonly needle: NeedleName | null;
  readonly plateHoleMm: number;
  /** Tex the case is set for; null if nobody knows. */
  readonly caseSetForTex: number | null;
}

/** A tick of the needle step names the needle that went in. */
export interface NeedleTick extends StepTick {
  readonly needle?: NeedleName | null;
}

/**
 * The machine after a changeover, starting from its earlier state: completed steps count; skipped, open or withdrawn
 * ones leave things as they were.
 *
 * @param tex of the thread it is changed over to
 */
export function machineAfter(
  before: MachineSetting,
  steps: readonly ChangeoverStep[],
  ticks: readonly NeedleTick[],
  tex: number,
): MachineSetting {
  const { standing } = replayTicks(steps, ticks);
  return steps.reduce((machine, step) => {
    const tick = standing.get(step.do);
    if (tick?.outcome !== 'done') return machine;
    if (step.do === 'needle') return { ...machine, needle: tick.needle ?? step.needle };
    if (step.do === 'plate') return { ...machine, plateHoleMm: step.toMm };
    if (step.do === 'case') return { ...machine, caseSetForTex: step.setForTex };
    return step.do === 'bobbin-screw' ? { ...machine, caseSetForTex: tex } : machine;
  }, before);
}
