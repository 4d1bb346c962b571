import { OutOfRange, requirePositive, sourced, type Sourced } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** Dimensions of an empty bobbin in mm. */
export interface Bobbin {
  readonly rimMm: number;
  readonly coreMm: number;
  readonly widthMm: number;
}

/** A bobbin size by its trade letter. Dimensions from memory: measure one and confirm. */
export interface BobbinSize {
  readonly id: string;
  readonly name: string;
  readonly measures: Readonly<Record<keyof Bobbin, Sourced<number>>>;
}

const FROM_MEMORY = 'from memory, measure one';
const size = (id: string, name: string, rimMm: number, coreMm: number, widthMm: number): BobbinSize => {
  const measure = (mm: number) => sourced(mm, 'memory', FROM_MEMORY);
  return {
    id,
    name,
    measures: { rimMm: measure(rimMm), coreMm: measure(coreMm), widthMm: measure(widthMm) },
  };
};

export const BOBBIN_SIZES: readonly BobbinSize[] = [
  size('small', 'Small, 20 mm rim (L)', 20.3, 7, 8.8),
  size('domestic', 'Flat-shank portable, 20 mm rim (15)', 20.3, 6, 11.2),
  size('medium', 'Medium, 25 mm rim (M)', 25, 7.5, 10.5),
  size('large', 'Large, 26 mm rim (U)', 26, 8, 12),
  size('harness', 'Harness class, 32 mm rim', 32, 9, 16),
];

/** The bobbin size with the given id, or undefined. */
export function bobbinSize(id: string): BobbinSize | undefined {
  return BOBBIN_SIZES.find((one) => one.id === id);
}

/** Id of the value for a dimension of a bobbin size. */
export const bobbinValueId = (sizeId: string, measure: keyof Bobbin): string =>
  `bobbin-size.${sizeId}.${measure === 'rimMm' ? 'rim' : measure === 'coreMm' ? 'core' : 'width'}`;

/** Dimensions of a bobbin size: the shop's own if it has them. */
export function bobbinOf({ id, measures }: BobbinSize, values: Values = SHIPPED_VALUES): Bobbin {
  const of = (measure: keyof Bobbin) => (values[bobbinValueId(id, measure)] ?? measures[measure]).value;
  return { rimMm: of('rimMm'), coreMm: of('coreMm'), widthMm: of('widthMm') };
}

/**
 * Metres of thread on a bobbin wound to a gap below the rim: ((D - 2g)² - core²) w pack / (1000 d²), all in mm.
 *
 * @throws OutOfRange when the gap leaves nothing to wind on
 * @example bobbinMetres({ rimMm: 25, coreMm: 7.5, widthMm: 10.5 }, 0.42) // 17.6
 */
export function bobbinMetres(
  { rimMm, coreMm, widthMm }: Bobbin,
  threadDiameterMm: number,
  values: Values = SHIPPED_VALUES,
): number {
  requirePositive('threadDiameterMm', threadDiameterMm);
  requirePositive('widthMm', widthMm);
  const woundMm = rimMm - 2 * values['bobbin.rim-gap'].value;
  if (!(woundMm > coreMm)) throw new OutOfRange('rimMm', rimMm, 'above core and gap together');
  const pack = values['bobbin.packing'].value;
  return ((woundMm ** 2 - coreMm ** 2) * widthMm * pack) / (1000 * threadDiameterMm ** 2);
}
