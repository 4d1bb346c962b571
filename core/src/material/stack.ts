import { OutOfRange, requirePositive } from '../standing/index.js';
import { materialById, type Material } from './material.js';

/** One layer of a stack, top first. */
export interface Layer {
  readonly materialId: string;
  /** Thickness of one ply in mm, above 0. */
  readonly thicknessMm: number;
  /** Plies on top of each other, 1 or more. */
  readonly plies: number;
}

/** What the needle goes through: the layers with their materials, and their sums. */
export interface Stack {
  readonly layers: readonly (Layer & { readonly material: Material })[];
  readonly thicknessMm: number;
  /** Share of the thickness that is leather, 0 to 1. */
  readonly leatherShare: number;
  readonly abrasive: boolean;
}

/**
 * Adds up a stack.
 *
 * @param layers top first; at least one
 * @throws OutOfRange for no layers, an unknown material, or a thickness or ply count that is not positive
 */
export function stackOf(layers: readonly Layer[]): Stack {
  if (layers.length === 0) throw new OutOfRange('layers', 0, '1 or more');
  const resolved = layers.map((layer) => {
    const material = materialById(layer.materialId);
    if (!material)
      throw new RangeError(`materialId is "${layer.materialId}"; allowed: an id of the catalogue`);
    requirePositive('thicknessMm', layer.thicknessMm);
    requirePositive('plies', layer.plies);
    return { ...layer, material };
  });
  const thickness = (kept: typeof resolved) => kept.reduce((sum, l) => sum + l.thicknessMm * l.plies, 0);
  const thicknessMm = thickness(resolved);
  return {
    layers: resolved,
    thicknessMm,
    leatherShare: thickness(resolved.filter((l) => l.material.kind === 'leather')) / thicknessMm,
    abrasive: resolved.some((l) => l.material.abrasive),
  };
}
