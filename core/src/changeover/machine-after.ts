import type { ChangeoverStep, NeedleName } from '../match/index.js';
import { replayTicks, type StepTick } from './changeover-log.js';

/** What hands leave on a machine, as far as it is kept. */
export interface MachineSetting {
  /** Null when no needle is logged in it. */
  readonly needle: NeedleName | null;
  readonly plateHoleMm: number;
  /** Tex the case is set for; null when nobody knows. */
  readonly caseSetForTex: number | null;
}

/** A tick of the needle's step says which needle went in. */
export interface NeedleTick extends StepTick {
  readonly needle?: NeedleName | null;
}

/**
 * The machine after a changeover's log, from how it stood before: steps that are done count, steps that are skipped,
 * open or taken back leave what was there.
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
