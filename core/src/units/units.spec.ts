import {
  leatherOzToMm,
  mmToLeatherOz,
  numberedDuckGsm,
  ozPerYd2ToGsm,
  stitchesPerInch,
  GSM_PER_OZ_YD2,
} from './index.js';

describe('units', () => {
  // Common practice: leather ounces are 64ths of an inch.
  it('reads leather ounces as 64ths of an inch', () => {
    expect(leatherOzToMm(1)).toBeCloseTo(0.397, 3);
    expect(mmToLeatherOz(leatherOzToMm(7.5))).toBeCloseTo(7.5, 12);
  });

  // 33.906 g/m² per oz/yd²: textile handbooks; recomputed here from the exact ounce and yard.
  it('turns ounces per square yard into grams per square metre', () => {
    expect(GSM_PER_OZ_YD2).toBeCloseTo(33.906, 3);
    expect(ozPerYd2ToGsm(18)).toBeCloseTo(610.3, 1);
  });

  // Common practice: number 10 duck is 14.7 oz/yd², about 499 g/m².
  it('weighs numbered duck', () => {
    expect(numberedDuckGsm(10)).toBeCloseTo(499, 0);
    expect(numberedDuckGsm(4)).toBeGreaterThan(numberedDuckGsm(10));
    expect(() => numberedDuckGsm(0)).toThrowError(/number is 0; allowed: a whole number from 1 to 12/);
  });

  it('counts stitches per inch', () => {
    expect(stitchesPerInch(4)).toBeCloseTo(6.35, 2);
    expect(() => stitchesPerInch(0)).toThrowError(/stitchLengthMm is 0; allowed: above 0/);
  });
});
