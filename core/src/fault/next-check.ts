import { causeById, NONE_OF_THESE, type Hands } from './causes.js';
import { ifProbed, stillThere } from './fault-belief.js';
import { openingMinutes, replayFault, type FaultCase, type FaultState } from './fault-case.js';
import type { Probe } from './fault-check.js';
import { FAULT_CHECKS, SPECIALIST } from './fault-checks.js';
import type { FaultTimes } from './fault-times.js';
import { canMake, costToFinish, doables, sharesThere, type Doable } from './finish-cost.js';

/** A possible next action. */
export interface NextStep {
  readonly do: 'check' | 'repair' | 'specialist';
  /** Of the check, or of the cause to repair. */
  readonly id: string;
  /** Probability that it ends the fault; 0 for a probe, which only separates causes. */
  readonly chance: number;
  /** Minutes it takes including its test seam. */
  readonly minutes: number;
  readonly who: Hands;
}

/** The suggestions, best first, and the state of the case. */
export interface FaultAdvice {
  readonly state: FaultState;
  readonly steps: readonly NextStep[];
}

/** How a fault is traced, beyond what was found. */
export interface FaultWays {
  /** Causes that were found and are left as they are, because somebody decided so. */
  readonly left?: readonly string[];
}

const LEAST_CHANCE = 1e-4;
/** What was found and takes no longer is put right before anything else is looked for. Assumption. */
export const PUT_RIGHT_WITHIN_MIN = 20;
/** A swap puts a cause right if it ends it at least this often. Assumption. */
const ENDS_IT = 0.9;
/** A probe goes first only if it saves more than this, in minutes and as a share. */
const PROBE_SAVES = { minutes: 0.4, share: 0.03 } as const;
/** Symptoms after which the wheel is turned by hand before power goes back on. Common practice. */
const BY_HAND_FIRST: readonly string[] = ['ndlBreaks', 'ndlBends'];

/**
 * What to do next: the highest probability of ending the fault per minute, and a question first where it saves
 * minutes. Some things come first whatever the minutes: after a strike a new needle goes in; what a hand felt or an eye
 * saw is put right, since a burr left in is a fault tomorrow; and where needles break the wheel is turned by hand.
 *
 * For independent checks on a single fault, least minutes per probability first is optimal (Mitten 1960; Kadane and
 * Simon 1977; from memory).
 *
 * @param shares of the causes; the symptom's own by default
 * @param times the shop's own; the shipped ones by default
 * @param ways what was found and is left as it is
 */
export function nextChecks(
  fault: FaultCase,
  shares?: Readonly<Record<string, number>>,
  times?: FaultTimes,
  { left = [] }: FaultWays = {},
): FaultAdvice {
  const state = replayFault(fault, shares, times);
  const { symptomId, evidence } = fault;
  const ordered = byIndex(state, symptomId);
  const probe = bestProbe(state, symptomId);
  const steps = probe ? [probe, ...ordered] : ordered;
  const named = (...ids: readonly string[]) => ids.flatMap((id) => stepOf(id, state, symptomId, steps));
  const first = [
    ...(evidence['strike'] === 1 ? named('newNeedle') : []),
    ...putRight(state, symptomId, left),
    ...(BY_HAND_FIRST.includes(symptomId) ? named('handTurn') : []),
  ];
  const rest = steps.filter(({ id }) => !first.some((one) => one.id === id));
  const isLeft = (step: NextStep): boolean => step.do === 'repair' && left.includes(step.id);
  const last = rest.filter(isLeft);
  return { state, steps: [...first, ...rest.filter((step) => !isLeft(step)), ...last] };
}

