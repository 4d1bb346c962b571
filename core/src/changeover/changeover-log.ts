import type { ChangeoverStep, ChangeoverStepKind } from '../match/index.js';

/** `open` withdraws an earlier tick of the step. */
export const TICK_OUTCOMES = ['done', 'skipped', 'open'] as const;
export type TickOutcome = (typeof TICK_OUTCOMES)[number];

/** A report on one step of a changeover. */
export interface StepTick {
  readonly step: ChangeoverStepKind;
  readonly outcome: TickOutcome;
}

/** Progress of a changeover. */
export interface ChangeoverProgress<Tick extends StepTick> {
  /** The valid tick of each step; an open step has none. */
  readonly standing: ReadonlyMap<ChangeoverStepKind, Tick>;
  /** First open step; null when none is left. */
  readonly next: ChangeoverStep | null;
  readonly skipped: readonly ChangeoverStepKind[];
  readonly open: number;
}

/**
 * The state of a changeover after all its ticks: the last one for each step counts, whoever made it.
 *
 * @param ticks oldest first; those for steps not among `steps` are ignored
 */
export function replayTicks<Tick extends StepTick>(
  steps: readonly ChangeoverStep[],
  ticks: readonly Tick[],
): ChangeoverProgress<Tick> {
  const last = new Map<ChangeoverStepKind, Tick>(ticks.map((tick) => [tick.step, tick]));
  const standing = new Map<ChangeoverStepKind, Tick>();
  for (const step of steps) {
    const tick = last.get(step.do);
    if (tick && tick.outcome !== 'open') standing.set(step.do, tick);
  }
  const open = steps.filter((step) => !standing.has(step.do));
  return {
    standing,
    next: open[0] ?? null,
    skipped: [...standing].flatMap(([step, { outcome }]) => (outcome === 'skipped' ? [step] : [])),
    open: open.length,
  };
}
