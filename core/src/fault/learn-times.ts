import type { Values } from '../reference/index.js';
import { openingMinutes, SECOND_LOOK, type FaultFinding } from './fault-case.js';
import { faultCheck } from './fault-checks.js';
import { checkTimeId, FAULT_TIMES, faultTimes, repairTimeId, type FaultTimes } from './fault-times.js';

/** A fault with the instant at which each finding was recorded, in ms. */
export interface TimedFault {
  readonly beganAtMs: number;
  readonly findings: readonly FaultFinding[];
  /** One for each finding; none if they were not recorded. */
  readonly foundAtMs: readonly number[];
}

/** Minutes that a check or a repair really took. */
export interface CheckTiming {
  /** The catalogue value for its minutes. */
  readonly valueId: string;
  readonly minutes: number;
}

/** A check that took longer was interrupted, or the fault was set aside meanwhile. Assumption. */
export const LONGEST_CHECK_MINUTES = 60;
/** A finding recorded sooner than this after the previous one was made before it was recorded. Assumption. */
const SHORTEST_CHECK_MINUTES = 0.15;
/** How many timings the shipped minutes count as. Assumption. */
const TIMINGS_TO_TRUST = 3;

/**
 * Minutes of each finding of a fault: since the finding before it, less openings and seams in between. A repeated
 * inspection takes longer than a first one, and counts as one of the usual length.
 */
export function timedChecks(
  { beganAtMs, findings, foundAtMs }: TimedFault,
  times: FaultTimes,
): readonly CheckTiming[] {
  if (foundAtMs.length !== findings.length) return [];
  const timed: CheckTiming[] = [];
  const made = new Set<string>();
  let open = new Set<string>();
  findings.forEach((finding, i) => {
    const check = finding.did === 'repair' ? undefined : faultCheck(finding.checkId);
    const needs = check?.needs ?? [];
    const seams = 'seams' in finding ? finding.seams.length : 0;
    const since = foundAtMs[i]! - (foundAtMs[i - 1] ?? beganAtMs);
    const again = check?.kind === 'look' && made.has(check.id) ? SECOND_LOOK.minutes : 1;
    const minutes = (since / 60_000 - openingMinutes({ open, times }, needs) - seams * times.seam) / again;
    const valueId = finding.did === 'repair' ? repairTimeId(finding.causeId) : checkTimeId(finding.checkId);
    if (minutes >= SHORTEST_CHECK_MINUTES && minutes <= LONGEST_CHECK_MINUTES)
      timed.push({ valueId, minutes });
    if (check) made.add(check.id);
    open = seams > 0 ? new Set() : new Set([...open, ...needs]);
  });
  return timed;
}

/** What the shop's faults say about the minutes of a check or repair, beside the earlier figure. */
export interface LearnedTime {
  readonly valueId: string;
  readonly name: string;
  readonly count: number;
  readonly shippedMinutes: number;
  /** Mean of the timings. */
  readonly timedMinutes: number;
  /** The figure the finder uses: the shipped minutes drawn towards the timings. */
  readonly minutes: number;
}

/**
 * The minutes of checks and repairs as the shop's own faults timed them, most often timed first. Values the shop has
 * set itself are not overridden.
 */
export function learnTimes(faults: readonly TimedFault[], values: Values | null): readonly LearnedTime[] {
  const times = faultTimes(values);
  const minutes = new Map<string, number[]>();
  for (const { valueId, minutes: one } of faults.flatMap((fault) => timedChecks(fault, times)))
    minutes.set(valueId, [...(minutes.get(valueId) ?? []), one]);
  return FAULT_TIMES.flatMap(({ id, name, minutes: shippedMinutes }) => {
    const timed = minutes.get(id) ?? [];
    if (timed.length === 0 || values?.[id] !== undefined) return [];
    const sum = timed.reduce((total, one) => total + one, 0);
    return [
      {
        ...{ valueId: id, name, count: timed.length, shippedMinutes, timedMinutes: sum / timed.length },
        minutes: (TIMINGS_TO_TRUST * shippedMinutes + sum) / (TIMINGS_TO_TRUST + timed.length),
      },
    ];
  }).sort((a, b) => b.count - a.count);
}
