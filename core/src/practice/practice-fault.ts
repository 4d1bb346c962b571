import {
  afterFinding,
  causeById,
  CAUSES,
  EVIDENCE,
  faultCheck,
  nextChecks,
  NONE_OF_THESE,
  replayFault,
  SYMPTOMS,
  type FaultCase,
  type FaultFinding,
  type FaultState,
  type Symptom,
} from '../fault/index.js';

/** A hidden fault: its cause or two causes, and what anybody would report. */
export interface HiddenFault {
  readonly symptom: Symptom;
  readonly causeIds: readonly string[];
  readonly evidence: Readonly<Record<string, number>>;
}

/** Draws from 0 to 1. */
export type Chance = () => number;

/** Shares of the causes by symptom: a shop's, or assumed ones. */
export type SharesOf = (symptom: Symptom) => Readonly<Record<string, number>>;
export const SHIPPED_SHARES: SharesOf = ({ weights }) => weights;

/** Probability of a good seam once the fault is fixed, and most seams sewn after something that may have helped. */
export const GOOD_IF_MENDED = 0.97;
const MOST_SEAMS = 6;
/** Findings after which a run is given up. */
const MOST_FINDINGS = 60;

const drawn = (chances: readonly number[], chance: Chance): number => {
  let left = chance() * chances.reduce((sum, one) => sum + one, 0);
  const found = chances.findIndex((one) => (left -= one) < 0);
  return found < 0 ? chances.length - 1 : found;
};

/** How often there are two causes at once. Assumption. */
const PAIRED = 0.06;

/**
 * Draws a fault from the tables themselves, or from a shop's own shares: a simulation says nothing about real faults.
 *
 * @param paired how often there are two causes at once
 */
export function hiddenFault(
  chance: Chance,
  sharesOf: SharesOf = SHIPPED_SHARES,
  paired = PAIRED,
): HiddenFault {
  const shares = SYMPTOMS.map(({ share }) => share);
  const symptom = SYMPTOMS[drawn(shares, chance)]!;
  const own = sharesOf(symptom);
  const weights = CAUSES.map(({ id }) => own[id] ?? 0);
  const causes = [CAUSES[drawn(weights, chance)]!.id];
  if (chance() < paired && causes[0] !== NONE_OF_THESE) {
    const others = CAUSES.map(({ id }) => (id === causes[0] || id === NONE_OF_THESE ? 0 : (own[id] ?? 0)));
    causes.push(CAUSES[drawn(others, chance)]!.id);
  }
  const evidence = EVIDENCE.map(
    ({ id, base, given }) =>
      [
        id,
        drawn(
          meanOf(causes, (cause) => given[cause] ?? base, base),
          chance,
        ),
      ] as const,
  );
  return { symptom, causeIds: causes, evidence: Object.fromEntries(evidence) };
}

/** Combined effect of several causes on an outcome: the mean of theirs; the base if there is none. */
function meanOf(
  causes: readonly string[],
  of: (causeId: string) => readonly number[],
  base: readonly number[],
): readonly number[] {
  if (causes.length === 0) return base;
  return base.map((_, i) => causes.reduce((sum, cause) => sum + of(cause)[i]!, 0) / causes.length);
}

/** Something to do about a fault. */
export interface FaultStep {
  readonly do: 'check' | 'repair' | 'specialist';
  readonly id: string;
}

/**
 * The result of a check or repair with the given causes present, before any seam, and which of them are left after
 * it.
 *
 * @param there ids of the causes that are present
 */
export function answerOf(
  there: readonly string[],
  step: FaultStep,
  chance: Chance,
): { readonly finding: FaultFinding; readonly left: readonly string[] } {
  if (step.do === 'repair') {
    const { success } = causeById(step.id)!.repair;
    const left = there.filter((id) => id !== step.id || id === NONE_OF_THESE || chance() >= success);
    return { finding: { did: 'repair', causeId: step.id, seams: [] }, left };
  }
  const check = faultCheck(step.id)!;
  if (check.kind === 'probe') {
    const outcome = drawn(
      meanOf(there, (id) => check.given[id] ?? check.base, check.base),
      chance,
    );
    return { finding: { did: 'probe', checkId: check.id, outcome }, left: there };
  }
  if (check.kind === 'swap') {
    const left = there.filter((id) => chance() >= (check.mends[id] ?? 0));
    return { finding: { did: 'swap', checkId: check.id, seams: [] }, left };
  }
  const others = Object.keys(check.finds).filter((id) => !there.includes(id));
  const seen = there.find((id) => chance() < (check.finds[id] ?? 0));
  const alarm = seen === undefined && chance() < check.falseAlarm && others.length > 0;
  const found = seen ?? (alarm ? others[Math.floor(chance() * others.length)]! : null);
  return { finding: { did: 'look', checkId: check.id, found }, left: there };
}

/** A finding with the seams sewn after it, until one is bad or the result is sure enough. */
export function sewnAfter(
  state: FaultState,
  finding: FaultFinding,
  mended: boolean,
  chance: Chance,
): FaultFinding {
  if (finding.did !== 'swap' && finding.did !== 'repair') return finding;
  const seams: boolean[] = [];
  while (seams.length < MOST_SEAMS) {
    const good = chance() < (mended ? GOOD_IF_MENDED : state.quiet);
    seams.push(good);
    if (!good || afterFinding(state, { ...finding, seams }).solved) break;
  }
  return { ...finding, seams };
}

/** A hidden fault that was traced until it was considered fixed, or handed over. */
export interface FaultPath {
  readonly fault: FaultCase;
  readonly state: FaultState;
  /** Ids of the causes still present. */
  readonly left: readonly string[];
  /** Nobody knew what to do next, or it was for a specialist. */
  readonly handedOver: boolean;
}

/**
 * Traces a hidden fault with a given policy.
 *
 * @param evidence what is known about it
 * @param next what to do; null to hand it over
 */
export function faultPath(
  { symptom, causeIds }: HiddenFault,
  evidence: FaultCase['evidence'],
  chance: Chance,
  next: (fault: FaultCase, state: FaultState) => FaultStep | null,
  shares?: Readonly<Record<string, number>>,
): FaultPath {
  let fault: FaultCase = { symptomId: symptom.id, evidence, findings: [] };
  let state = replayFault(fault, shares);
  let left = causeIds;
  for (let step = 0; step < MOST_FINDINGS && !state.solved; step++) {
    const todo = next(fault, state);
    if (todo === null || todo.do === 'specialist') return { fault, state, left, handedOver: true };
    const answer = answerOf(left, todo, chance);
    left = answer.left;
    const whole = sewnAfter(state, answer.finding, left.length === 0, chance);
    state = afterFinding(state, whole);
    fault = { ...fault, findings: [...fault.findings, whole] };
  }
  return { fault, state, left, handedOver: false };
}

/** How the fault finder deals with a hidden fault: what it does, and the minutes it takes. */
export function finderPath(
  hidden: HiddenFault,
  chance: Chance,
): { readonly findings: readonly FaultFinding[]; readonly minutes: number; readonly mended: boolean } {
  const next = (fault: FaultCase): FaultStep => nextChecks(fault).steps[0]!;
  const { fault, state, left, handedOver } = faultPath(hidden, hidden.evidence, chance, next);
  return {
    findings: fault.findings,
    minutes: state.minutes + (handedOver ? state.times.specialist : 0),
    mended: !handedOver && left.length === 0,
  };
}
