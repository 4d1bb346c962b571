import { DAY_MS } from '../units/index.js';
import { straightLine } from '../numeric/index.js';
import { requirePositive } from '../standing/index.js';

/** A reading of a bobbin case at one screw setting and thread. */
export interface SpringReading {
  readonly readAtMs: number;
  readonly tensionCn: number;
}

/** A bobbin spring that loses tension though nobody turned its screw. */
export interface SpringWear {
  /** Share of the tension lost from the first reading to the last, by the fitted line. */
  readonly lostShare: number;
  readonly days: number;
  readonly readings: number;
}

/** Fewest readings, and least loss, that count as wear rather than chance. Assumption. */
const LEAST_READINGS = 4;
const LEAST_LOSS = 0.12;
/**
 * Whether a bobbin case's readings indicate a worn spring: a line through their logarithms falls by more than 12 %,
 * and falls at all with 95 % confidence. Null if they do not, or are fewer than four.
 *
 * @param readings at one setting of the screw and with one thread, in any order
 * @throws OutOfRange for a tension that is not above 0
 */
export function springWear(readings: readonly SpringReading[]): SpringWear | null {
  for (const { tensionCn } of readings) requirePositive('tensionCn', tensionCn);
  if (readings.length < LEAST_READINGS) return null;
  const first = Math.min(...readings.map(({ readAtMs }) => readAtMs));
  const line = straightLine(
    readings.map(({ readAtMs, tensionCn }) => [(readAtMs - first) / DAY_MS, Math.log(tensionCn)]),
  );
  if (!line || line.slope + line.slopeHalf >= 0) return null;
  const days = Math.max(...readings.map(({ readAtMs }) => readAtMs - first)) / DAY_MS;
  const lostShare = -Math.expm1(line.slope * days);
  return lostShare < LEAST_LOSS ? null : { lostShare, days, readings: readings.length };
}
