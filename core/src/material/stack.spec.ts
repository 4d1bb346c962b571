import { MATERIALS, stackOf } from './index.js';

describe('a stack', () => {
  const hide = { materialId: 'latigo', thicknessMm: 2, plies: 1 };

  it('adds thickness over layers and plies', () => {
    const stack = stackOf([hide, { materialId: 'duck-10', thicknessMm: 0.6, plies: 2 }, hide]);
    expect(stack.thicknessMm).toBeCloseTo(5.2, 12);
    expect(stack.leatherShare).toBeCloseTo(4 / 5.2, 12);
    expect(stack.abrasive).toBeFalse();
  });

  it('is abrasive as soon as one layer is', () => {
    expect(
      stackOf([hide, { materialId: 'coated-sheet-18', thicknessMm: 0.6, plies: 1 }]).abrasive,
    ).toBeTrue();
  });

  it('refuses what cannot be sewn, saying what is allowed', () => {
    expect(() => stackOf([])).toThrowError('layers is 0; allowed: 1 or more');
    expect(() => stackOf([{ ...hide, thicknessMm: 0 }])).toThrowError('thicknessMm is 0; allowed: above 0');
    expect(() => stackOf([{ ...hide, materialId: 'granite' }])).toThrowError(
      /allowed: an id of the catalogue/,
    );
  });

  it('is built from a catalogue of twenty or more materials with distinct ids', () => {
    expect(new Set(MATERIALS.map((m) => m.id)).size).toBe(MATERIALS.length);
    expect(MATERIALS.length).toBeGreaterThanOrEqual(20);
  });
});
