import { tzOffset } from '@date-fns/tz';
import type { UtcOffsetMinutes } from '@gantelet/core';

/** Every zone changes its offset on a quarter of an hour, so within one it is constant. */
const QUARTER_MS = 15 * 60_000;

/**
 * How far a zone's local time is ahead of UTC. Looking it up is slow and the same shifts recur, so results are
 * remembered for as long as the function exists.
 *
 * @param timeZone IANA name
 */
export function zoneOffset(timeZone: string): UtcOffsetMinutes {
  const known = new Map<number, number>();
  return (instantMs) => {
    const quarter = Math.floor(instantMs / QUARTER_MS);
    const found = known.get(quarter);
    if (found !== undefined) return found;
    const offset = tzOffset(timeZone, new Date(quarter * QUARTER_MS));
    known.set(quarter, offset);
    return offset;
  };
}