/** Repairs of what was found, the latest first; where a swap does the same sooner, the swap. */
function putRight(state: FaultState, symptomId: string, left: readonly string[]): readonly NextStep[] {
  const shares = sharesThere(stillThere(state.belief));
  const total = shares.reduce((sum, share) => sum + share, 0);
  const options = doables(state, symptomId);
  const found = state.unlocked.filter((id) => !left.includes(id)).reverse();
  const steps = found.flatMap((causeId) => {
    const ways = options
      .filter((one) => one.causeId === causeId || endsBySwap(one, causeId))
      .map((one) => ratedStep(one, shares, total))
      .sort((a, b) => a.minutes - b.minutes);
    const [best] = ways;
    return best && (state.times.repairs[causeId] ?? Infinity) <= PUT_RIGHT_WITHIN_MIN ? [best] : [];
  });
  return steps.filter((step, i) => steps.findIndex(({ id }) => id === step.id) === i);
}

const endsBySwap = ({ check }: Doable, causeId: string): boolean =>
  check?.kind === 'swap' && (check.mends[causeId] ?? 0) >= ENDS_IT;

function ratedStep({ check, causeId, effort }: Doable, shares: readonly number[], total: number): NextStep {
  const { chance, minutes } = effort(shares, total);
  if (check) return { do: 'check', id: check.id, chance, minutes, who: check.who };
  return { do: 'repair', id: causeId!, chance, minutes, who: causeById(causeId!)!.repair.who };
}

/** A check as a step, if it can still be made. */
function stepOf(
  id: string,
  state: FaultState,
  symptomId: string,
  steps: readonly NextStep[],
): readonly NextStep[] {
  const rated = steps.find((step) => step.id === id);
  if (rated) return [rated];
  const check = FAULT_CHECKS.find((one) => one.id === id);
  if (check?.kind !== 'probe' || !canMake(check, state, symptomId)) return [];
  return [probeStep(check, state)];
}

/** Everything but probes, by probability per minute. */
function byIndex(state: FaultState, symptomId: string): readonly NextStep[] {
  const shares = sharesThere(stillThere(state.belief));
  const total = shares.reduce((sum, share) => sum + share, 0);
  const steps = doables(state, symptomId).map((doable) => ratedStep(doable, shares, total));
  const specialist: NextStep = {
    ...{ do: 'specialist', id: NONE_OF_THESE, who: 'specialist' },
    ...{ chance: SPECIALIST.success, minutes: state.times.specialist },
  };
  return [...steps, specialist]
    .filter(({ chance }) => chance > LEAST_CHANCE)
    .sort((a, b) => b.chance / b.minutes - a.chance / a.minutes);
}

/** The probe that saves most, if one saves enough; its minutes are its own. */
function bestProbe(state: FaultState, symptomId: string): NextStep | null {
  const options = doables(state, symptomId);
  const finish = costToFinish(sharesThere(stillThere(state.belief)), options, state.times);
  const enough = Math.max(PROBE_SAVES.minutes, PROBE_SAVES.share * finish);
  let best: { readonly probe: Probe; readonly saves: number } | null = null;
  for (const check of FAULT_CHECKS) {
    if (check.kind !== 'probe' || !canMake(check, state, symptomId)) continue;
    const saves = finish - costWith(check, state, options);
    if (saves > enough && (best === null || saves > best.saves)) best = { probe: check, saves };
  }
  return best && probeStep(best.probe, state);
}

/** Minutes of a probe and of finishing after it. */
function costWith(probe: Probe, state: FaultState, options: readonly Doable[]): number {
  return probe.outcomes.reduce(
    (cost, _, outcome) => {
      const { chance, there } = ifProbed(state.belief, probe, outcome);
      return chance < LEAST_CHANCE
        ? cost
        : cost + chance * costToFinish(sharesThere(there), options, state.times);
    },
    state.times.checks[probe.id]! + openingMinutes(state, probe.needs),
  );
}

function probeStep({ id, who, needs }: Probe, state: FaultState): NextStep {
  const minutes = state.times.checks[id]! + openingMinutes(state, needs);
  return { do: 'check', id, chance: 0, minutes, who };
}
