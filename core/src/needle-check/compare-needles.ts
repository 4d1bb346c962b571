import { bladeDiameterMm, needleSystem, type NeedleSystem } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { sourced, type Sourced } from '../standing/index.js';
import { knownLength, NEEDLE_LENGTHS } from './needle-traits.js';

/** A needle, as far as it is compared with another. */
export interface NeedleBeside {
  readonly systemId: string;
  readonly nm: number;
}

export const COMPARED_LENGTHS = [...NEEDLE_LENGTHS, 'bladeMm'] as const;
export type ComparedLength = (typeof COMPARED_LENGTHS)[number];

export interface LengthBeside {
  readonly length: ComparedLength;
  /** Null if nobody knows. */
  readonly first: Sourced<number> | null;
  readonly second: Sourced<number> | null;
  /** The second less the first, in mm; null while one is unknown. */
  readonly byMm: number | null;
  /**
   * Whether the difference keeps one out of the other's clamp, or its eye away from the hook; null while one is
   * unknown.
   */
  readonly matters: boolean | null;
}

/**
 * Whether one needle may replace the other: same system and size; same system; same clamp, with different points;
 * never, since a shank or length differs; or unknown until a length is measured.
 */
export type NeedlesBeside = 'same' | 'other-size' | 'same-clamp' | 'never' | 'measure';

export interface NeedleComparison {
  readonly verdict: NeedlesBeside;
  readonly lengths: readonly LengthBeside[];
  readonly shanksDiffer: boolean;
}

/**
 * From what difference on a length matters, in mm: half a millimetre from butt to eye and the hook misses the loop.
 * Common practice.
 */
const MATTERS_FROM_MM: Readonly<Record<ComparedLength, number>> = {
  shankDiameterMm: 0.1,
  buttToEyeMm: 0.5,
  // It has no bearing on the clamp or the hook: points differ in length.
  overallMm: Infinity,
  // Another size is another job, not another needle.
  bladeMm: Infinity,
};

/**
 * Two needles side by side: what differs, and whether one may replace the other in a machine.
 *
 * @throws RangeError for an unknown system
 */
export function compareNeedles(
  first: NeedleBeside,
  second: NeedleBeside,
  values: Values = SHIPPED_VALUES,
): NeedleComparison {
  const [one, other] = [requireSystem(first.systemId), requireSystem(second.systemId)];
  const lengths = COMPARED_LENGTHS.map((length): LengthBeside => {
    const [a, b] = [lengthOf(first, length, values), lengthOf(second, length, values)];
    if (a === null || b === null) return { length, first: a, second: b, byMm: null, matters: null };
    const byMm = b.value - a.value;
    const matters = Math.abs(byMm) >= MATTERS_FROM_MM[length] - 1e-9;
    return { length, first: a, second: b, byMm, matters };
  });
  const shanksDiffer = one.shank !== other.shank;
  return { verdict: verdictOf(), lengths, shanksDiffer };

  function verdictOf(): NeedlesBeside {
    if (one.id === other.id) return first.nm === second.nm ? 'same' : 'other-size';
    if (one.clampFamily === other.clampFamily) return 'same-clamp';
    if (shanksDiffer || lengths.some(({ matters }) => matters === true)) return 'never';
    return 'measure';
  }
}

function lengthOf(
  { systemId, nm }: NeedleBeside,
  length: ComparedLength,
  values: Values,
): Sourced<number> | null {
  if (length !== 'bladeMm') return knownLength(systemId, length, values);
  return sourced(bladeDiameterMm(nm), 'standard', 'NM is the blade in hundredths of a millimetre');
}

function requireSystem(id: string): NeedleSystem {
  const system = needleSystem(id);
  if (!system) throw new RangeError(`no needle system ${id}`);
  return system;
}
