import { timeIn } from './time-in.js';

describe('a moment in a time zone', () => {
  // Offset from the IANA database: Kiritimati is 14 hours ahead of UTC.
  it("is written in the shop's local time and date", () => {
    const written = timeIn('Pacific/Kiritimati', new Date('2026-11-26T12:05:00Z'));
    expect(written).toMatch(/^Friday,? 27 November 2026 at 02:05$/);
  });
});
