import { OutOfRange, requirePositive } from '../standing/index.js';

/** A gauge reading of the needle thread at a setting of the top knob. */
export interface GaugeReading {
  readonly turns: number;
  readonly tensionCn: number;
}

/** A machine's own line from turns to cN, with the band a next reading should fall in. */
export interface TurnsToTension {
  readonly interceptCn: number;
  readonly cnPerTurn: number;
  readonly readings: number;
  /** Tension expected at a setting, with the middle 90 % of a next reading. */
  at(turns: number): { readonly lowCn: number; readonly middleCn: number; readonly highCn: number };
}

/** Readings from which on a line says anything of its own error. */
export const ENOUGH_READINGS = 3;
/** 95 % points of Student's t for 1 to 30 degrees of freedom (any statistics handbook); 1.645 beyond. */
const T_95 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761, 1.753,
  1.746, 1.74, 1.734, 1.729, 1.725, 1.721, 1.717, 1.714, 1.711, 1.708, 1.706, 1.703, 1.701, 1.699, 1.697,
];

/**
 * Least-squares line through a machine's gauge readings; null with fewer than three, or all at one setting. It replaces
 * the assumed tension chain for this machine and thread.
 *
 * @throws OutOfRange for a reading that is not a positive tension at a finite setting
 */
export function turnsToTension(readings: readonly GaugeReading[]): TurnsToTension | null {
  for (const { turns, tensionCn } of readings) {
    requirePositive('tensionCn', tensionCn);
    if (!Number.isFinite(turns)) throw new OutOfRange('turns', turns, 'a finite number');
  }
  const n = readings.length;
  if (n < ENOUGH_READINGS) return null;
  const mean = (of: (one: GaugeReading) => number): number =>
    readings.reduce((sum, one) => sum + of(one), 0) / n;
  const [turnsMean, cnMean] = [mean((one) => one.turns), mean((one) => one.tensionCn)];
  const spread = readings.reduce((sum, { turns }) => sum + (turns - turnsMean) ** 2, 0);
  if (spread === 0) return null;
  const cnPerTurn =
    readings.reduce((sum, { turns, tensionCn }) => sum + (turns - turnsMean) * (tensionCn - cnMean), 0) /
    spread;
  const interceptCn = cnMean - cnPerTurn * turnsMean;
  const left = readings.reduce(
    (sum, { turns, tensionCn }) => sum + (tensionCn - interceptCn - cnPerTurn * turns) ** 2,
    0,
  );
  const deviation = Math.sqrt(left / (n - 2));
  const t = T_95[n - 3] ?? 1.645;
  return {
    interceptCn,
    cnPerTurn,
    readings: n,
    at: (turns) => {
      const middleCn = interceptCn + cnPerTurn * turns;
      const half = t * deviation * Math.sqrt(1 + 1 / n + (turns - turnsMean) ** 2 / spread);
      return { lowCn: middleCn - half, middleCn, highCn: middleCn + half };
    },
  };
}
