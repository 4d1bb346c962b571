import { ENOUGH_POINTS, straightLine } from '../numeric/index.js';
import { requirePositive } from '../standing/index.js';

/** A gauge reading of the needle thread at a setting of the top knob. */
export interface GaugeReading {
  readonly turns: number;
  readonly tensionCn: number;
}

/** A machine's own line from turns to cN, with the prediction band for the next reading. */
export interface TurnsToTension {
  readonly interceptCn: number;
  readonly cnPerTurn: number;
  readonly readings: number;
  /** Tension expected at a setting, with the middle 90 % for the next reading. */
  at(turns: number): { readonly lowCn: number; readonly middleCn: number; readonly highCn: number };
}

/** Number of readings from which a line can estimate its own error. */
export const ENOUGH_READINGS = ENOUGH_POINTS;

/**
 * Least-squares line through a machine's gauge readings; null with fewer than three, or all at one setting. It
 * replaces the assumed tension chain for this machine and thread.
 *
 * @throws OutOfRange for a reading that is not a positive tension at a finite setting
 */
export function turnsToTension(readings: readonly GaugeReading[]): TurnsToTension | null {
  for (const { tensionCn } of readings) requirePositive('tensionCn', tensionCn);
  const line = straightLine(readings.map(({ turns, tensionCn }) => [turns, tensionCn]));
  if (!line) return null;
  return {
    interceptCn: line.intercept,
    cnPerTurn: line.slope,
    readings: readings.length,
    at: (turns) => {
      const middleCn = line.at(turns);
      const half = line.nextHalf(turns);
      return { lowCn: middleCn - half, middleCn, highCn: middleCn + half };
    },
  };
}
