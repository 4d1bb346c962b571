import type { Material, Stack } from '../material/index.js';
import type { PointStyle } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { pointSuitability, pointWork } from './point-suitability.js';
import type { PointSchools } from './school.js';

/** What a point does to a material of the stack. */
export type PointEffect =
  | 'cuts-leather'
  | 'parts-yarns'
  | 'cuts-yarns'
  | 'round-in-leather'
  | 'opens-coating'
  | 'cuts-coating-open'
  | 'pierces';

/** One material of the stack under a point. */
export interface PointInLayer {
  readonly materialName: string;
  /** 0 (wrong) to 1 (made for it). */
  readonly suitability: number;
  readonly effect: PointEffect;
}

export interface PointAdvice {
  /** 0 (wrong) to 1 (made for it), weighted by the thickness of the layers. */
  readonly suitability: number;
  /** Each material once, top first. */
  readonly layers: readonly PointInLayer[];
  /** Some yarns of the stack are cut: the seam stays off the edge there. */
  readonly cutsCloth: boolean;
}

/** Effects the mechanic should know about before sewing. */
export const HARMFUL_EFFECTS: readonly PointEffect[] = [
  'cuts-yarns',
  'round-in-leather',
  'cuts-coating-open',
];

/** How a point suits every layer of a stack. */
export function pointForStack(
  point: PointStyle,
  stack: Stack,
  schools: PointSchools,
  values: Values = SHIPPED_VALUES,
): PointAdvice {
  const judged = stack.layers.map(({ material, thicknessMm, plies }) => ({
    materialName: material.name,
    suitability: pointSuitability(point, pointWork(material, schools), values),
    effect: effectOn(material, point),
    shareMm: thicknessMm * plies,
  }));
  const weighted = judged.reduce((sum, layer) => sum + layer.shareMm * layer.suitability, 0);
  const layers = judged
    .filter((one, i) => judged.findIndex((other) => other.materialName === one.materialName) === i)
    .map(({ shareMm: _, ...layer }) => layer);
  return {
    suitability: weighted / stack.thicknessMm,
    layers,
    cutsCloth: layers.some(({ effect }) => effect === 'cuts-yarns'),
  };
}

/** Whether a point must not be used on a stack: it suits it too badly. */
export function pointIsWrong({ suitability }: PointAdvice, values: Values): boolean {
  return suitability < values['point.usable-from'].value;
}

function effectOn({ kind, hardness }: Material, { family, id }: PointStyle): PointEffect {
  const cuts = family === 'cutting';
  switch (kind) {
    case 'leather':
      if (cuts) return 'cuts-leather';
      return hardness === 'soft' ? 'pierces' : 'round-in-leather';
    case 'woven':
    case 'webbing':
      return cuts ? 'cuts-yarns' : 'parts-yarns';
    case 'coated':
      if (cuts) return 'cuts-coating-open';
      return id === 'round-small-cut' ? 'opens-coating' : 'pierces';
    default:
      return 'pierces';
  }
}
