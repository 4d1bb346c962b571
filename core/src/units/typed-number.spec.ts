import * as fc from 'fast-check';
import { readTypedNumber } from './index.js';

const read = (text: string, unit = '') => {
  const typed = readTypedNumber(text, unit);
  return 'number' in typed ? typed.number : typed.why;
};

describe('a typed number', () => {
  it('is read with either decimal sign, a single separator being the decimal one', () => {
    const cases: readonly (readonly [string, number])[] = [
      ['0,75', 0.75],
      ['0.75', 0.75],
      ['1,234', 1.234],
      ['1.234,5', 1234.5],
      ['1,234.5', 1234.5],
      ['12 000', 12_000],
      ['12 000,5', 12_000.5],
      ['1.234.567', 1_234_567],
      ['.5', 0.5],
      ['2.', 2],
      ['+3', 3],
      ['\u22121,5', -1.5],
      [' 7 ', 7],
    ];
    for (const [text, number] of cases) expect(read(text)).withContext(text).toBe(number);
  });

  it('is read as a fraction', () => {
    const cases: readonly (readonly [string, number])[] = [
      ['1/2', 0.5],
      ['1 1/2', 1.5],
      ['1-1/2', 1.5],
      ['3 / 16', 0.1875],
      ['½', 0.5],
      ['1½', 1.5],
      ['-1 1/4', -1.25],
    ];
    for (const [text, number] of cases) expect(read(text)).withContext(text).toBe(number);
  });

  // Inch: international inch of 1959. Ounce: avoirdupois, 1959. Gram-force: ISO 80000-3, standard gravity.
  it('accepts its unit, and convertible ones', () => {
    expect(read('3/16 in', 'mm')).toBeCloseTo(4.7625, 12);
    expect(read('4.7625 mm', 'in')).toBeCloseTo(3 / 16, 12);
    expect(read('3/16"', 'in')).toBeCloseTo(3 / 16, 12);
    expect(read('1/8"', 'mm')).toBeCloseTo(3.175, 12);
    expect(read('1.5 mm', 'mm')).toBe(1.5);
    expect(read('1.5mm', 'mm')).toBe(1.5);
    expect(read('2 MM', 'mm')).toBe(2);
    expect(read('1 N', 'cN')).toBe(100);
    expect(read('250 g', 'cN')).toBeCloseTo(245.16625, 9);
    expect(read('2 mm', 'oz of leather')).toBeCloseTo(5.0394, 4);
    expect(read('30 min', 'h')).toBe(0.5);
    expect(read('40 %', '%')).toBe(40);
    expect(read('3 lb', 'mm')).toBe('other-unit');
    expect(read('3 mm')).toBe('other-unit');
  });

  it('is not invented from text that is not a number', () => {
    for (const text of [
      'abc',
      '1,2,3',
      '1.2.3',
      '1/0',
      '--1',
      '1e5',
      '1 2',
      '12 00',
      'NaN',
      '1.5 1/2',
      '1/2/3',
    ])
      expect(typeof read(text))
        .withContext(text)
        .toBe('string');
    expect(read('  ')).toBe('empty');
  });

  it('is the number it was written from, with either sign', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.constantFrom('.', ','),
        (number, sign) => {
          const text = number.toFixed(4);
          expect(read(text.replace('.', sign))).toBe(Number(text));
        },
      ),
    );
  });
});
