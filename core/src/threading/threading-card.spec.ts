import { threadingDoubts, USUAL_STATIONS, type StationKind } from './index.js';

const doubts = (...kinds: StationKind[]) => threadingDoubts(kinds.map((kind) => ({ kind })));

describe('a threading', () => {
  it('is accepted as it usually is, from the cone to the needle', () => {
    expect(threadingDoubts(USUAL_STATIONS)).toEqual([]);
    expect(USUAL_STATIONS[0]!.kind).toBe('cone');
    expect(USUAL_STATIONS.at(-1)!.kind).toBe('needle');
  });

  it('is within the drawing', () => {
    for (const { x, y } of USUAL_STATIONS) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
      expect(Math.max(x, y)).toBeLessThanOrEqual(1);
    }
  });

  // Common practice, no source: discs, check spring, take-up, needle, in this order.
  it('is questioned if a part is missing or comes before the discs', () => {
    expect(doubts('cone', 'discs', 'check-spring', 'take-up', 'needle')).toEqual([]);
    expect(doubts('cone', 'check-spring', 'take-up', 'discs', 'needle')).toEqual([
      'spring-before-discs',
      'take-up-before-discs',
    ]);
    expect(doubts('cone', 'take-up', 'needle')).toEqual(['no-discs']);
    expect(doubts('discs', 'take-up', 'needle', 'guide')).toEqual(['needle-not-last']);
    expect(doubts()).toEqual(['no-discs', 'no-take-up', 'no-needle']);
  });
});
