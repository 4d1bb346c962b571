import { sourced, type Sourced, type Standing } from '../standing/index.js';

export type Shank = 'round' | 'flat';

/** A needle system: one shape under its equivalent trade designations. */
export interface NeedleSystem {
  readonly id: string;
  /** Other designations of the same shape. Common practice. */
  readonly equivalents: readonly string[];
  readonly shank: Shank;
  /** Systems that share a bar share this: the cloth and leather needles of one shank and length. */
  readonly clampFamily: string;
  /** Point families it is made with. */
  readonly pointFamilies: readonly ('cloth' | 'cutting')[];
  readonly sizesNm: Sourced<readonly [smallest: number, largest: number]>;
  /** Not entered where nobody is sure of it: measure and confirm. */
  readonly shankDiameterMm: Sourced<number> | null;
  readonly standing: Standing;
}

const RANGE_SOURCE = 'sizes commonly sold, from memory';
const SHANK_SOURCE = 'from memory, to be measured';

export const NEEDLE_SYSTEMS: readonly NeedleSystem[] = [
  system('135x5', ['134', 'DPx5'], 'round', '135x5', ['cloth', 'cutting'], [60, 160], 2.0),
  system('16x231', ['1738', 'DBx1', '287 WH'], 'round', '16x231', ['cloth'], [60, 140], 1.62),
  system('16x95', [], 'round', '16x231', ['cutting'], [70, 140], 1.62),
  system('135x17', ['DPx17'], 'round', '135x17', ['cloth'], [80, 200], 2.0),
  system('135x16', ['DPx16'], 'round', '135x17', ['cutting'], [80, 200], 2.0),
  system('134-35', ['2134-35'], 'round', '134-35', ['cloth', 'cutting'], [80, 180], null),
  system('130/705 H', ['15x1', 'HAx1'], 'flat', '130/705 H', ['cloth', 'cutting'], [60, 120], 2.05),
  system('794', ['7x3', 'DYx3'], 'round', '794', ['cloth', 'cutting'], [160, 250], null),
  system('328', [], 'round', '328', ['cloth', 'cutting'], [140, 250], null),
];

/** The system of a trade designation, equivalents included, or undefined. @example needleSystem('DPx17')?.id // '135x17' */
export function needleSystem(designation: string): NeedleSystem | undefined {
  const wanted = plain(designation);
  return NEEDLE_SYSTEMS.find((s) => [s.id, ...s.equivalents].some((name) => plain(name) === wanted));
}

const plain = (designation: string): string => designation.toLowerCase().replace(/\s+/g, '');

function system(
  id: string,
  equivalents: readonly string[],
  shank: Shank,
  clampFamily: string,
  pointFamilies: NeedleSystem['pointFamilies'],
  sizesNm: readonly [number, number],
  shankMm: number | null,
): NeedleSystem {
  return {
    id,
    equivalents,
    shank,
    clampFamily,
    pointFamilies,
    sizesNm: sourced(sizesNm, 'memory', RANGE_SOURCE),
    shankDiameterMm: shankMm === null ? null : sourced(shankMm, 'memory', SHANK_SOURCE),
    standing: 'practice',
  };
}
