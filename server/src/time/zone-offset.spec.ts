import { tzOffset } from '@date-fns/tz';
import { zoneOffset } from './zone-offset.js';

describe('the offset of a zone', () => {
  // Clocks in Europe/London went forward at 01:00 UTC on 2026-03-29 and go back at 01:00 UTC on 2026-10-25.
  it('changes with the clocks, to the minute', () => {
    const offset = zoneOffset('Europe/London');
    const at = (text: string) => offset(Date.parse(text));
    expect([at('2026-03-29T00:59:59Z'), at('2026-03-29T01:00:00Z')]).toEqual([0, 60]);
    expect([at('2026-10-25T00:59:59Z'), at('2026-10-25T01:00:00Z')]).toEqual([60, 0]);
  });

  it('matches the library, even in zones with odd offsets', () => {
    for (const zone of ['Asia/Kathmandu', 'Australia/Lord_Howe', 'America/St_Johns', 'UTC']) {
      const offset = zoneOffset(zone);
      for (let day = 0; day < 366; day += 7) {
        const instant = Date.UTC(2026, 0, 1) + day * 86_400_000 + 12_345_678;
        expect(offset(instant))
          .withContext(`${zone} ${day}`)
          .toBe(tzOffset(zone, new Date(instant)));
      }
    }
  });
});
