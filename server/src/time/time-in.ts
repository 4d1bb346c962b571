/**
 * A moment as people in a time zone write it.
 *
 * @param timeZone IANA name
 * @example timeIn('Europe/Lisbon', new Date('2026-07-01T12:05:00Z')) // 'Wednesday 1 July 2026 at 13:05'
 */
export function timeIn(timeZone: string, instant: Date): string {
  return new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'short', timeZone }).format(
    instant,
  );
}
