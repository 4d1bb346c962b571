import type { Standing } from '../standing/index.js';
import type { PointFamily } from './needle-system.js';

/**
 * Angle between a cutting point's cut and the seam: a number of degrees, `both` for a cross-shaped cut, or
 * `three` for three edges. `null` for points that part the yarns and cut nothing.
 */
export type CutAngle = number | 'both' | 'three' | null;

/** A needle point, described by what it does. All rows are common practice; letters are trade designations. */
export interface PointStyle {
  readonly id: string;
  readonly name: string;
  readonly letters: string;
  readonly family: PointFamily;
  readonly cutAngleDeg: CutAngle;
  /** What it leaves behind, in a few words. */
  readonly look: string;
  readonly standing: Standing;
}

export const POINT_STYLES: readonly PointStyle[] = [
  cloth('round', 'standard round point', 'R', 'parts the yarns, straight line'),
  cloth('small-ball', 'small ball point', 'SES', 'pushes yarns aside, spares knits'),
  cloth('medium-ball', 'medium ball point', 'SUK', 'pushes coarse yarns aside'),
  cloth('acute-round', 'acute round point', 'SPI', 'pierces dense weave, straight line'),
  cloth(
    'round-small-cut',
    'round point with small cut',
    'RTR',
    'opens coatings, spares the cloth under them',
  ),
  cutting('right-twist', 'right-twist cutting point', 'LR', 45, 'stitches lie slightly slanted'),
  cutting('left-twist', 'left-twist cutting point', 'LL', -45, 'stitches lie slanted the other way'),
  cutting('lengthwise', 'lengthwise cutting point', 'S', 0, 'straight, sunk stitches, weakest land'),
  cutting('crosswise', 'crosswise cutting point', 'P', 90, 'short stitches possible, strongest land'),
  cutting('triangular', 'triangular cutting point', 'TRI', 'three', 'straight line in hard, dry leather'),
  cutting('diamond', 'diamond cutting point', 'DI', 'both', 'straight line in thick, hard leather'),
];

/** The point with the given id, or undefined. */
export function pointStyle(id: string): PointStyle | undefined {
  return POINT_STYLES.find((point) => point.id === id);
}

/** The point that these trade letters stand for, or undefined. @example pointOfLetters('lr')?.id // 'right-twist' */
export function pointOfLetters(letters: string): PointStyle | undefined {
  return POINT_STYLES.find((point) => point.letters === letters.toUpperCase());
}

function cloth(id: string, name: string, letters: string, look: string): PointStyle {
  return { id, name, letters, family: 'cloth', cutAngleDeg: null, look, standing: 'practice' };
}

function cutting(id: string, name: string, letters: string, cutAngleDeg: CutAngle, look: string): PointStyle {
  return { id, name, letters, family: 'cutting', cutAngleDeg, look, standing: 'practice' };
}
