import type { ChangeoverStep, ChangeoverStepKind } from '../match/index.js';
import type { ValueId, Values } from '../reference/index.js';
import { requireNotNegative } from '../standing/index.js';
import { replayTicks, type StepTick } from './changeover-log.js';

/** The value that gives a step's minutes, and how many of its units the step has. */
const TIMED: Readonly<
  Partial<
    Record<
      ChangeoverStepKind,
      { readonly valueId: ValueId; readonly units: (step: ChangeoverStep) => number }
    >
  >
> = {
  wind: { valueId: 'changeover.wind', units: (step) => (step.do === 'wind' ? (step.bobbins ?? 1) : 1) },
  needle: { valueId: 'changeover.needle', units: () => 1 },
  plate: { valueId: 'changeover.plate', units: () => 1 },
  clearance: { valueId: 'changeover.clearance', units: () => 1 },
  bobbin: { valueId: 'changeover.bobbin', units: () => 1 },
  case: { valueId: 'changeover.case', units: () => 1 },
  'bobbin-screw': { valueId: 'changeover.bobbin-screw', units: () => 1 },
  thread: { valueId: 'changeover.thread', units: () => 1 },
  wrap: { valueId: 'changeover.wrap', units: (step) => (step.do === 'wrap' ? Math.abs(step.wraps) : 1) },
  top: { valueId: 'changeover.top', units: () => 1 },
  dial: { valueId: 'changeover.dial', units: () => 1 },
  foot: { valueId: 'changeover.foot', units: () => 1 },
  edge: { valueId: 'changeover.edge', units: () => 1 },
  test: { valueId: 'changeover.seam', units: (step) => (step.do === 'test' ? step.seams : 1) },
};

/** Minutes that one unit of a step really took. */
export interface TimedStep {
  readonly valueId: ValueId;
  readonly minutes: number;
}

/** A tick with its instant, in ms. */
export interface TimedTick extends StepTick {
  readonly atMs: number;
}

/**
 * Minutes of each completed step, from the previous tick to its own. Steps whose own time cannot be isolated give
 * none: steps without minutes of their own add theirs to the next, and a very long step was interrupted.
 *
 * @param ticks in any order
 */
export function timedSteps(
  begunAtMs: number,
  steps: readonly ChangeoverStep[],
  ticks: readonly TimedTick[],
  values: Values,
): readonly TimedStep[] {
  const longest = values['changeover.longest-step'].value;
  const inOrder = [...replayTicks(steps, ticks).standing.values()].sort((a, b) => a.atMs - b.atMs);
  const timed: TimedStep[] = [];
  let since = begunAtMs;
  for (const { step: kind, outcome, atMs } of inOrder) {
    const step = steps.find((one) => one.do === kind)!;
    const own = TIMED[kind];
    // Steps ticked in one go cannot be told apart.
    const alone = inOrder.filter((one) => one.atMs === atMs).length === 1;
    if (outcome === 'done' && own && alone) {
      const minutes = (atMs - since) / 60_000;
      if (minutes > 0 && minutes <= longest)
        timed.push({ valueId: own.valueId, minutes: minutes / own.units(step) });
    }
    if (own || outcome === 'skipped') since = atMs;
  }
  return timed;
}

/** What the shop's own log says about a step. */
export interface StepTiming {
  readonly valueId: ValueId;
  readonly count: number;
  readonly meanMinutes: number;
  /** Standard deviation; null for fewer than two timings. */
  readonly sdMinutes: number | null;
}

/**
 * The shop's values with step minutes drawn towards what was timed: the default counts as a few timings, so that a
 * single quick one does not decide. A value the shop has set itself stays.
 *
 * @throws OutOfRange for a count below 0
 */
export function trustTimings(values: Values, timings: readonly StepTiming[]): Values {
  const trust = values['changeover.timings-to-trust'].value;
  const learned = timings.flatMap(({ valueId, count, meanMinutes }) => {
    const { value, standing } = values[valueId];
    if (standing !== 'assumption' || requireNotNegative('count', count) === 0) return [];
    const minutes = (trust * value + count * meanMinutes) / (trust + count);
    const times = count === 1 ? 'once' : `${count} times`;
    return [
      [valueId, { value: minutes, standing: 'measured', source: `timed ${times} in changeovers` }] as const,
    ];
  });
  return { ...values, ...Object.fromEntries(learned) };
}

/** Standard deviation of a step that was not timed at least twice, as a share of its minutes. Assumption. */
const UNTIMED_SPREAD = 0.4;

/**
 * Standard deviation of a changeover's minutes, assuming independent steps; null if no step was timed twice in this
 * shop.
 */
export function spreadOfSteps(
  steps: readonly ChangeoverStep[],
  timings: readonly Pick<StepTiming, 'valueId' | 'sdMinutes'>[],
): number | null {
  const spread = new Map(timings.map(({ valueId, sdMinutes }) => [valueId, sdMinutes]));
  let [variance, known] = [0, false];
  for (const step of steps) {
    const own = TIMED[step.do];
    const sd = own ? (spread.get(own.valueId) ?? null) : null;
    known ||= sd !== null;
    variance += sd === null ? (UNTIMED_SPREAD * step.minutes) ** 2 : own!.units(step) * sd ** 2;
  }
  return known ? Math.sqrt(variance) : null;
}
