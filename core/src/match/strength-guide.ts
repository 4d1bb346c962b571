import type { Stack } from '../material/index.js';
import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** Thickness of leather in mm that a blade is normally good for: practice gives a range, not a line. */
export interface StrengthGuide {
  readonly fromMm: number;
  readonly toMm: number;
}

/**
 * Thickness of leather that a blade is normally good for. The lower end is 3 mm (NM / 110)³, one fact of common
 * practice extrapolated by the cube; the upper end is fitted to another, NM 140 for about 6 to 10 mm. A guide, not a
 * limit.
 *
 * @example strengthGuide(140) // { fromMm: 6.2, toMm: 10 }
 */
export function strengthGuide(nm: number, values: Values = SHIPPED_VALUES): StrengthGuide {
  const anchorNm = values['strength.anchor-size'].value;
  const fromMm = values['strength.anchor-leather'].value * (requirePositive('nm', nm) / anchorNm) ** 3;
  return { fromMm, toMm: fromMm * values['strength.upper-share'].value };
}

/** Id of the value for the smallest blade on a material. */
export const leastBladeValueId = (materialId: string): string => `material.${materialId}.least-blade`;

/** Smallest blade in NM that the materials of a stack call for whatever the thread, 0 if none does. */
export function leastBladeNm({ layers }: Stack, values: Values = SHIPPED_VALUES): number {
  const asked = layers.map(
    ({ material: { id, leastBladeNm: shipped } }) => values[leastBladeValueId(id)]?.value ?? shipped ?? 0,
  );
  return Math.max(...asked);
}

/** Whether a blade is normally good for a stack: its thickness and the toughest cloth in it. */
export function carries(
  nm: number,
  { toMm }: StrengthGuide,
  { stack, leastNm }: { readonly stack: Stack; readonly leastNm: number },
): boolean {
  return stack.thicknessMm <= toMm && nm >= leastNm;
}
