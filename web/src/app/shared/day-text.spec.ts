import { dayHint, dayText, readDay } from './day-text';
import { localeOf } from './locale';

const [BRITISH, AMERICAN, CANADIAN, GERMAN] = ['en-GB', 'en-US', 'en-CA', 'de-DE'].map(localeOf);
const FOURTH_OF_MARCH = { year: 2026, month: 3, day: 4 };

// Unicode publishes each language's date order as CLDR, which browsers include.
describe('a day in numbers', () => {
  it("is written and requested in the reader's order", () => {
    expect([BRITISH, AMERICAN, CANADIAN].map((locale) => dayText(FOURTH_OF_MARCH, locale))).toEqual([
      '04/03/2026',
      '03/04/2026',
      '2026-03-04',
    ]);
    expect([BRITISH, AMERICAN, CANADIAN].map((locale) => dayHint(locale))).toEqual([
      'dd/mm/yyyy',
      'mm/dd/yyyy',
      'yyyy-mm-dd',
    ]);
  });

  it('is read back as it was written, by any reader', () => {
    for (const locale of [BRITISH, AMERICAN, CANADIAN, GERMAN])
      expect(readDay(dayText(FOURTH_OF_MARCH, locale), locale)).toEqual(FOURTH_OF_MARCH);
  });

  it('is read with any separator, without zeros, with a short year, and in ISO 8601', () => {
    for (const typed of ['4.3.2026', '4/3/26', ' 4 - 3 - 2026 ', '2026-03-04', '2026/3/4'])
      expect(readDay(typed, BRITISH)).withContext(typed).toEqual(FOURTH_OF_MARCH);
    expect(readDay('3/4/26', AMERICAN)).toEqual(FOURTH_OF_MARCH);
  });

  it('is none if the calendar has no such day', () => {
    for (const typed of ['', 'next week', '4.3.', '31/02/2026', '13/13/2026', '2026-00-01', '4/3/2026/1'])
      expect(readDay(typed, BRITISH)).withContext(typed).toBeNull();
    expect(readDay('29/02/2028', BRITISH)).toEqual({ year: 2028, month: 2, day: 29 });
  });
});
