import { causeById, NONE_OF_THESE } from './causes.js';
import {
  afterLook,
  afterMending,
  afterProbe,
  afterSeam,
  beginBelief,
  mendedShare,
  type FaultBelief,
  type KnownEvidence,
} from './fault-belief.js';
import { faultCheck, SPECIALIST } from './fault-checks.js';
import { SHIPPED_TIMES, type FaultTimes } from './fault-times.js';
import { symptom as symptomById } from './symptoms.js';

/** What was done and seen, in order. */
export type FaultFinding =
  /** An inspection with the cause it found; null for nothing. */
  | { readonly did: 'look'; readonly checkId: string; readonly found: string | null }
  | { readonly did: 'probe'; readonly checkId: string; readonly outcome: number }
  /** A swap or repair, with the results of the test seams after it. */
  | { readonly did: 'swap'; readonly checkId: string; readonly seams: readonly boolean[] }
  | { readonly did: 'repair'; readonly causeId: string; readonly seams: readonly boolean[] };

/** A fault as far as it has been traced. */
export interface FaultCase {
  readonly symptomId: string;
  readonly evidence: KnownEvidence;
  readonly findings: readonly FaultFinding[];
}

/** A case after all its findings: built by replaying them, so that undoing the last one leaves no trace. */
export interface FaultState {
  readonly belief: FaultBelief;
  /** Ids of parts that are open at present. */
  readonly open: ReadonlySet<string>;
  /** How often each check was made. */
  readonly made: ReadonlyMap<string, number>;
  /** Checks whose part has been removed. */
  readonly voided: ReadonlySet<string>;
  /** Causes found but not repaired yet. */
  readonly unlocked: readonly string[];
  /** Probability that a seam is good by luck, higher after a knob was moved. */
  readonly quiet: number;
  readonly minutes: number;
  /** What its times are based on. */
  readonly times: FaultTimes;
  /** The last seam was good, and the fault is probably fixed. */
  readonly solved: boolean;
  /** Another good seam is needed before it is. */
  readonly wantsSeam: boolean;
}

/** The fault counts as fixed from this probability on. Assumption. */
export const SURE_ENOUGH = 0.95;
/** A repeated inspection misses much of what the first one missed, and takes longer. Assumptions. */
export const SECOND_LOOK = { sensitivity: 0.6, minutes: 1.5 } as const;

/**
 * Replays a case.
 *
 * @param shares of the causes; the symptom's own by default
 * @param times the shop's own, or the shipped ones
 * @param paired whether two causes may be present at once
 * @throws RangeError for a symptom or a check that is not in the tables
 */
export function replayFault(
  { symptomId, evidence, findings }: FaultCase,
  shares?: Readonly<Record<string, number>>,
  times: FaultTimes = SHIPPED_TIMES,
  paired = true,
): FaultState {
  const symptom = symptomById(symptomId);
  if (!symptom) throw new RangeError(`symptom is "${symptomId}"; allowed: an id of the table`);
  const begun: FaultState = {
    belief: beginBelief(symptom, evidence, shares, paired),
    open: new Set(),
    // A needle that was changed recently is not changed again for this.
    made: new Map(evidence['needleJust'] === 1 ? [['newNeedle', 1]] : []),
    voided: new Set(),
    unlocked: [],
    quiet: symptom.quiet,
    minutes: 0,
    times,
    solved: false,
    wantsSeam: false,
  };
  return findings.reduce(afterFinding, begun);
}

/** The state after one more finding. */
export function afterFinding(state: FaultState, finding: FaultFinding): FaultState {
  if (finding.did === 'repair') return afterRepair(state, finding.causeId, finding.seams);
  const check = faultCheck(finding.checkId);
  if (check?.kind !== finding.did)
    throw new RangeError(`checkId is "${finding.checkId}"; allowed: a ${finding.did} of the table`);
  const times = state.made.get(check.id) ?? 0;
  const again = times > 0 ? SECOND_LOOK.minutes : 1;
  const opened = {
    ...state,
    open: new Set([...state.open, ...check.needs]),
    made: new Map([...state.made, [check.id, times + 1]]),
    minutes:
      state.minutes +
      openingMinutes(state, check.needs) +
      state.times.checks[check.id]! * (check.kind === 'look' ? again : 1),
  };
  if (finding.did === 'look' && check.kind === 'look') {
    const sensitivity = times > 0 ? SECOND_LOOK.sensitivity : 1;
    const unlocked =
      finding.found === null ? state.unlocked : [...new Set([...state.unlocked, finding.found])];
    return { ...opened, unlocked, belief: afterLook(state.belief, check, finding.found, sensitivity) };
  }
  if (finding.did === 'probe' && check.kind === 'probe')
    return { ...opened, belief: afterProbe(state.belief, check, finding.outcome) };
  if (finding.did !== 'swap' || check.kind !== 'swap') return opened;
  const mended = {
    ...opened,
    belief: afterMending(state.belief, check.mends),
    voided: new Set([...state.voided, ...check.voids]),
  };
  const sewn = finding.seams.reduce(afterOneSeam, mended);
  // A knob turned in vain goes back, but a seam may then be good by luck more often than before.
  return { ...sewn, quiet: sewn.solved ? sewn.quiet : sewn.quiet + check.masks * (1 - sewn.quiet) };
}

function afterRepair(state: FaultState, causeId: string, seams: readonly boolean[]): FaultState {
  const cause = causeById(causeId);
  if (!cause) throw new RangeError(`causeId is "${causeId}"; allowed: an id of the table`);
  const { success } = cause.id === NONE_OF_THESE ? SPECIALIST : cause.repair;
  const minutes = state.times.repairs[causeId] ?? state.times.specialist;
  const repaired = {
    ...state,
    belief: afterMending(state.belief, { [causeId]: success }),
    unlocked: state.unlocked.filter((id) => id !== causeId),
    minutes: state.minutes + minutes,
  };
  return seams.reduce(afterOneSeam, repaired);
}

/** Everything is closed before a seam is sewn. */
function afterOneSeam(state: FaultState, good: boolean): FaultState {
  const belief = afterSeam(state.belief, good, state.quiet);
  const solved = good && mendedShare(belief) >= SURE_ENOUGH;
  return {
    ...state,
    belief,
    open: new Set(),
    minutes: state.minutes + state.times.seam,
    solved,
    wantsSeam: good && !solved,
  };
}

/** Minutes for opening what is not open yet. */
export function openingMinutes(
  { open, times }: Pick<FaultState, 'open' | 'times'>,
  needs: readonly string[],
): number {
  return needs.filter((id) => !open.has(id)).reduce((sum, id) => sum + (times.openings[id] ?? 0), 0);
}
