import { sourced, type Sourced } from '../standing/index.js';
import type { Material } from '../material/index.js';
import { POINT_STYLES, type PointStyle } from '../needle/index.js';
import type { Values } from '../reference/index.js';
import type { PointSchools } from './school.js';

/**
 * What a point can meet. Leather by the round-point school and coated sheeting by the cutting-point one have rows of
 * their own.
 */
export const POINT_WORKS = [
  'soft-leather',
  'medium-leather',
  'hard-leather',
  'leather-round-school',
  'woven',
  'coated',
  'coated-cutting-school',
  'webbing',
  'felt',
  'foam',
  'rubber',
] as const;
export type PointWork = (typeof POINT_WORKS)[number];

type Row = Readonly<Record<string, number>>;

/**
 * How well each point suits each work, 0 to 1. The order within a row is common practice (cutting points for leather,
 * straight-cutting ones the harder it is; round for cloth; round with small cut for coatings); the figures that
 * express it are assumptions.
 */
const SUITABILITY: Readonly<Record<PointWork, Row>> = {
  'soft-leather': leatherRow(1, 0.95, 0.6, 0.8, 0.6, 0.4, 0.75),
  'medium-leather': leatherRow(1, 0.95, 0.75, 0.85, 0.75, 0.7, 0.35),
  'hard-leather': leatherRow(0.85, 0.8, 0.6, 0.7, 0.95, 1, 0.15),
  'leather-round-school': clothRow(1, 0.9, 0.85, 0.9, 0.8, 0.2),
  woven: clothRow(1, 0.85, 0.75, 0.95, 0.8, 0.3),
  coated: clothRow(0.85, 0.6, 0.5, 0.9, 1, 0.4),
  'coated-cutting-school': leatherRow(1, 0.95, 0.7, 0.8, 0.75, 0.7, 0.6),
  webbing: clothRow(1, 0.9, 0.85, 0.85, 0.8, 0.15),
  felt: clothRow(1, 0.9, 0.85, 0.9, 0.8, 0.5),
  foam: clothRow(1, 0.9, 0.9, 0.85, 0.8, 0.6),
  rubber: clothRow(0.9, 0.8, 0.75, 0.95, 0.9, 0.45),
};

const SOURCE = 'order of common practice, figures chosen here';

/** The kind of work a material is for a point. */
export function pointWork(material: Material, { leatherPoint, coatedPoint }: PointSchools): PointWork {
  if (material.kind === 'coated' && coatedPoint === 'cutting') return 'coated-cutting-school';
  if (material.kind !== 'leather') return material.kind;
  return leatherPoint === 'round' ? 'leather-round-school' : `${material.hardness}-leather`;
}

/** Id of the value that says how a point suits a work. */
export const pointValueId = (pointId: string, work: PointWork): string => `point.${pointId}.${work}`;

/** How well a point suits a work, 0 to 1, as shipped. */
export function shippedSuitability(point: PointStyle, work: PointWork): Sourced<number> {
  return SHIPPED.get(pointValueId(point.id, work))!;
}

/** How well a point suits a work, 0 to 1: the shop's own figure if it has one. */
export function pointSuitability(point: PointStyle, work: PointWork, values: Values): number {
  const id = pointValueId(point.id, work);
  return (values[id] ?? SHIPPED.get(id)!).value;
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
): Row {
  return {
    round,
    'small-ball': smallBall,
    'medium-ball': mediumBall,
    'acute-round': acute,
    'round-small-cut': smallCut,
    'right-twist': cutting,
    'left-twist': cutting,
    lengthwise: cutting,
    crosswise: cutting,
    triangular: cutting,
    diamond: cutting,
  };
}

const SHIPPED: ReadonlyMap<string, Sourced<number>> = new Map(
  POINT_WORKS.flatMap((work) =>
    POINT_STYLES.map((point) => [
      pointValueId(point.id, work),
      sourced(SUITABILITY[work][point.id]!, 'assumption', SOURCE),
    ]),
  ),
);
