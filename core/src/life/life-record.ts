import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/**
 * What is known of one needle's life: it was observed from `entryHours` (0 for a new one, more for a part-used one
 * that was reused) to `hours`, where it failed, or was last seen working.
 */
export interface LifeRecord {
  readonly entryHours: number;
  readonly hours: number;
  readonly failed: boolean;
}

/** Returns the records if every one is valid. @throws OutOfRange naming the first that is not */
export function requireRecords(records: readonly LifeRecord[]): readonly LifeRecord[] {
  for (const { entryHours, hours } of records) {
    requirePositive('hours', hours);
    requireNotNegative('entryHours', entryHours);
    if (entryHours >= hours) throw new OutOfRange('entryHours', entryHours, `below hours, ${hours}`);
  }
  return records;
}
