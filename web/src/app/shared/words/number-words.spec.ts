import { numberProblem, type NumberLimits } from './number-words';

const LIMITS: NumberLimits = { least: 0.5, most: 30, whole: false, needed: true, unit: 'mm' };

describe('messages of a number field', () => {
  it('are empty for what it accepts, limits included', () => {
    for (const number of [0.5, 7.25, 30]) expect(numberProblem({ number }, LIMITS)).toBeNull();
  });

  it('say what is allowed', () => {
    expect(numberProblem({ number: 31 }, LIMITS)).toBe('Allowed: 0.5 to 30 mm.');
    expect(numberProblem({ number: 0 }, { ...LIMITS, most: Infinity })).toBe('Allowed: 0.5 mm or more.');
    expect(numberProblem({ number: 31 }, { ...LIMITS, least: -Infinity, unit: '' })).toBe(
      'Allowed: 30 or less.',
    );
    expect(numberProblem({ number: 1.5 }, { ...LIMITS, whole: true, unit: '' })).toBe(
      'Whole numbers only. Allowed: 0.5 to 30.',
    );
  });

  it('say what is not a number, and allow an empty optional field', () => {
    expect(numberProblem({ why: 'no-number' }, LIMITS)).toBe('Not a number. Write 0.75, 0,75 or 3/4.');
    expect(numberProblem({ why: 'other-unit' }, LIMITS)).toBe('A number in mm.');
    expect(numberProblem({ why: 'other-unit' }, { ...LIMITS, unit: '' })).toBe(
      'A plain number, without a unit.',
    );
    expect(numberProblem({ why: 'empty' }, LIMITS)).toBe('Needed. Allowed: 0.5 to 30 mm.');
    expect(numberProblem({ why: 'empty' }, { ...LIMITS, needed: false })).toBeNull();
  });
});
