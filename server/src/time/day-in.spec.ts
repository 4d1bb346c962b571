import { dayIn } from './day-in.js';

describe('the date in a time zone', () => {
  // Offsets from the IANA database: Kiritimati 14 hours ahead of UTC, Pago Pago 11 behind, neither with summer time.
  it("is the shop's, not the server's", () => {
    const noon = new Date('2026-11-26T12:00:00Z');
    expect([dayIn('Pacific/Kiritimati', noon), dayIn('UTC', noon)]).toEqual(['2026-11-27', '2026-11-26']);
    expect(dayIn('Pacific/Pago_Pago', new Date('2026-11-26T10:59:00Z'))).toBe('2026-11-25');
    expect(dayIn('Pacific/Pago_Pago', new Date('2026-11-26T11:00:00Z'))).toBe('2026-11-26');
  });
});
