import { SHIPPED_VALUES } from '../reference/index.js';
import { diameterOfConstruction, readThreadSize, threadConstruction } from '../thread/index.js';
import { judgeFit, smallestNeedle } from './index.js';

const CONSTRUCTIONS = ['bonded-nylon', 'bonded-polyester'] as const;

/**
 * Judgements of common practice (no source): what mechanics say about a thread with a needle. Tickets are read as the
 * Tex that bonded thread of that ticket is sold as.
 */
for (const constructionId of CONSTRUCTIONS)
  describe(`what mechanics say about ${constructionId} with a needle`, () => {
    const bonded = threadConstruction(constructionId)!;
    const diameter = (label: string) => diameterOfConstruction(readThreadSize(label)[0]!.tex, bonded).value;
    const judge = (label: string, nm: number) => judgeFit(diameter(label), nm);

    it('ticket 40 on NM 160 is too loose', () => {
      expect(judge('ticket 40', 160).band).toBe('too-loose');
    });

    it('ticket 50 on 110 and ticket 40 on 120 are good, and the second could go thinner', () => {
      expect(judge('ticket 50', 110).band).toBe('free');
      expect(judge('ticket 40', 120).band).toBe('free');
      expect(judge('ticket 50', 110).couldGoThinner).toBeFalse();
      expect(judge('ticket 40', 120).couldGoThinner).toBeTrue();
    });

    for (const [tex, nm] of [
      [45, 90],
      [70, 100],
      [90, 120],
      [135, 140],
      [200, 180],
      [210, 180],
    ] as const) {
      it(`NM ${nm} is the smallest for Tex ${tex} by the loose-eye school`, () => {
        expect(smallestNeedle(diameter(`Tex ${tex}`), SHIPPED_VALUES['school.free'].value)?.nm).toBe(nm);
      });
    }

    it('Tex 135 on 125 or 130 is workable, tight', () => {
      expect(judge('Tex 135', 125).band).toBe('snug');
      expect(judge('Tex 135', 130).band).toBe('snug');
      expect(judge('Tex 135', 130).acceptedBy).toEqual(['middle', 'snug']);
    });

    it('Tex 210 on 140 is accepted only by the tight-eye school', () => {
      expect(judge('Tex 210', 140).acceptedBy).toEqual(['snug']);
    });

    it('ticket 36 on 110 is fine while the leather is thin', () => {
      const judged = judge('ticket 36', 110);
      expect(judged.band).toBe('well-matched');
      expect(judged.strength.fromMm).toBeCloseTo(3, 12);
    });

    it('Tex 135 on 110 is too thick', () => {
      const judged = judge('Tex 135', 110);
      expect(judged.band).toBe('stressed');
      expect(judged.strength.fromMm).toBeLessThanOrEqual(3);
    });

    it('Tex 135 on 140 is a good match for thick work', () => {
      const judged = judge('Tex 135', 140);
      expect(judged.band).toBe('well-matched');
      expect(judged.strength.fromMm).toBeCloseTo(6, 0);
      expect(judged.strength.toMm).toBeCloseTo(10, 0);
      expect(judged.acceptedBy).toEqual(['free', 'middle', 'snug']);
    });

    it('ticket 12 on 130 and 140 and ticket 10 on 130 are too thick', () => {
      expect(judge('ticket 12', 130).band).toBe('stressed');
      expect(judge('ticket 12', 140).band).toBe('stressed');
      expect(judge('ticket 10', 130).band).toBe('stressed');
    });

    it('ticket 10 on 140 needs a larger needle', () => {
      expect(judge('ticket 10', 140).useLarger).toBeTrue();
      expect(judge('ticket 10', 140).acceptedBy).toEqual([]);
    });

    it('ticket 12 or 10 on 110 will not pass, but can be forced and then frays', () => {
      for (const ticket of ['ticket 12', 'ticket 10']) {
        expect(judge(ticket, 110).band).toBe('will-not-pass');
        expect(judge(ticket, 110).canBeForced).toBeTrue();
        expect(judge(ticket, 100).canBeForced).toBeFalse();
      }
    });

    it('a thread lost in the eye is accepted by no school', () => {
      expect(judge('ticket 40', 160).acceptedBy).toEqual([]);
    });

    // Common practice: ratios are uncertain, so a value near an edge is shown in both bands.
    it('shows both bands near an edge and one in the middle of a band', () => {
      expect(judge('Tex 135', 140).possibleBands).toEqual(['well-matched', 'snug']);
      expect(judge('Tex 135', 125).possibleBands).toEqual(['snug']);
    });
  });
