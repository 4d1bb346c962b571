import fc from 'fast-check';
import { judgeNeedle, SLIDES, UNCHECKED_NEEDLE, type NeedleLooks } from './index.js';

const judge = (looks: Partial<NeedleLooks>) => judgeNeedle({ ...UNCHECKED_NEEDLE, ...looks });
const ids = (looks: Partial<NeedleLooks>) => judge(looks).reasons.map(({ id }) => id);

describe('a checked needle', () => {
  it('is not judged before anything was checked', () => {
    expect(judge({})).toEqual({ verdict: 'not-looked-at', reasons: [], friction: null, sizesNm: [] });
  });

  // All common practice of the trade, no source.
  it('is bad if it is bent, snags, is scratched or is not the size marked', () => {
    expect(judge({ straightness: 'bent', snag: 'clean' }).verdict).toBe('bad');
    expect(judge({ snag: 'snags', straightness: 'straight' }).verdict).toBe('bad');
    expect(judge({ surface: 'scratched' }).verdict).toBe('bad');
    expect(ids({ markedNm: 110, bladeMm: 1.4 })).toEqual(['other-size']);
  });

  it('is good by snag and slide alone, in two checks', () => {
    expect(judge({ snag: 'clean', slideFromGroove: 'slides' }).verdict).toBe('good');
  });

  it('between two sizes is doubted and not condemned: a caliper is not that precise', () => {
    expect(ids({ markedNm: 120, bladeMm: 1.23 })).toEqual(['size-doubtful']);
    expect(judge({ markedNm: 120, bladeMm: 1.21 }).verdict).toBe('good');
  });

  it('in which the thread sticks both ways is too small for it; if only one way, its eye is rough', () => {
    expect(judge({ slideFromGroove: 'sticks', slideFromScarf: 'sticks' }).reasons).toEqual([
      { id: 'sizes-larger', says: 'of-the-thread' },
    ]);
    expect(ids({ slideFromGroove: 'with-a-push', slideFromScarf: 'with-a-push' })).toEqual(['size-larger']);
    expect(judge({ slideFromGroove: 'slides', slideFromScarf: 'sticks' }).verdict).toBe('doubtful');
  });

  // The two needles of one practitioner, common practice: 25.4 % is good, 55.7 % is bad though the pulls are uneven.
  it('is judged by its eye friction, and says if the pulls do not match the weight', () => {
    expect(ids({ pulls: { weightN: 1.17, upN: 1.5, downN: 0.9 } })).toEqual(['friction-good']);
    expect(ids({ pulls: { weightN: 1.17, upN: 2.2, downN: 0.7 } })).toEqual([
      'friction-too-much',
      'pulls-uneven',
    ]);
    expect(judge({ pulls: { weightN: 1, upN: 1.42, downN: 1 / 1.42 } }).verdict).toBe('doubtful');
  });

  it("is not blamed for the friction of the machine's own thread path", () => {
    const pulls = { weightN: 1, upN: Math.exp(0.5), downN: Math.exp(-0.5) };
    const path = { weightN: 1, upN: Math.exp(0.25), downN: Math.exp(-0.25) };
    expect(judge({ pulls }).verdict).toBe('bad');
    const held = judge({ pulls, path });
    expect(held.verdict).toBe('good');
    expect(held.friction!.muTheta).toBeCloseTo(0.25, 12);
    expect(held.friction!.both).toBeCloseTo(2 * Math.tanh(0.125), 12);
  });

  it('never improves with one more fault', () => {
    const rank = { bad: 0, doubtful: 1, good: 2, 'not-looked-at': 3 };
    const slide = fc.constantFrom(...SLIDES, null);
    const looks = fc.record({
      markedNm: fc.constantFrom(90, 110, 140, null),
      bladeMm: fc.option(fc.double({ min: 0.5, max: 2.6, noNaN: true }), { nil: null }),
      straightness: fc.constantFrom('straight' as const, null),
      snag: fc.constantFrom('clean' as const, 'snags' as const, null),
      surface: fc.constantFrom('sound' as const, 'scratched' as const, null),
      groove: fc.constantFrom('fits' as const, 'proud' as const, 'rattles' as const, null),
      slideFromGroove: slide,
      slideFromScarf: slide,
      pulls: fc.constantFrom({ weightN: 1, upN: 1.2, downN: 0.8 }, null),
      path: fc.constant(null),
      pulledTex: fc.constantFrom(null, 135),
    });
    fc.assert(
      fc.property(looks, (seen) => {
        const before = judgeNeedle(seen).verdict;
        const after = judgeNeedle({ ...seen, straightness: 'bent' }).verdict;
        expect(after).toBe('bad');
        expect(rank[after]).toBeLessThanOrEqual(rank[before]);
      }),
    );
  });
});
