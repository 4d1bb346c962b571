import { needleFinish, needleSize, needleSystem, pointStyle, type NeedleSystem } from '../needle/index.js';
import { SHIPPED_VALUES } from '../reference/index.js';
import { shortfalls } from './alternatives.js';
import { eyeFit } from './eye-fit.js';
import type { CostPart } from './needle-cost.js';
import { nameOfNeedle, sameNeedle, type NeedleName } from './needle-choice.js';
import { within } from './on-bench.js';
import { plateFit } from './plate-hole.js';
import {
  rankNeedles,
  refuseThread,
  type NeedleCandidate,
  type NeedleQuestion,
  type Refusal,
} from './rank-needles.js';

/** Why a needle is not the answer. */
export type WhyNot =
  | { readonly verdict: 'best' }
  | {
      readonly verdict: 'worse';
      readonly needle: NeedleCandidate;
      /** Its place in the ranking, 2 or more. */
      readonly place: number;
      readonly best: NeedleCandidate;
      readonly worse: readonly { readonly part: CostPart; readonly by: number }[];
    }
  | { readonly verdict: 'refused'; readonly refusals: readonly Refusal[] };

/**
 * Answers for one named needle: it is the best, it is worse in these things, or it cannot go in for these reasons.
 *
 * @throws OutOfRange for a size that is not made; RangeError for an unknown point or finish
 */
export function whyNot(question: NeedleQuestion, name: NeedleName): WhyNot {
  const refusals = refusalsOf(question, name);
  if (refusals.length > 0) return { verdict: 'refused', refusals };
  const { ranked } = rankNeedles(question);
  const place = ranked.findIndex((candidate) => sameNeedle(nameOfNeedle(candidate), name));
  const [needle, best] = [ranked[place]!, ranked[0]!];
  if (place === 0) return { verdict: 'best' };
  return { verdict: 'worse', needle, place: place + 1, best, worse: shortfalls(needle, best) };
}

/** Everything that keeps a needle out of this machine or this work; empty when it may go in. */
export function refusalsOf(question: NeedleQuestion, name: NeedleName): readonly Refusal[] {
  const { machine, thread } = question;
  const { systemId } = name;
  const size = needleSize(name.nm);
  const point = pointStyle(name.pointId);
  if (!point) throw new RangeError(`pointId is "${name.pointId}"; allowed: an id of the catalogue`);
  if (!needleFinish(name.finishId)) {
    throw new RangeError(`finishId is "${name.finishId}"; allowed: an id of the catalogue`);
  }
  const system = needleSystem(systemId);
  if (!system) return [{ reason: 'unknown-system', systemId }];
  const found: Refusal[] = [...refuseClamp(system, question)];
  if (!system.pointFamilies.includes(point.family)) {
    found.push({ reason: 'point-not-made', systemId, pointId: point.id });
  }
  const [from, to] = system.sizesNm.value;
  if (size.nm < from || size.nm > to) found.push({ reason: 'size-not-made', systemId, from, to });
  if (!within(size.nm, machine.needleNm)) {
    found.push({ reason: 'needle-limit', systemId, limits: machine.needleNm! });
  }
  const refusedThread = refuseThread(thread, machine);
  if (refusedThread) found.push(refusedThread);
  return [...found, ...refuseFit(question, size.nm)];
}

function refuseClamp(system: NeedleSystem, { machine }: NeedleQuestion): readonly Refusal[] {
  if (system.shank !== machine.shank) {
    return [{ reason: 'shank', systemId: system.id, needs: machine.shank, has: system.shank }];
  }
  const takes = machine.systemIds.some((id) => needleSystem(id)?.id === system.id);
  return takes ? [] : [{ reason: 'other-clamp', systemId: system.id, takes: machine.systemIds }];
}

function refuseFit(
  { machine: { plateHoleMm }, thread, stack, values = SHIPPED_VALUES }: NeedleQuestion,
  nm: number,
): readonly Refusal[] {
  if (eyeFit(thread.diameterMm, nm, values).band === 'will-not-pass')
    return [{ reason: 'eye-too-small', nm }];
  return plateFit(plateHoleMm, nm, stack, values).verdict === 'will-not-clear'
    ? [{ reason: 'blade-too-thick', nm, plateHoleMm }]
    : [];
}
