import type { Hardness, Material, MaterialKind, Stack } from '../material/index.js';
import type { PointStyle } from '../needle/index.js';
import type { LeatherPointSchool } from './school.js';

/** Something a point does to a layer that the mechanic should know before sewing. */
export interface PointWarning {
  readonly code: 'cuts-yarns' | 'round-in-leather' | 'pierces-coating';
  readonly materialName: string;
}

export interface PointAdvice {
  /** 0 (wrong) to 1 (made for it), weighted by the thickness of the layers. */
  readonly suitability: number;
  readonly warnings: readonly PointWarning[];
}

type Row = Readonly<Record<string, number>>;

/**
 * How well each point suits each material, 0 to 1. The order within a row is common practice (cutting points for
 * leather, straight-cutting ones the harder it is; round for cloth; round with small cut for coatings); the
 * figures that express it are assumptions.
 */
const LEATHER: Readonly<Record<Hardness, Row>> = {
  soft: leatherRow(1, 0.95, 0.6, 0.8, 0.6, 0.4, 0.75),
  medium: leatherRow(1, 0.95, 0.75, 0.85, 0.75, 0.7, 0.35),
  hard: leatherRow(0.85, 0.8, 0.6, 0.7, 0.95, 1, 0.15),
};
const OTHER: Readonly<Record<Exclude<MaterialKind, 'leather'>, Row & { readonly cutting: number }>> = {
  woven: clothRow(1, 0.85, 0.75, 0.95, 0.8, 0.3),
  coated: clothRow(0.85, 0.6, 0.5, 0.9, 1, 0.4),
  webbing: clothRow(1, 0.9, 0.85, 0.85, 0.8, 0.15),
  felt: clothRow(1, 0.9, 0.85, 0.9, 0.8, 0.5),
  foam: clothRow(1, 0.9, 0.9, 0.85, 0.8, 0.6),
};

/** Suits a point to every layer of a stack. */
export function pointForStack(point: PointStyle, stack: Stack, school: LeatherPointSchool): PointAdvice {
  const weighted = stack.layers.reduce(
    (sum, layer) => sum + layer.thicknessMm * layer.plies * suitability(point, layer.material, school),
    0,
  );
  return { suitability: weighted / stack.thicknessMm, warnings: warnings(point, stack) };
}

function suitability(point: PointStyle, material: Material, school: LeatherPointSchool): number {
  if (material.kind !== 'leather') {
    const row = OTHER[material.kind];
    return point.family === 'cutting' ? row.cutting : (row[point.id] ?? 0);
  }
  if (school === 'round') return point.family === 'cutting' ? 0.2 : OTHER.felt[point.id]!;
  return LEATHER[material.hardness][point.id] ?? 0;
}

function warnings(point: PointStyle, stack: Stack): readonly PointWarning[] {
  const found = stack.layers.flatMap(({ material }): PointWarning[] => {
    const isYarn = material.kind === 'woven' || material.kind === 'webbing';
    if (point.family === 'cutting' && isYarn) return [{ code: 'cuts-yarns', materialName: material.name }];
    if (point.family === 'cutting' && material.kind === 'coated') {
      return [{ code: 'pierces-coating', materialName: material.name }];
    }
    const hardForRound = material.kind === 'leather' && material.hardness !== 'soft';
    if (point.family === 'cloth' && hardForRound)
      return [{ code: 'round-in-leather', materialName: material.name }];
    return [];
  });
  return found.filter((w, i) => found.findIndex((other) => other.materialName === w.materialName) === i);
}

function leatherRow(
  rightTwist: number,
  leftTwist: number,
  lengthwise: number,
  crosswise: number,
  triangular: number,
  diamond: number,
  round: number,
): Row {
  return {
    'right-twist': rightTwist,
    'left-twist': leftTwist,
    lengthwise,
    crosswise,
    triangular,
    diamond,
    round,
    'acute-round': round,
    'small-ball': round * 0.6,
    'medium-ball': round * 0.5,
    'round-small-cut': round,
  };
}

function clothRow(
  round: number,
  smallBall: number,
  mediumBall: number,
  acute: number,
  smallCut: number,
  cutting: number,
): Row & { readonly cutting: number } {
  return {
    round,
    'small-ball': smallBall,
    'medium-ball': mediumBall,
    'acute-round': acute,
    'round-small-cut': smallCut,
    cutting,
  };
}
