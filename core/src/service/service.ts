import type { Values } from '../reference/index.js';
import { requireNotNegative, requirePositive } from '../standing/index.js';

/** What is done to a machine to keep it sewing, beside its needle. */
export const SERVICE_KINDS = ['oil', 'lint', 'drain-magnet', 'burr-check'] as const;
export type ServiceKind = (typeof SERVICE_KINDS)[number];

/** The catalogue's value for the running hours between two services of a kind. */
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
 * Running hours since an instant. A span that it falls into counts by its part of the time that was worked.
 *
 * @param worked how much was worked between two instants, in whatever unit
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

/** What is counted at a machine one by one: needles that struck something, needles that came out, changeovers finished. */
export const SERVICE_EVENTS = ['strikes', 'needle-changes', 'changeovers'] as const;
export type ServiceEvent = (typeof SERVICE_EVENTS)[number];

/** What a service goes by: the hours a machine ran, days on the calendar, or things that happened to the machine. */
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
  /** Null for the kinds that are here from the start. */
  readonly name: string | null;
  readonly clock: ServiceClock;
  readonly interval: number;
  /** What is done, with what and how much. */
  readonly how: string;
  /** Only machines of this class have it; null: all do. */
  readonly machineClass: string | null;
  /** From when its days and events count where it was never done; null for the kinds that are here from the start. */
  readonly sinceMs: number | null;
}

/** The kinds that are here from the start, by the shop's values. */
export function shippedServices(values: Values): readonly ServiceOfMachine[] {
  return SERVICE_KINDS.map((kind) => ({
    ...{ kind, name: null, clock: 'hours', how: '', machineClass: null, sinceMs: null },
    interval: values[SERVICE_VALUE_IDS[kind]].value,
  }));
}

/** Whether a service is due so long after the last one. */
export function serviceDue(since: number, interval: number): boolean {
  return requireNotNegative('since', since) >= requirePositive('interval', interval);
}
