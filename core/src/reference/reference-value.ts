import type { Sourced, Standing } from '../standing/index.js';

/** A number used in calculations, as shown in the Catalogue. */
export interface ReferenceValue extends Sourced<number> {
  readonly name: string;
  /** Unit as written beside the number; empty for a plain ratio or weight. */
  readonly unit: string;
  /** What a shop may set it to. */
  readonly least: number;
  readonly most: number;
  /** The calculation that uses it, in words of the trade. */
  readonly usedIn: string;
}

/** Short form for one row of a table of reference values. */
export function reference(
  name: string,
  value: number,
  unit: string,
  [least, most]: readonly [number, number],
  standing: Standing,
  source: string,
  usedIn: string,
): ReferenceValue {
  return { name, value, unit, least, most, standing, source, usedIn };
}
