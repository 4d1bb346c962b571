import {
  bladeDiameterMm,
  needleFinish,
  needleSize,
  needleSystem,
  pointStyle,
  sizesMade,
  takesSystem,
  type NeedleSystem,
} from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { shortfalls } from './alternatives.js';
import { eyeFit } from './eye-fit.js';
import type { CostPart } from './needle-cost.js';
import { nameOfNeedle, sameNeedle, type NeedleName } from './needle-choice.js';
import { within, type MachineOnBench } from './on-bench.js';
import { needleHoles } from './plate-hole.js';
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
 * The answer for one given needle: it is the best, it is worse at these things, or it cannot be used for these
 * reasons.
 *
 * @throws OutOfRange for a size that is not made; RangeError for an unknown point or finish
 */
export function whyNot(question: NeedleQuestion, name: NeedleName): WhyNot {
  const refusals = refusalsOf(question, name);
  if (refusals.length > 0) return { verdict: 'refused', refusals };
  const { ranked } = rankNeedles(withSystem(question, name.systemId));
  const place = ranked.findIndex((candidate) => sameNeedle(nameOfNeedle(candidate), name));
  const [needle, best] = [ranked[place]!, ranked[0]!];
  if (place === 0) return { verdict: 'best' };
  return { verdict: 'worse', needle, place: place + 1, best, worse: shortfalls(needle, best) };
}

/**
 * The question with a system added to those entered for the machine: the long-eyed variant of one of them fits too.
 */
export function withSystem(question: NeedleQuestion, systemId: string): NeedleQuestion {
  const { machine } = question;
  if (machine.systemIds.some((id) => needleSystem(id)?.id === systemId)) return question;
  return { ...question, machine: { ...machine, systemIds: [...machine.systemIds, systemId] } };
}

/** Everything that rules a needle out for this machine or this work; empty if it can be used. */
export function refusalsOf(question: NeedleQuestion, name: NeedleName): readonly Refusal[] {
  const { machine, thread, values = SHIPPED_VALUES } = question;
  const { systemId } = name;
  const size = needleSize(name.nm);
  const point = pointStyle(name.pointId);
  if (!point) throw new RangeError(`pointId is "${name.pointId}"; allowed: an id of the catalogue`);
  if (!needleFinish(name.finishId)) {
    throw new RangeError(`finishId is "${name.finishId}"; allowed: an id of the catalogue`);
  }
  const system = needleSystem(systemId);
  if (!system) return [{ reason: 'unknown-system', systemId }];
  const found: Refusal[] = [...refuseOnMachine(system, size.nm, machine, values)];
  if (!system.pointFamilies.includes(point.family)) {
    found.push({ reason: 'point-not-made', systemId, pointId: point.id });
  }
  const refusedThread = refuseThread(thread, machine);
  if (refusedThread) found.push(refusedThread);
  return [...found, ...refuseFit(question, size.nm, system.longEyeOf !== null)];
}

/**
 * What rules a needle out for a machine before any work is given: its shank, its system, its size, or the plate hole.
 * Empty if it fits.
 *
 * @param nm null when only the system is known
 */
export function refuseOnMachine(
  system: NeedleSystem,
  nm: number | null,
  machine: MachineOnBench,
  values: Values = SHIPPED_VALUES,
): readonly Refusal[] {
  const found: Refusal[] = [...refuseClamp(system, machine)];
  if (nm === null) return found;
  const [from, to] = sizesMade(system, values);
  if (nm < from || nm > to) found.push({ reason: 'size-not-made', systemId: system.id, from, to });
  if (!within(nm, machine.needleNm)) {
    found.push({ reason: 'needle-limit', systemId: system.id, limits: machine.needleNm! });
  }
  const { plateMm, feedDogMm } = needleHoles(machine);
  const narrowestMm = Math.min(plateMm, feedDogMm ?? plateMm);
  if (narrowestMm < values['plate.clears'].value * bladeDiameterMm(nm)) {
    found.push({ reason: 'blade-too-thick', nm, plateHoleMm: narrowestMm });
  }
  return found;
}

function refuseClamp(system: NeedleSystem, machine: MachineOnBench): readonly Refusal[] {
  if (system.shank !== machine.shank) {
    return [{ reason: 'shank', systemId: system.id, needs: machine.shank, has: system.shank }];
  }
  return takesSystem(machine.systemIds, system)
    ? []
    : [{ reason: 'other-clamp', systemId: system.id, takes: machine.systemIds }];
}

function refuseFit(
  { thread, values = SHIPPED_VALUES }: NeedleQuestion,
  nm: number,
  longEye: boolean,
): readonly Refusal[] {
  const fit = eyeFit(thread.diameterMm, nm, values, longEye);
  if (fit.band !== 'will-not-pass') return [];
  return [{ reason: 'eye-too-small', nm, canBeForced: fit.canBeForced }];
}
