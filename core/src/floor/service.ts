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

/** Whether a service is due after so many running hours. */
export function serviceDue(hoursRun: number, intervalHours: number): boolean {
  return requireNotNegative('hoursRun', hoursRun) >= requirePositive('intervalHours', intervalHours);
}
