import {
  bladeDiameterMm,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  sizesMade,
  type NeedleSystem,
  type PointFamily,
  type Shank,
} from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { densityAt, lengthLaw, NEEDLE_LENGTHS, overlap, type NeedleLength } from './needle-traits.js';

/** What was seen and measured of a needle without its pack; null for what was not. */
export interface LooseNeedle extends Readonly<Record<NeedleLength, number | null>> {
  readonly shank: Shank | null;
  /** Across the blade, above the scarf. */
  readonly bladeMm: number | null;
  readonly points: PointFamily | null;
  /** Its eye is longer than a usual needle's. */
  readonly longEye: boolean | null;
}

/** What can be examined to distinguish systems. */
export type NeedleTrait = Exclude<keyof LooseNeedle, 'bladeMm'>;

/** A system and its probability, 1 for certain; null is a system not in the catalogue. */
export interface LikelySystem {
  readonly systemId: string | null;
  readonly share: number;
}

export interface IdentifiedNeedle {
  /** Most likely first; all of them, and the unknown system. */
  readonly systems: readonly LikelySystem[];
  /** Sizes that the blade may be, most likely first; empty if it was not measured. */
  readonly sizes: readonly { readonly nm: number; readonly share: number }[];
  /** Those that cannot be told apart: one when the answer is clear. */
  readonly among: readonly LikelySystem[];
  /** What would best distinguish those; null when the answer is clear or nothing would. */
  readonly next: NeedleTrait | null;
}

/** Nothing is known about it yet. */
export const UNSEEN_NEEDLE: LooseNeedle = {
  shank: null,
  shankDiameterMm: null,
  buttToEyeMm: null,
  overallMm: null,
  bladeMm: null,
  points: null,
  longEye: null,
};

/** A single answer is given from this probability on. Assumption. */
const CLEAR = 0.8;
/** Combined probability of those that cannot be told apart. Assumption. */
const AMONG = 0.95;
/** Probability that an observation or reading is a mistake. Assumption. */
const SLIP = 0.01;
/** Least density of any reading: one that fits no needle at all must not favour one of them. */
const GROSS = 1e-9;
/** Probability that a loose needle is of none of these systems. Assumption. */
const STRANGER = 0.03;
/** Weight of a system without a machine in the shop, compared with 1 for each machine that takes it. Assumption. */
const UNUSED = 0.5;
/** An examination that would distinguish less than this is not worth suggesting. */
const WORTHWHILE = 0.02;

/**
 * Which system and size a loose needle may be, by Bayes' rule: lengths with a normal error of caliper and ruler;
 * shank form, points and eye as facts with a small probability of a mistake; and a prior from what the shop's
 * machines take. An uncertain length speaks neither for nor against its system more than for any needle.
 *
 * @param machines how many of the shop's machines take each system
 */
export function identifyNeedle(
  seen: LooseNeedle,
  machines: Readonly<Record<string, number>> = {},
  values: Values = SHIPPED_VALUES,
): IdentifiedNeedle {
  const weights = NEEDLE_SYSTEMS.map((system) => {
    const prior = UNUSED + (machines[system.id] ?? 0);
    return { systemId: system.id as string | null, weight: prior * likelihood(seen, system, values) };
  });
  const priors = NEEDLE_SYSTEMS.reduce((sum, { id }) => sum + UNUSED + (machines[id] ?? 0), 0);
  const stranger = (STRANGER / (1 - STRANGER)) * priors * likelihood(seen, null, values);
  const all = [...weights, { systemId: null, weight: stranger }];
  const total = all.reduce((sum, { weight }) => sum + weight, 0);
  const systems = all
    .map(({ systemId, weight }) => ({ systemId, share: weight / total }))
    .sort((a, b) => b.share - a.share);
  const among = systems[0]!.share >= CLEAR ? systems.slice(0, 1) : leading(systems);
  return {
    systems,
    sizes: seen.bladeMm === null ? [] : sizesOf(seen.bladeMm, systems, values),
    among,
    next: among.length === 1 ? null : bestTrait(seen, among, values),
  };
}

function leading(systems: readonly LikelySystem[]): readonly LikelySystem[] {
  let sum = 0;
  return systems.filter(({ share }) => {
    const wanted = sum < AMONG;
    sum += share;
    return wanted;
  });
}

function likelihood(seen: LooseNeedle, system: NeedleSystem | null, values: Values): number {
  const lengths = NEEDLE_LENGTHS.reduce((product, length) => {
    const readingMm = seen[length];
    if (readingMm === null) return product;
    const any = densityAt(readingMm, lengthLaw(null, length, values));
    const own = densityAt(readingMm, lengthLaw(system?.id ?? null, length, values));
    return product * Math.max(GROSS, SLIP * any + (1 - SLIP) * own);
  }, 1);
  const blade = seen.bladeMm === null ? 1 : bladeLikelihood(seen.bladeMm, system, values);
  return (
    lengths *
    blade *
    factChance(seen.shank, system === null ? null : [system.shank]) *
    factChance(seen.points, system === null ? null : system.pointFamilies) *
    factChance(seen.longEye, system === null ? null : [system.longEyeOf !== null])
  );
}

