import type { Values } from '../reference/index.js';
import { requireNotNegative, requirePositive } from '../standing/index.js';

/** Maintenance of a machine, apart from its needle. */
export const SERVICE_KINDS = ['oil', 'lint', 'drain-magnet', 'burr-check'] as const;
export type ServiceKind = (typeof SERVICE_KINDS)[number];

/** The catalogue value for the running hours between two services of a kind. */
export const SERVICE_VALUE_IDS = {
  oil: 'service.oil',
  lint: 'service.lint',
  'drain-magnet': 'service.drain-magnet',
  'burr-check': 'service.burr-check',
} as const satisfies Readonly<Record<ServiceKind, string>>;

/** A machine's running hours over a span of time. */
export interface HoursRun {
  readonly fromMs: number;
  readonly toMs: number;
  readonly hours: number;
}

/**
 * Running hours since an instant. A span that contains it counts in proportion to the time worked.
 *
 * @param worked amount worked between two instants, in any unit
 */
export function hoursSince(
  runs: readonly HoursRun[],
  sinceMs: number,
  worked: (fromMs: number, toMs: number) => number,
): number {
  return runs.reduce((sum, { fromMs, toMs, hours }) => {
    requireNotNegative('hours', hours);
    if (toMs <= sinceMs) return sum;
    if (fromMs >= sinceMs) return sum + hours;
    const whole = worked(fromMs, toMs);
    return whole > 0 ? sum + (hours * worked(sinceMs, toMs)) / whole : sum;
  }, 0);
}

/** Machine events that are counted: needles that struck something, needles removed, changeovers finished. */
export const SERVICE_EVENTS = ['strikes', 'needle-changes', 'changeovers'] as const;
export type ServiceEvent = (typeof SERVICE_EVENTS)[number];

/** What a service is triggered by: running hours, calendar days, or events at the machine. */
export const SERVICE_CLOCKS = ['hours', 'days', ...SERVICE_EVENTS] as const;
export type ServiceClock = (typeof SERVICE_CLOCKS)[number];

/** Whether a service is counted in whole numbers. */
export function goesByEvents(clock: ServiceClock): clock is ServiceEvent {
  return SERVICE_EVENTS.some((one) => one === clock);
}

/** A kind of service as a machine has it. */
export interface ServiceOfMachine {
  /** One of `SERVICE_KINDS`, or the id of one of the shop's own. */
  readonly kind: string;
  /** Null for the built-in kinds. */
  readonly name: string | null;
  readonly clock: ServiceClock;
  readonly interval: number;
  /** What is done, with what and how much. */
  readonly how: string;
  /** Only machines of this class have it; null for all. */
  readonly machineClass: string | null;
  /** Start of its days and events if it was never done; null for the built-in kinds. */
  readonly sinceMs: number | null;
}

/** The built-in kinds, by the shop's values. */
export function shippedServices(values: Values): readonly ServiceOfMachine[] {
  return SERVICE_KINDS.map((kind) => ({
    ...{ kind, name: null, clock: 'hours', how: '', machineClass: null, sinceMs: null },
    interval: values[SERVICE_VALUE_IDS[kind]].value,
  }));
}

/** Whether a service is due, given the time since the last one. */
export function serviceDue(since: number, interval: number): boolean {
  return requireNotNegative('since', since) >= requirePositive('interval', interval);
}
