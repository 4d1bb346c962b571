import { HOUR_MS } from '../units/index.js';
import { OutOfRange, requireNotNegative } from '../standing/index.js';

/** A stitch counter's reading: totals since it was switched on. */
export interface CounterReading {
  /** Identifies the power-on: another one starts from zero. */
  readonly boot: number;
  /** Goes up by one with each reading since power-on. */
  readonly seq: number;
  readonly sentAtMs: number;
  readonly stitches: number;
  readonly motorMs: number;
  /** A mechanic has accepted the reading although it is more than the time allows. */
  readonly accepted?: boolean;
}

/** What a machine ran between two counter readings. */
export interface CounterRun {
  readonly fromMs: number;
  readonly toMs: number;
  readonly stitches: number;
  readonly motorMs: number;
  /** Readings were missing in between, or the counter was off: it is not known when in this time it ran. */
  readonly gap: boolean;
  /**
   * What the reading at its end claims beyond what can have been sewn: not counted. Null if it claims nothing of the
   * kind.
   */
  readonly leap: CounterLeap | null;
}

/** More than can have been sewn in the time passed, as a reading claims. */
export interface CounterLeap {
  readonly boot: number;
  readonly seq: number;
  readonly stitches: number;
  readonly motorMs: number;
}

/** Readings further apart than this leave a gap. Assumption. */
export const LONGEST_STEP_MS = 5 * 60_000;

/**
 * What a machine ran, from its counter readings in any order. Never negative, nothing counted twice: duplicate
 * readings count once; a lost one is covered by the next one's totals; after a power cycle, or if totals fell, new
 * totals count from zero; what cannot be placed because the clock was set back counts at its reading. What cannot
 * have been sewn in the time passed is a jump: it counts nothing and leaves a gap, unless it was accepted.
 *
 * @returns runs in chronological order, one per reading except the first
 * @throws OutOfRange for a negative total or time
 */
export function counterRuns(readings: readonly CounterReading[]): readonly CounterRun[] {
  for (const { stitches, motorMs, sentAtMs } of readings) {
    requireNotNegative('stitches', stitches);
    requireNotNegative('motorMs', motorMs);
    if (!Number.isFinite(sentAtMs)) throw new OutOfRange('sentAtMs', sentAtMs, 'a finite number');
  }
  const ordered = inOrder(readings);
  return ordered.slice(1).map((reading, i) => runBetween(ordered[i]!, reading));
}

/** Each reading once, power-ons in the order of their first reading, readings of a power-on by their number. */
function inOrder(readings: readonly CounterReading[]): readonly CounterReading[] {
  const began = new Map<number, number>();
  for (const { boot, sentAtMs } of readings) began.set(boot, Math.min(began.get(boot) ?? Infinity, sentAtMs));
  const sorted = [...readings].sort(
    (a, b) => began.get(a.boot)! - began.get(b.boot)! || a.boot - b.boot || a.seq - b.seq,
  );
  return sorted.filter((one, i) => one.boot !== sorted[i - 1]?.boot || one.seq !== sorted[i - 1]?.seq);
}

function runBetween(before: CounterReading, reading: CounterReading): CounterRun {
  const reset =
    reading.boot !== before.boot || reading.stitches < before.stitches || reading.motorMs < before.motorMs;
  const stitches = reset ? reading.stitches : reading.stitches - before.stitches;
  const motorMs = reset ? reading.motorMs : reading.motorMs - before.motorMs;
  const toMs = reading.sentAtMs;
  const fromMs = Math.min(before.sentAtMs, toMs);
  const clockWrong = before.sentAtMs > toMs || (before.sentAtMs === toMs && motorMs > 0);
  const { boot, seq, accepted = false } = reading;
  // More than can have been sewn since the last reading means that the counter is faulty.
  if (!accepted && !clockWrong && isLeap({ stitches, motorMs: reset ? motorMs : 0 }, toMs - fromMs))
    return {
      fromMs,
      toMs,
      stitches: 0,
      motorMs: 0,
      gap: true,
      leap: { boot, seq, stitches, motorMs },
    };
  return {
    fromMs,
    toMs,
    stitches,
    // A motor cannot run longer than the time that passed.
    motorMs: clockWrong || reset ? motorMs : Math.min(motorMs, toMs - fromMs),
    gap: reset || clockWrong || toMs - fromMs > LONGEST_STEP_MS,
    leap: null,
  };
}

/** No lockstitch machine sews faster. Common practice: the fastest are rated for some 5,000 to 5,500 a minute. */
const MOST_SPM = 6000;
/** How far the clocks of two readings may differ. Assumption. */
const CLOCK_JITTER_MS = 60_000;

/** Whether a counter claims more than the time allows. */
function isLeap({ stitches, motorMs }: Pick<CounterRun, 'stitches' | 'motorMs'>, passedMs: number): boolean {
  const allowedMs = passedMs + CLOCK_JITTER_MS;
  return motorMs > allowedMs || stitches > (allowedMs / 60_000) * MOST_SPM;
}

/** What a machine ran in one clock hour. */
export interface HourRun {
  readonly hourMs: number;
  readonly stitches: number;
  readonly motorMs: number;
  /** How much of the hour the counter covered. */
  readonly coveredMs: number;
}

/** Runs by clock hour, UTC. A run over several hours is divided in proportion to time; its total is preserved. */
export function runsByHour(runs: readonly CounterRun[]): readonly HourRun[] {
  const hours = new Map<number, HourRun>();
  for (const run of runs) {
    for (const { hourMs, ms, share } of hoursOf(run)) {
      const sum = hours.get(hourMs) ?? { hourMs, stitches: 0, motorMs: 0, coveredMs: 0 };
      hours.set(hourMs, {
        hourMs,
        stitches: sum.stitches + run.stitches * share,
        motorMs: sum.motorMs + run.motorMs * share,
        coveredMs: sum.coveredMs + (run.gap ? 0 : ms),
      });
    }
  }
  return [...hours.values()].sort((a, b) => a.hourMs - b.hourMs);
}

function hoursOf({ fromMs, toMs }: CounterRun): { hourMs: number; ms: number; share: number }[] {
  const hourOf = (ms: number): number => Math.floor(ms / HOUR_MS) * HOUR_MS;
  const whole = toMs - fromMs;
  if (whole === 0) return [{ hourMs: hourOf(toMs), ms: 0, share: 1 }];
  const parts = [];
  for (let hourMs = hourOf(fromMs); hourMs < toMs; hourMs += HOUR_MS) {
    const ms = Math.min(toMs, hourMs + HOUR_MS) - Math.max(fromMs, hourMs);
    parts.push({ hourMs, ms, share: ms / whole });
  }
  return parts;
}
