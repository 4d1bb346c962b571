import type { Standing } from '../standing/index.js';
import type { PointFamily } from './needle-system.js';

/**
 * Angle between a cutting point's cut and the seam: a number of degrees, `both` for a cross-shaped cut, or `three`
 * for three edges. `null` for points that part the yarns and cut nothing.
 */
export type CutAngle = number | 'both' | 'three' | null;

/** What look can be wanted for a seam: the line it makes, or the most leather left between holes. */
export const SEAM_LOOKS = ['straight', 'slanted', 'sunk', 'strongest-land'] as const;
export type SeamLook = (typeof SEAM_LOOKS)[number];

/** A needle point, described by what it does. All rows are common practice; letters are trade designations. */
export interface PointStyle {
  readonly id: string;
  readonly name: string;
  readonly letters: string;
  readonly family: PointFamily;
  readonly cutAngleDeg: CutAngle;
  /** The seam it leaves, in a few words. */
  readonly look: string;
  /** The looks it gives a seam. */
  readonly gives: readonly SeamLook[];
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
  cutting('right-twist', 'right-twist cutting point', 'LR', 45, ['slanted'], 'stitches lie slightly slanted'),
  cutting(
    'left-twist',
    'left-twist cutting point',
    'LL',
    -45,
    ['slanted'],
    'stitches lie slanted the other way',
  ),
  cutting(
    'lengthwise',
    'lengthwise cutting point',
    'S',
    0,
    ['straight', 'sunk'],
    'straight, sunk stitches, weakest land',
  ),
  cutting(
    'crosswise',
    'crosswise cutting point',
    'P',
    90,
    ['strongest-land'],
    'short stitches possible, strongest land',
  ),
  cutting(
    'triangular',
    'triangular cutting point',
    'TRI',
    'three',
    ['straight'],
    'straight line in hard, dry leather',
  ),
  cutting(
    'diamond',
    'diamond cutting point',
    'DI',
    'both',
    ['straight'],
    'straight line in thick, hard leather',
  ),
];

/** The point with the given id, or undefined. */
export function pointStyle(id: string): PointStyle | undefined {
  return POINT_STYLES.find((point) => point.id === id);
}

/** Other letters and words used for a point on packs, from memory. */
const OTHER_LETTERS: Readonly<Record<string, string>> = {
  RTW: 'right-twist',
  LTW: 'left-twist',
  RG: 'round',
  TRIANGULAR: 'triangular',
  DIA: 'diamond',
  DIAMOND: 'diamond',
  ROUND: 'round',
};

/** Letters on household packs, with the nearest of our points; from memory except S, J, M, LL, LR. */
export const HOUSEHOLD_LETTERS: Readonly<
  Record<string, { readonly says: string; readonly pointId: string | null }>
> = {
  s: { says: 'stretch', pointId: 'medium-ball' },
  j: { says: 'jeans', pointId: 'acute-round' },
  m: { says: 'fine cloth', pointId: 'acute-round' },
  ll: { says: 'leather', pointId: 'left-twist' },
  lr: { says: 'leather', pointId: 'right-twist' },
  e: { says: 'embroidery', pointId: 'small-ball' },
  q: { says: 'quilting', pointId: 'round' },
  n: { says: 'long eye', pointId: null },
};

/** The point with these trade letters, or undefined. @example pointOfLetters('lr')?.id // 'right-twist' */
export function pointOfLetters(letters: string): PointStyle | undefined {
  const upper = letters.toUpperCase();
  return POINT_STYLES.find(({ id, letters: own }) => own === upper || id === OTHER_LETTERS[upper]);
}

function cloth(id: string, name: string, letters: string, look: string): PointStyle {
  return {
    id,
    name,
    letters,
    family: 'cloth',
    cutAngleDeg: null,
    look,
    gives: ['straight'],
    standing: 'practice',
  };
}

function cutting(
  id: string,
  name: string,
  letters: string,
  cutAngleDeg: CutAngle,
  gives: readonly SeamLook[],
  look: string,
): PointStyle {
  return { id, name, letters, family: 'cutting', cutAngleDeg, look, gives, standing: 'practice' };
}
