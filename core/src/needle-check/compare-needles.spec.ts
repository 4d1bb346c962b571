import { NEEDLE_SYSTEMS } from '../needle/index.js';
import { withShopValues } from '../reference/index.js';
import { compareNeedles, lengthValueId } from './index.js';

describe('two needles side by side', () => {
  const of = (systemId: string, nm = 110) => ({ systemId, nm });

  // Common practice: DPx5 and DPx17 have the same 2 mm shank, but 135x17 is about 5 mm longer to the eye; never swap them.
  it('are never swapped if the eye is at another height', () => {
    const { verdict, lengths } = compareNeedles(of('135x5'), of('135x17'));
    const eye = lengths.find(({ length }) => length === 'buttToEyeMm')!;
    expect(verdict).toBe('never');
    expect(eye.byMm).toBeCloseTo(5.1, 6);
    expect(lengths.find(({ length }) => length === 'shankDiameterMm')?.matters).toBeFalse();
  });

  // Common practice: 135x16 is the leather needle of the machines that take 135x17.
  it("fit one clamp if one is the other's leather counterpart", () => {
    expect(compareNeedles(of('135x17'), of('135x16')).verdict).toBe('same-clamp');
    expect(compareNeedles(of('DPx17'), of('135x17')).verdict).toBe('same');
    expect(compareNeedles(of('135x17', 110), of('135x17', 140)).verdict).toBe('other-size');
  });

  it('are to be measured if a length is not known, and never swapped across shanks', () => {
    expect(compareNeedles(of('29x3'), of('190')).verdict).toBe('measure');
    const flat = NEEDLE_SYSTEMS.find(({ shank }) => shank === 'flat')!;
    expect(compareNeedles(of('135x5'), of(flat.id, 90)).verdict).toBe('never');
    expect(() => compareNeedles(of('135x5'), of('999x9'))).toThrowError(/no needle system 999x9/);
  });

  it("use the shop's own measurement first", () => {
    const values = withShopValues([
      { valueId: lengthValueId('190', 'shankDiameterMm'), value: 2.4, standing: 'measured', source: 'ours' },
      { valueId: lengthValueId('29x3', 'shankDiameterMm'), value: 2, standing: 'measured', source: 'ours' },
    ]);
    expect(compareNeedles(of('29x3'), of('190'), values).verdict).toBe('never');
  });
});
