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

/** A hidden fault: what it is, and what anybody would say of it. */
export interface HiddenFault {
  readonly symptom: Symptom;
  readonly causeId: string;
  readonly evidence: Readonly<Record<string, number>>;
}

/** Draws from 0 to 1. */
export type Chance = () => number;

/** Shares of the causes by symptom: those of a shop, or those somebody goes by. */
export type SharesOf = (symptom: Symptom) => Readonly<Record<string, number>>;
export const SHIPPED_SHARES: SharesOf = ({ weights }) => weights;

/** Chance of a good seam once the fault is mended, and seams sewn at most after something that may have helped. */
export const GOOD_IF_MENDED = 0.97;
const MOST_SEAMS = 6;
/** Findings after which a path is given up. */
const MOST_FINDINGS = 60;

const drawn = (chances: readonly number[], chance: Chance): number => {
  let left = chance() * chances.reduce((sum, one) => sum + one, 0);
  const found = chances.findIndex((one) => (left -= one) < 0);
  return found < 0 ? chances.length - 1 : found;
};

/** Draws a fault from the tables themselves, or from a shop's own shares: what is simulated says nothing of real ones. */
export function hiddenFault(chance: Chance, sharesOf: SharesOf = SHIPPED_SHARES): HiddenFault {
  const shares = SYMPTOMS.map(({ share }) => share);
  const symptom = SYMPTOMS[drawn(shares, chance)]!;
  const own = sharesOf(symptom);
  const weights = CAUSES.map(({ id }) => own[id] ?? 0);
  const cause = CAUSES[drawn(weights, chance)]!;
  const evidence = EVIDENCE.map(
    ({ id, base, given }) => [id, drawn(given[cause.id] ?? base, chance)] as const,
  );
  return { symptom, causeId: cause.id, evidence: Object.fromEntries(evidence) };
}

/** Something to do about a fault. */
export interface FaultStep {
  readonly do: 'check' | 'repair' | 'specialist';
  readonly id: string;
}

/** What a check or a repair says of a hidden fault, before any seam, and whether it mends it. */
export function answerOf(
  { causeId }: HiddenFault,
  step: FaultStep,
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

/** A finding with the seams sewn after it, until one is bad or it is sure enough. */
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

/** How the fault finder gets through a hidden fault: what it does, and the minutes it takes. */
export function finderPath(
  hidden: HiddenFault,
  chance: Chance,
): { readonly findings: readonly FaultFinding[]; readonly minutes: number; readonly mended: boolean } {
  let fault: FaultCase = { symptomId: hidden.symptom.id, evidence: hidden.evidence, findings: [] };
  let state = replayFault(fault);
  let mended = false;
  for (let step = 0; step < MOST_FINDINGS && !state.solved; step++) {
    const todo = nextChecks(fault).steps[0]!;
    if (todo.do === 'specialist')
      return { findings: fault.findings, minutes: state.minutes + todo.minutes, mended: false };
    const { finding, mends } = answerOf(hidden, todo, chance);
    mended ||= mends;
    const whole = sewnAfter(state, finding, mended, chance);
    state = afterFinding(state, whole);
    fault = { ...fault, findings: [...fault.findings, whole] };
  }
  return { findings: fault.findings, minutes: state.minutes, mended };
}
