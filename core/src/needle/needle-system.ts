import { sourced, type Sourced, type Standing } from '../standing/index.js';

export type Shank = 'round' | 'flat';
export const POINT_FAMILIES = ['cloth', 'cutting'] as const;
export type PointFamily = (typeof POINT_FAMILIES)[number];

/** Lengths and diameters that distinguish systems; null if nobody is sure: measure and confirm. */
export interface NeedleMeasures {
  readonly shankDiameterMm: Sourced<number> | null;
  /** Butt of the shank to the top of the eye. If it is half a millimetre off, the hook misses the loop. */
  readonly buttToEyeMm: Sourced<number> | null;
  readonly overallMm: Sourced<number> | null;
}

/** A needle system: one shape under its equivalent trade designations. */
export interface NeedleSystem extends NeedleMeasures {
  readonly id: string;
  /** Other designations of the same shape. Common practice. */
  readonly equivalents: readonly string[];
  readonly shank: Shank;
  /** Shared by systems that fit the same bar: the cloth and leather needles of one shank and length. */
  readonly clampFamily: string;
  /** The usual needle of the same shape if this one has a longer eye, for thick thread; null for usual eyes. */
  readonly longEyeOf: string | null;
  /** Point families it is made with. */
  readonly pointFamilies: readonly PointFamily[];
  readonly sizesNm: Sourced<readonly [smallest: number, largest: number]>;
  /** The machines it is for, by function. */
  readonly usedOn: string;
  readonly standing: Standing;
}

const RANGE_SOURCE = 'sizes commonly sold, from memory';
const SHANK_SOURCE = 'from memory, to be measured';
const BOTH: readonly PointFamily[] = ['cloth', 'cutting'];

export const NEEDLE_SYSTEMS: readonly NeedleSystem[] = [
  system('135x5', ['134', 'DPx5'], 'medium drop-feed machines', {
    points: BOTH,
    sizes: [60, 160],
    shankMm: 2.0,
    buttToEyeMm: 33.9,
  }),
  system('16x231', ['1738', 'DBx1', '287 WH'], 'light and medium drop-feed machines', {
    points: ['cloth'],
    sizes: [60, 140],
    shankMm: 1.62,
    buttToEyeMm: 33.9,
  }),
  system('16x95', [], 'the same machines as 16x231, in leather', {
    clamp: '16x231',
    points: ['cutting'],
    sizes: [70, 140],
    shankMm: 1.62,
  }),
  system('135x17', ['DPx17'], 'walking-foot and compound machines, cloth', {
    points: ['cloth'],
    sizes: [80, 200],
    shankMm: 2.0,
    buttToEyeMm: 39,
  }),
  system('135x16', ['DPx16'], 'walking-foot and compound machines, leather', {
    clamp: '135x17',
    points: ['cutting'],
    sizes: [80, 200],
    shankMm: 2.0,
  }),
  system('134-35', ['2134-35'], 'post-bed and compound machines', { points: BOTH, sizes: [80, 180] }),
  system('130/705 H', ['15x1', 'HAx1'], 'portable machines with a flat clamp', {
    shank: 'flat',
    points: BOTH,
    sizes: [60, 140],
    sizesStanding: 'practice',
    shankMm: 2.0,
  }),
  system('130/705 H-N', [], 'portable machines with a flat clamp, thick thread', {
    shank: 'flat',
    clamp: '130/705 H',
    longEyeOf: '130/705 H',
    points: ['cloth'],
    sizes: [80, 110],
    shankMm: 2.0,
    standing: 'memory',
  }),
  system('29x3', [], 'patching machines, cloth', { points: ['cloth'], sizes: [80, 180], standing: 'memory' }),
  system('29x4', [], 'patching machines, leather', {
    clamp: '29x3',
    points: ['cutting'],
    sizes: [80, 180],
    standing: 'memory',
  }),
  system('190', ['MTx190'], 'post-bed machines', { points: BOTH, sizes: [80, 160], standing: 'memory' }),
  system('794', ['7x3', 'DYx3'], 'heavy harness-class machines', { points: BOTH, sizes: [160, 250] }),
  system('328', [], 'heavy stitching machines', { points: BOTH, sizes: [140, 250] }),
];

/**
 * The system with a trade designation, equivalents included, or undefined.
 *
 * @example needleSystem('DPx17')?.id // '135x17'
 */
export function needleSystem(designation: string): NeedleSystem | undefined {
  return BY_DESIGNATION.get(plainDesignation(designation));
}

/** Ids of the values for the smallest and largest size in which a shop can get a system. */
export const smallestSizeValueId = (systemId: string): string => `system.${systemId}.smallest`;
export const largestSizeValueId = (systemId: string): string => `system.${systemId}.largest`;

/** Smallest and largest NM a system is made in: the shop's own limits if it has entered any. */
export function sizesMade(
  { id, sizesNm }: NeedleSystem,
  values: Readonly<Record<string, Sourced<number> | undefined>>,
): readonly [smallest: number, largest: number] {
  const [smallest, largest] = sizesNm.value;
  return [
    values[smallestSizeValueId(id)]?.value ?? smallest,
    values[largestSizeValueId(id)]?.value ?? largest,
  ];
}

/** Whether a clamp that takes these designations takes a system: the same one, or the long-eyed variant of one. */
export function takesSystem(designations: readonly string[], { id, longEyeOf }: NeedleSystem): boolean {
  return designations.some((name) => {
    const taken = needleSystem(name)?.id;
    return taken !== undefined && (taken === id || taken === longEyeOf);
  });
}

/** A designation without spaces and case, `×` read as `x`, for comparison. */
function plainDesignation(designation: string): string {
  return designation.toLowerCase().replace(/×/g, 'x').replace(/\s+/g, '');
}

const BY_DESIGNATION = new Map(
  NEEDLE_SYSTEMS.flatMap((one) =>
    [one.id, ...one.equivalents].map((name) => [plainDesignation(name), one] as const),
  ),
);

/** The system of the other point family that fits the same clamp: the leather counterpart of a cloth needle. */
export function twinSystem(system: NeedleSystem, family: PointFamily): NeedleSystem | undefined {
  return NEEDLE_SYSTEMS.find(
    (other) =>
      other.clampFamily === system.clampFamily &&
      other.longEyeOf === null &&
      other.pointFamilies.includes(family),
  );
}

interface SystemTraits {
  readonly shank?: Shank;
  readonly clamp?: string;
  readonly points: readonly PointFamily[];
  readonly sizes: readonly [number, number];
  readonly sizesStanding?: Standing;
  readonly longEyeOf?: string;
  readonly shankMm?: number;
  readonly buttToEyeMm?: number;
  readonly standing?: Standing;
}

function system(
  id: string,
  equivalents: readonly string[],
  usedOn: string,
  traits: SystemTraits,
): NeedleSystem {
  const { shank = 'round', clamp = id, longEyeOf = null, points, sizes, shankMm, buttToEyeMm } = traits;
  const { standing = 'practice', sizesStanding = 'memory' } = traits;
  const measure = (mm: number | undefined) => (mm === undefined ? null : sourced(mm, 'memory', SHANK_SOURCE));
  return {
    id,
    equivalents,
    shank,
    clampFamily: clamp,
    longEyeOf,
    pointFamilies: points,
    sizesNm: sourced(sizes, sizesStanding, sizesStanding === 'memory' ? RANGE_SOURCE : 'sizes commonly sold'),
    shankDiameterMm: measure(shankMm),
    buttToEyeMm: measure(buttToEyeMm),
    overallMm: null,
    usedOn,
    standing,
  };
}
