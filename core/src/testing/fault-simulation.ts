export { hiddenFault } from '../practice/practice-fault.js';
import {
  faultPath,
  GOOD_IF_MENDED,
  SHIPPED_SHARES,
  type Chance,
  type FaultStep,
  type HiddenFault,
  type SharesOf,
} from '../practice/practice-fault.js';
import {
  afterFinding,
  FAULT_CHECKS,
  FIXED_ORDER,
  likeliest,
  nextChecks,
  NONE_OF_THESE,
  SPECIALIST,
  type FaultCase,
  type FaultCheck,
  type FaultFinding,
  type FaultState,
  type Symptom,
} from '../fault/index.js';

/** The outcome of tracing a fault. */
export interface FollowedFault {
  readonly minutes: number;
  readonly mendedHere: boolean;
  /** It was considered fixed, and was not. */
  readonly comesBack: boolean;
  readonly checks: number;
  /** What was done, as it would be logged. */
  readonly fault: FaultCase;
  /** The finder's belief in its likeliest cause at the end, and whether that was right. */
  readonly believed: { readonly share: number; readonly right: boolean };
}

export const FAULT_POLICIES = [
  'knows the cause',
  'finder',
  'plain index',
  'no evidence',
  'chart by symptom',
  'information gain',
  'fixed order',
  'knobs first',
] as const;
export type FaultPolicy = (typeof FAULT_POLICIES)[number];

/** Traces a hidden fault with a policy until it is considered fixed or handed over. */
export function followFault(
  hidden: HiddenFault,
  policy: FaultPolicy,
  chance: Chance,
  sharesOf: SharesOf = SHIPPED_SHARES,
): FollowedFault {
  const evidence = policy === 'no evidence' ? {} : hidden.evidence;
  const shares = sharesOf(hidden.symptom);
  const stepOf = stepsOf(policy, hidden);
  const { fault, state, left, handedOver } = faultPath(
    hidden,
    evidence,
    chance,
    (soFar, now) => stepOf(soFar, now, shares),
    shares,
  );
  const [best] = likeliest(state.belief);
  return {
    minutes: state.minutes + (handedOver ? SPECIALIST.minutes : 0),
    mendedHere: !handedOver && left.length === 0,
    comesBack: !handedOver && left.length > 0,
    checks: fault.findings.length,
    fault,
    believed: { share: best!.share, right: hidden.causeIds.includes(best!.id) },
  };
}

type NextStepOf = (
  fault: FaultCase,
  state: FaultState,
  shares: Readonly<Record<string, number>>,
) => FaultStep | null;

/** What each policy does next. */
function stepsOf(policy: FaultPolicy, { symptom, causeIds }: HiddenFault): NextStepOf {
  const inOrder = (ids: readonly string[]): NextStepOf => {
    const order = [...ids];
    return (_, { unlocked }) => fixedStep(unlocked, order);
  };
  switch (policy) {
    case 'finder':
    case 'no evidence':
      return (fault, _, shares) => nextChecks(fault, shares).steps[0]!;
    case 'plain index':
      return (fault, _, shares) => nextChecks(fault, shares).steps.find(({ chance }) => chance > 0) ?? null;
    case 'information gain':
      return (_, state) => mostTelling(state, symptom);
    case 'fixed order':
      return inOrder(FIXED_ORDER);
    case 'knobs first':
      return inOrder([...KNOBS, ...FIXED_ORDER.filter((id) => !KNOBS.includes(id))]);
    case 'chart by symptom':
      // Printed once for everybody: the best order without any evidence, never changed by findings.
      return inOrder(
        nextChecks({ symptomId: symptom.id, evidence: {}, findings: [] })
          .steps.filter((step) => step.do === 'check' && step.chance > 0)
          .map(({ id }) => id),
      );
    case 'knows the cause': {
      // Each of its causes in turn, again if a repair did not hold.
      const repairs = Array.from({ length: MOST_REPAIRS }, () => causeIds).flat();
      let tries = 0;
      return () => {
        const id = repairs[tries++];
        return id === undefined || id === NONE_OF_THESE ? null : { do: 'repair', id };
      };
    }
  }
}

const KNOBS: readonly string[] = ['topKnob', 'bobScrew'];
const MOST_REPAIRS = 3;

/** The check that is most informative about the cause per minute, which is not what ends a fault soonest. */
function mostTelling(state: FaultState, symptom: Symptom): FaultStep | null {
  const [found] = state.unlocked;
  if (found !== undefined) return { do: 'repair', id: found };
  const before = entropyOf(state);
  let best: { readonly id: string; readonly rate: number } | null = null;
  for (const check of FAULT_CHECKS) {
    if (state.made.has(check.id) || state.voided.has(check.id)) continue;
    if (check.only && !check.only.includes(symptom.id)) continue;
    const after = outcomesOf(check, state).reduce(
      (sum, { chance, finding }) => sum + chance * entropyOf(afterFinding(state, finding)),
      0,
    );
    const rate = (before - after) / check.minutes;
    if (rate > (best?.rate ?? 1e-6)) best = { id: check.id, rate };
  }
  return best && { do: 'check', id: best.id };
}

function entropyOf({ belief }: FaultState): number {
  const shares = [...Object.values(belief.there), ...Object.values(belief.mended)];
  return shares.reduce((sum, share) => (share > 0 ? sum - share * Math.log(share) : sum), 0);
}

/** What a check may find, with its probability under the belief. */
function outcomesOf(
  check: FaultCheck,
  { belief, quiet }: FaultState,
): readonly { readonly chance: number; readonly finding: FaultFinding }[] {
  const there = (of: (id: string) => number): number =>
    Object.entries(belief.there).reduce((sum, [id, share]) => sum + share * of(id), 0);
  const checkId = check.id;
  if (check.kind === 'probe')
    return check.outcomes.map((_, outcome) => ({
      chance: there((id) => check.given[id]?.[outcome] ?? check.base[outcome]!),
      finding: { did: 'probe', checkId, outcome },
    }));
  if (check.kind === 'look') {
    const finds = Object.keys(check.finds).map((found) => ({
      chance: there((id) => (id === found ? check.finds[id]! : 0)),
      finding: { did: 'look' as const, checkId, found },
    }));
    const none = 1 - finds.reduce((sum, { chance }) => sum + chance, 0);
    return [...finds, { chance: none, finding: { did: 'look', checkId, found: null } }];
  }
  const mends = there((id) => check.mends[id] ?? 0);
  const good = mends * GOOD_IF_MENDED + (1 - mends) * quiet;
  return [
    { chance: good, finding: { did: 'swap', checkId, seams: [true] } },
    { chance: 1 - good, finding: { did: 'swap', checkId, seams: [false] } },
  ];
}

/** What a chart says: what was found is repaired, else the next of its order; null at its end. */
function fixedStep(unlocked: readonly string[], order: string[]): FaultStep | null {
  const [found] = unlocked;
  if (found !== undefined) return { do: 'repair', id: found };
  const id = order.shift();
  return id === undefined ? null : { do: 'check', id };
}
