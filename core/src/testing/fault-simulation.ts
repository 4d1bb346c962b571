import {
  afterFinding,
  causeById,
  CAUSES,
  EVIDENCE,
  faultCheck,
  FIXED_ORDER,
  nextChecks,
  NONE_OF_THESE,
  replayFault,
  SPECIALIST,
  SYMPTOMS,
  type FaultCase,
  type FaultFinding,
  type FaultState,
  type Symptom,
} from '../fault/index.js';

/** How a fault was followed to its end. */
export interface FollowedFault {
  readonly minutes: number;
  readonly mendedHere: boolean;
  /** It was taken to be mended, and was not. */
  readonly comesBack: boolean;
  readonly checks: number;
  /** What the finder believed of its likeliest cause at the end, and whether it was that. */
  readonly believed: { readonly share: number; readonly right: boolean };
}

/** A hidden fault: what it is, and what anybody would say of it. */
export interface HiddenFault {
  readonly symptom: Symptom;
  readonly causeId: string;
  readonly evidence: Readonly<Record<string, number>>;
}

export type Chance = () => number;
export type FaultPolicy = 'finder' | 'no evidence' | 'fixed order';

const GOOD_IF_MENDED = 0.97;
const MOST_SEAMS = 6;
const MOST_FINDINGS = 60;

const drawn = (chances: readonly number[], chance: Chance): number => {
  let left = chance() * chances.reduce((sum, one) => sum + one, 0);
  const found = chances.findIndex((one) => (left -= one) < 0);
  return found < 0 ? chances.length - 1 : found;
};

/** Draws a fault from the tables themselves: what is simulated says nothing of real shares. */
export function hiddenFault(chance: Chance): HiddenFault {
  const shares = SYMPTOMS.map(({ share }) => share);
  const symptom = SYMPTOMS[drawn(shares, chance)]!;
  const weights = CAUSES.map(({ id }) => symptom.weights[id] ?? 0);
  const cause = CAUSES[drawn(weights, chance)]!;
  const evidence = EVIDENCE.map(
    ({ id, base, given }) => [id, drawn(given[cause.id] ?? base, chance)] as const,
  );
  return { symptom, causeId: cause.id, evidence: Object.fromEntries(evidence) };
}

/** Follows a hidden fault by a policy until it is taken to be mended or handed over. */
export function followFault(hidden: HiddenFault, policy: FaultPolicy, chance: Chance): FollowedFault {
  const evidence = policy === 'no evidence' ? {} : hidden.evidence;
  let fault: FaultCase = { symptomId: hidden.symptom.id, evidence, findings: [] };
  let state = replayFault(fault);
  let mended = false;
  const order = [...FIXED_ORDER];
  for (let step = 0; step < MOST_FINDINGS && !state.solved; step++) {
    const todo = policy === 'fixed order' ? fixedStep(state.unlocked, order) : nextChecks(fault).steps[0]!;
    if (todo === null || todo.do === 'specialist')
      return {
        ...ended(),
        minutes: state.minutes + SPECIALIST.minutes,
        mendedHere: false,
        comesBack: false,
      };
    const { finding, mends } = madeOn(hidden, todo, chance);
    mended ||= mends;
    const whole = sewn(state, finding, mended, chance);
    state = afterFinding(state, whole);
    fault = { ...fault, findings: [...fault.findings, whole] };
  }
  return { ...ended(), mendedHere: mended, comesBack: !mended };

  function ended(): Pick<FollowedFault, 'minutes' | 'checks' | 'believed'> {
    const { belief, minutes } = state;
    const shares = CAUSES.map(({ id }) => (belief.there[id] ?? 0) + (belief.mended[id] ?? 0));
    const best = shares.indexOf(Math.max(...shares));
    const believed = { share: shares[best]!, right: CAUSES[best]!.id === hidden.causeId };
    return { minutes, checks: fault.findings.length, believed };
  }
}

interface Step {
  readonly do: 'check' | 'repair' | 'specialist';
  readonly id: string;
}

/** What a chart says: what was found is repaired, else the next of its order; null at its end. */
function fixedStep(unlocked: readonly string[], order: string[]): Step | null {
  const [found] = unlocked;
  if (found !== undefined) return { do: 'repair', id: found };
  const id = order.shift();
  return id === undefined ? null : { do: 'check', id };
}

function madeOn(
  { causeId }: HiddenFault,
  step: Step,
  chance: Chance,
): { readonly finding: FaultFinding; readonly mends: boolean } {
  if (step.do === 'repair') {
    const { success } = causeById(step.id)!.repair;
    const mends = step.id === causeId && causeId !== NONE_OF_THESE && chance() < success;
    return { finding: { did: 'repair', causeId: step.id, seams: [] }, mends };
  }
  const check = faultCheck(step.id)!;
  if (check.kind === 'probe') {
    const outcome = drawn(check.given[causeId] ?? check.base, chance);
    return { finding: { did: 'probe', checkId: check.id, outcome }, mends: false };
  }
  if (check.kind === 'swap') {
    const mends = chance() < (check.mends[causeId] ?? 0);
    return { finding: { did: 'swap', checkId: check.id, seams: [] }, mends };
  }
  const others = Object.keys(check.finds).filter((id) => id !== causeId);
  const found =
    chance() < (check.finds[causeId] ?? 0)
      ? causeId
      : chance() < check.falseAlarm && others.length > 0
        ? others[Math.floor(chance() * others.length)]!
        : null;
  return { finding: { did: 'look', checkId: check.id, found }, mends: false };
}

/** Sews after something that may have helped, until a seam is bad or it is sure enough. */
function sewn(state: FaultState, finding: FaultFinding, mended: boolean, chance: Chance): FaultFinding {
  if (finding.did !== 'swap' && finding.did !== 'repair') return finding;
  const seams: boolean[] = [];
  while (seams.length < MOST_SEAMS) {
    const good = chance() < (mended ? GOOD_IF_MENDED : state.quiet);
    seams.push(good);
    if (!good || afterFinding(state, { ...finding, seams }).solved) break;
  }
  return { ...finding, seams };
}
