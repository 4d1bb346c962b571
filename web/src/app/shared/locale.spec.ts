import {
  counted,
  countNumber,
  dateText,
  fixedNumber,
  localeOf,
  moneyFormat,
  plural,
  shortNumber,
} from './locale';

const [BRITISH, AMERICAN, GERMAN, FRENCH] = ['en-GB', 'en-US', 'de-DE', 'fr-FR'].map(localeOf) as [
  ReturnType<typeof localeOf>,
  ...ReturnType<typeof localeOf>[],
];
const said = (text: string) => text.replace(/\s/g, ' ');

// Unicode publishes how each language writes numbers and dates as CLDR, which browsers include.
describe('numbers as the reader writes them', () => {
  it('have the decimal sign of the reader', () => {
    expect([BRITISH, AMERICAN, GERMAN, FRENCH].map((locale) => shortNumber(2.75, 2, locale!))).toEqual([
      '2.75',
      '2.75',
      '2,75',
      '2,75',
    ]);
    expect([shortNumber(3, 2, GERMAN), fixedNumber(3, 2, GERMAN)]).toEqual(['3', '3,00']);
  });

  it('have thousands separators only if they are counts', () => {
    expect(countNumber(12345, BRITISH)).toBe('12,345');
    expect(countNumber(12345, GERMAN)).toBe('12.345');
    expect(said(countNumber(12345, FRENCH!))).toBe('12 345');
    expect(shortNumber(12345, 1, BRITISH)).toBe('12345');
  });

  it('use the digits of gauges, whatever the language', () => {
    expect(shortNumber(2.5, 1, localeOf('fa-IR'))).toMatch(/^2.5$/);
  });

  it('never round to a negative zero', () => {
    expect([fixedNumber(-0.04, 1, BRITISH), shortNumber(-0.04, 1, BRITISH)]).toEqual(['0.0', '0']);
    expect(fixedNumber(-0.06, 1, BRITISH)).toBe('-0.1');
  });

  it('are money where the reader puts its sign', () => {
    expect(moneyFormat('EUR', BRITISH).format(1234.5)).toBe('€1,234.50');
    expect(said(moneyFormat('EUR', GERMAN).format(1234.5))).toBe('1.234,50 €');
  });
});

describe('counted things', () => {
  it('have the form of their word that goes with the number', () => {
    expect([0, 1, 2, 1200].map((count) => counted(count, 'needle'))).toEqual([
      '0 needles',
      '1 needle',
      '2 needles',
      `${countNumber(1200)} needles`,
    ]);
    expect([1, 2].map((count) => counted(count, 'entry', 'entries'))).toEqual(['1 entry', '2 entries']);
    expect([0.5, 1, 1.5].map((count) => plural(count, 'pack'))).toEqual(['packs', 'pack', 'packs']);
  });
});

describe('dates as the reader writes them', () => {
  const at = new Date(2026, 2, 4, 15, 5, 9);

  it('have the order and the clock of the reader, in English words', () => {
    expect(dateText(at, 'day-time', BRITISH)).toBe('4 Mar, 15:05');
    expect(said(dateText(at, 'day-time', AMERICAN))).toMatch(/^Mar 4, 0?3:05 PM$/);
    expect(dateText(at, 'day-time', GERMAN)).toBe('4 Mar, 15:05');
    expect(dateText(at, 'weekday', GERMAN)).toMatch(/^Wed,? 4 Mar$/);
    expect(dateText(at, 'long', BRITISH)).toMatch(/^Wednesday,? 4 March 2026$/);
    expect(dateText(at, 'second', BRITISH)).toBe('4 Mar 2026, 15:05:09');
  });

  it('accept any instant', () => {
    const texts = [at, at.toISOString(), at.getTime()].map((one) => dateText(one, 'year-time', BRITISH));
    expect(new Set(texts)).toEqual(new Set(['4 Mar 2026, 15:05']));
  });

  it('leave a calendar day unchanged, west of Greenwich too', () => {
    expect(dateText('2026-03-04', 'year', BRITISH)).toBe('4 Mar 2026');
  });
});
