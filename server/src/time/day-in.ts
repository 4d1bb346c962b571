import { tzOffset } from '@date-fns/tz';

/**
 * The date in a time zone, such as 2026-03-04.
 *
 * @param timeZone IANA name
 */
export function dayIn(timeZone: string, instant: Date): string {
  return new Date(instant.getTime() + 60_000 * tzOffset(timeZone, instant)).toISOString().slice(0, 10);
}
