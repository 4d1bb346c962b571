import type { ChangeoverStep, ChangeoverStepKind } from '../match/index.js';

/** `open` takes an earlier tick of the step back. */
export const TICK_OUTCOMES = ['done', 'skipped', 'open'] as const;
export type TickOutcome = (typeof TICK_OUTCOMES)[number];

/** What somebody said of a step of a changeover. */
export interface StepTick {
  readonly step: ChangeoverStepKind;
  readonly outcome: TickOutcome;
}

/** How far a changeover has come. */
export interface ChangeoverProgress<Tick extends StepTick> {
  /** The tick that stands, by step; a step that is open has none. */
  readonly standing: ReadonlyMap<ChangeoverStepKind, Tick>;
  /** First step that is open; null when none is left. */
  readonly next: ChangeoverStep | null;
  readonly skipped: readonly ChangeoverStepKind[];
  readonly open: number;
}

/**
 * How a changeover stands after all that was said of it: the last word on each step counts, whoever said it and whatever
 * was said before.
 *
 * @param ticks oldest first; of steps that are not among `steps` they say nothing
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
