import * as z from 'zod';
import { Id, Name, Version } from '../shared/index.js';

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** An IANA name. */
export const TimeZone = z
  .string()
  .min(1)
  .max(64)
  .refine(isTimeZone, { error: 'an IANA name, such as Europe/Oslo' });

/** A shift of the week, in local time; one worked on no day is out of use. */
export const Shift = z.strictObject({
  id: Id,
  name: Name,
  startMinute: z.int().min(0).max(1439),
  lengthMinutes: z.int().min(1).max(1440),
  /** 0 Sunday to 6 Saturday. */
  weekdays: z.array(z.int().min(0).max(6)).max(7),
});
export type Shift = z.infer<typeof Shift>;

/** When the shop works, zone by zone. Shifts are added and changed, never deleted: plans and rounds refer to them. */
export const ShopCalendar = z.strictObject({
  timeZone: TimeZone,
  shifts: z.array(Shift).min(1).max(20),
  zones: z.array(z.strictObject({ zoneId: Id, shiftIds: z.array(Id).max(20) })).max(200),
  /** Version of the shop. */
  version: Version,
});
export type ShopCalendar = z.infer<typeof ShopCalendar>;
