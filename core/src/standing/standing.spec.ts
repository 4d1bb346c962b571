import fc from 'fast-check';
import { STANDINGS, weakestStanding } from './index.js';

describe('standing', () => {
  it('of a computed value is the weakest of its inputs', () => {
    expect(weakestStanding('handbook', 'assumption', 'fitted')).toBe('assumption');
    expect(weakestStanding('measured')).toBe('measured');
    expect(weakestStanding('practice', 'memory')).toBe('memory');
  });

  it('does not depend on the order of the inputs', () => {
    const any = fc.constantFrom(...STANDINGS);
    fc.assert(fc.property(any, any, any, (a, b, c) => weakestStanding(a, b, c) === weakestStanding(c, a, b)));
  });
});
