import { NEEDLE_SYSTEMS, needleSystem, type NeedleSystem } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { Sourced, Standing } from '../standing/index.js';

/** Lengths that distinguish systems, in the order in which they are usually measured. */
export const NEEDLE_LENGTHS = ['shankDiameterMm', 'buttToEyeMm', 'overallMm'] as const;
export type NeedleLength = (typeof NEEDLE_LENGTHS)[number];

/** Distribution of a length among needles of one system, and among unknown needles. */
export interface LengthLaw {
  /** Null if nobody is sure: then it may be anything between `least` and `most`. */
  readonly meanMm: number | null;
  /** Spread of a reading about the mean: measurement error, and uncertainty of the mean. */
  readonly sdMm: number;
  readonly leastMm: number;
  readonly mostMm: number;
}

/** The range of any needle in this trade. Assumption. */
const ANY: Readonly<Record<NeedleLength, readonly [least: number, most: number]>> = {
  shankDiameterMm: [1.4, 4],
  buttToEyeMm: [25, 60],
  overallMm: [30, 80],
};
/** Uncertainty of a length from memory, one standard deviation. Assumption. */
const MEMORY_SD: Readonly<Record<NeedleLength, number>> = {
  shankDiameterMm: 0.03,
  buttToEyeMm: 0.5,
  overallMm: 0.5,
};
const SURE: readonly Standing[] = ['measured', 'chosen', 'standard', 'handbook'];
/** Shanks only known to be thicker than the usual 2 mm. From memory. */
const THICKER_THAN_MM: Readonly<Record<string, number>> = { '794': 2.2, '328': 2.2 };
const PART: Readonly<Record<NeedleLength, string>> = {
  shankDiameterMm: 'shank',
  buttToEyeMm: 'butt-to-eye',
  overallMm: 'overall',
};

/**
 * Id of the value with a system's length in the Catalogue.
 *
 * @example lengthValueId('794', 'overallMm') // 'system.794.overall'
 */
export const lengthValueId = (systemId: string, length: NeedleLength): string =>
  `system.${systemId}.${PART[length]}`;

/** Distribution of a length reading among needles of a system; null for any needle. */
export function lengthLaw(
  systemId: string | null,
  length: NeedleLength,
  values: Values = SHIPPED_VALUES,
): LengthLaw {
  const [anyLeast, mostMm] = ANY[length];
  const reading = values[length === 'shankDiameterMm' ? 'check.caliper-sd' : 'check.rule-sd'].value;
  const known = systemId === null ? null : knownLength(systemId, length, values);
  const thicker = length === 'shankDiameterMm' ? THICKER_THAN_MM[systemId ?? ''] : undefined;
  const ownSd = known === null || SURE.includes(known.standing) ? 0 : MEMORY_SD[length];
  return {
    meanMm: known?.value ?? null,
    sdMm: Math.hypot(reading, ownSd),
    leastMm: thicker ?? anyLeast,
    mostMm,
  };
}

/**
 * A length of a system: the shop's own measurement first, then that of a related system in the same clamp, then the
 * shipped one. Null if nobody knows.
 */
export function knownLength(systemId: string, length: NeedleLength, values: Values): Sourced<number> | null {
  const system = needleSystem(systemId);
  if (!system) return null;
  const sisters = [system, ...NEEDLE_SYSTEMS.filter((one) => one !== system && sameClamp(one, system))];
  const own = sisters.map(({ id }) => values[lengthValueId(id, length)]).find(Boolean);
  return own ?? sisters.map((one) => one[length]).find((one) => one !== null) ?? null;
}

/** Needles of one clamp have one shank and one length, or the eye would be at another height. Common practice. */
const sameClamp = (one: NeedleSystem, other: NeedleSystem): boolean => one.clampFamily === other.clampFamily;

/** Density of a reading under a distribution, per mm. */
export function densityAt(readingMm: number, { meanMm, sdMm, leastMm, mostMm }: LengthLaw): number {
  if (meanMm !== null) return normal((readingMm - meanMm) / sdMm) / sdMm;
  const beyondMm = Math.max(leastMm - readingMm, readingMm - mostMm, 0);
  return Math.exp(-0.5 * (beyondMm / sdMm) ** 2) / (mostMm - leastMm);
}

/**
 * Overlap of two distributions, 1 for identical and 0 for disjoint (Bhattacharyya coefficient). Two unknown ones
 * overlap as far as their ranges do: measuring does not distinguish them.
 */
export function overlap(one: LengthLaw, other: LengthLaw): number {
  if (one.meanMm !== null && other.meanMm !== null) {
    const variance = one.sdMm ** 2 + other.sdMm ** 2;
    const spread = Math.sqrt((2 * one.sdMm * other.sdMm) / variance);
    return spread * Math.exp(-0.25 * ((one.meanMm - other.meanMm) ** 2 / variance));
  }
  if (one.meanMm === null && other.meanMm === null) {
    const shared = Math.min(one.mostMm, other.mostMm) - Math.max(one.leastMm, other.leastMm);
    return Math.max(0, shared) / Math.sqrt((one.mostMm - one.leastMm) * (other.mostMm - other.leastMm));
  }
  const [narrow, broad] = one.meanMm === null ? [other, one] : [one, other];
  const inside = narrow.meanMm! >= broad.leastMm && narrow.meanMm! <= broad.mostMm;
  const density = 1 / (broad.mostMm - broad.leastMm);
  return inside ? Math.min(1, Math.sqrt(density) * (8 * Math.PI * narrow.sdMm ** 2) ** 0.25) : 0;
}

const normal = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
