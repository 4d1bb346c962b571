import type { Standing } from '../standing/index.js';

/** Tex ticket series: the nominal sizes thread is sold by. From memory of ASTM D3823, unverified. */
export const TEX_TICKETS: readonly number[] = [
  16, 18, 21, 24, 27, 30, 35, 40, 45, 50, 60, 70, 80, 90, 105, 120, 135, 150, 180, 210, 240, 270, 300, 350,
  400, 450, 500, 600, 700,
];

/** A trade size of bonded thread and the nominal Tex it is sold as. */
export interface BondedTradeSize {
  readonly size: number;
  /** Plies of 210 denier, or null for the fine sizes outside that construction. */
  readonly pliesOf210Denier: number | null;
  readonly nominalTex: number;
  readonly standing: Standing;
}

/**
 * Bonded trade sizes. From size 46 up they are n plies of 210 denier and size = round(23.05 n), a rule fitted
 * here that gives all eight exactly.
 */
export const BONDED_TRADE_SIZES: readonly BondedTradeSize[] = [
  { size: 15, pliesOf210Denier: null, nominalTex: 16, standing: 'memory' },
  { size: 33, pliesOf210Denier: null, nominalTex: 30, standing: 'memory' },
  { size: 46, pliesOf210Denier: 2, nominalTex: 45, standing: 'fitted' },
  { size: 69, pliesOf210Denier: 3, nominalTex: 70, standing: 'fitted' },
  { size: 92, pliesOf210Denier: 4, nominalTex: 90, standing: 'fitted' },
  { size: 138, pliesOf210Denier: 6, nominalTex: 135, standing: 'fitted' },
  { size: 207, pliesOf210Denier: 9, nominalTex: 210, standing: 'fitted' },
  { size: 277, pliesOf210Denier: 12, nominalTex: 270, standing: 'fitted' },
  { size: 346, pliesOf210Denier: 15, nominalTex: 350, standing: 'fitted' },
  { size: 415, pliesOf210Denier: 18, nominalTex: 400, standing: 'fitted' },
];

/** US government letters, from memory of A-A-59826 and its predecessors, unverified. */
export const GOVERNMENT_LETTERS: Readonly<Record<string, number>> = {
  E: 70,
  F: 90,
  FF: 135,
  '3': 210,
  '4': 270,
  '5': 350,
  '6': 400,
};

/**
 * Metric tickets of bonded thread whose sold Tex is not the inverted ticket rounded down the series. Common practice:
 * ticket 20 inverts to Tex 150 but is sold as Tex 135, ticket 10 inverts to 300 but is sold as 270.
 */
export const BONDED_TICKET_EXCEPTIONS: Readonly<Record<number, number>> = { 20: 135, 10: 270 };

/** Metric tickets that heavy thread is commonly labelled with. Common practice, no source. */
export const COMMON_TICKETS: readonly number[] = [
  120, 80, 60, 50, 40, 36, 30, 25, 20, 18, 15, 13, 12, 10, 8, 7, 6, 5,
];

/** The sizes a heavy shop moves between; steps apart decide what a dramatic change is. Common practice. */
export const SIZE_LADDER: readonly number[] = [30, 45, 70, 90, 135, 210, 270, 350, 400];