/** Probability of a yes-or-no fact among those a system has; null for any needle. */
function factChance<T>(seen: T | null, made: readonly T[] | null): number {
  if (seen === null) return 1;
  if (made === null) return 0.5;
  return made.includes(seen) ? (1 - SLIP) / made.length : SLIP;
}

/** Density of a blade reading over the sizes a system is made in, as if all were equally common. */
function bladeLikelihood(bladeMm: number, system: NeedleSystem | null, values: Values): number {
  const sizes = sizesMadeIn(system, values);
  const densities = sizes.map((nm) => bladeDensity(bladeMm, nm, values));
  const all = NEEDLE_SIZES.map(({ nm }) => bladeDensity(bladeMm, nm, values));
  return Math.max(GROSS, (1 - SLIP) * mean(densities) + SLIP * mean(all));
}

function sizesMadeIn(system: NeedleSystem | null, values: Values): readonly number[] {
  const [smallest, largest] = system ? sizesMade(system, values) : [0, Infinity];
  return NEEDLE_SIZES.map(({ nm }) => nm).filter((nm) => nm >= smallest && nm <= largest);
}

function bladeDensity(bladeMm: number, nm: number, values: Values): number {
  const sdMm = values['check.caliper-sd'].value;
  return densityAt(bladeMm, { meanMm: bladeDiameterMm(nm), sdMm, leastMm: 0, mostMm: 1 });
}

/** Sizes by the blade, each weighted by the systems that are made in it. */
function sizesOf(bladeMm: number, systems: readonly LikelySystem[], values: Values) {
  const weighed = NEEDLE_SIZES.map(({ nm }) => {
    const made = systems.reduce((sum, { systemId, share }) => {
      const system = NEEDLE_SYSTEMS.find(({ id }) => id === systemId) ?? null;
      return sum + (sizesMadeIn(system, values).includes(nm) ? share : share * SLIP);
    }, 0);
    return { nm, weight: made * bladeDensity(bladeMm, nm, values) };
  });
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  if (!(total > 0)) return [];
  return weighed
    .map(({ nm, weight }) => ({ nm, share: weight / total }))
    .filter(({ share }) => share >= 0.05)
    .sort((a, b) => b.share - a.share);
}

/**
 * What was not examined yet and distinguishes most: the probability that two random candidates show different things.
 */
function bestTrait(seen: LooseNeedle, among: readonly LikelySystem[], values: Values): NeedleTrait | null {
  const traits: readonly NeedleTrait[] = ['shank', 'points', ...NEEDLE_LENGTHS, 'longEye'];
  const told = traits
    .filter((trait) => seen[trait] === null)
    .map((trait) => {
      let apart = 0;
      among.forEach((one, i) =>
        among.slice(i + 1).forEach((other) => {
          apart += one.share * other.share * (1 - alike(trait, one.systemId, other.systemId, values));
        }),
      );
      return { trait, apart };
    })
    .sort((a, b) => b.apart - a.apart);
  return told[0] && told[0].apart >= WORTHWHILE ? told[0].trait : null;
}

function alike(trait: NeedleTrait, oneId: string | null, otherId: string | null, values: Values): number {
  if (trait === 'shankDiameterMm' || trait === 'buttToEyeMm' || trait === 'overallMm')
    return overlap(lengthLaw(oneId, trait, values), lengthLaw(otherId, trait, values));
  const sides = [oneId, otherId].map((id) =>
    factSides(
      trait,
      NEEDLE_SYSTEMS.find((one) => one.id === id),
    ),
  );
  const [one, other] = [sides[0]!, sides[1]!];
  return one.reduce((sum, share, i) => sum + Math.sqrt(share * other[i]!), 0);
}

/** Probabilities of both sides of a fact. */
function factSides(
  trait: 'shank' | 'points' | 'longEye',
  system: NeedleSystem | undefined,
): readonly number[] {
  if (!system) return [0.5, 0.5];
  if (trait === 'shank') return system.shank === 'round' ? [1, 0] : [0, 1];
  if (trait === 'longEye') return system.longEyeOf !== null ? [1, 0] : [0, 1];
  if (system.pointFamilies.length > 1) return [0.5, 0.5];
  return system.pointFamilies[0] === 'cloth' ? [1, 0] : [0, 1];
}

const mean = (numbers: readonly number[]): number =>
  numbers.length === 0 ? 0 : numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
