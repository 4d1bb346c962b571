import fc from 'fast-check';
import { joinHours, needleAge, needleFraction, PIECES_SPREAD, piecesHours, unheardPieces } from './index.js';

describe('hours from pieces', () => {
  it('are stitches over speed', () => {
    expect(piecesHours({ pieces: 120, stitchesPerPiece: 1000, speedSpm: 1000 })).toBe(2);
    expect(() => piecesHours({ pieces: 1, stitchesPerPiece: 1, speedSpm: 0 })).toThrowError(/speedSpm/);
  });

  it('count only where no counter was heard, and the shift only where neither is known', () => {
    const none = { shiftHours: 0, runningHours: 0 };
    const by = (counted: typeof none, pieces: typeof none) =>
      joinHours({ entryHours: 1, shiftHours: 8, counted, pieces });
    expect(by(none, none)).toEqual({ knownHours: 1, pieceHours: 0, shiftHours: 8 });
    const pieces = { shiftHours: 4, runningHours: 2 };
    expect(by(none, pieces)).toEqual({ knownHours: 1, pieceHours: 2, shiftHours: 4 });
    const six = { shiftHours: 6, runningHours: 3 };
    expect(by(six, pieces)).toEqual({ knownHours: 4, pieceHours: 1, shiftHours: 0 });
    const all = { shiftHours: 8, runningHours: 3 };
    expect(by(all, pieces)).toEqual({ knownHours: 4, pieceHours: 0, shiftHours: 0 });
  });

  it('count for the part of their time in which no counter was heard', () => {
    const pieces = { runningHours: 2, shiftHours: 4, heardHours: 1 };
    expect(unheardPieces([pieces])).toEqual({ shiftHours: 3, runningHours: 1.5 });
    expect(unheardPieces([pieces, { ...pieces, heardHours: 4 }])).toEqual({
      shiftHours: 3,
      runningHours: 1.5,
    });
    expect(unheardPieces([{ ...pieces, heardHours: 4.1 }])).toEqual({ shiftHours: 0, runningHours: 0 });
  });

  it('count outside the shifts too, without replacing shift hours', () => {
    const overtime = unheardPieces([{ runningHours: 1.5, shiftHours: 0, heardHours: 0 }]);
    const counted = { shiftHours: 0, runningHours: 0 };
    expect(joinHours({ entryHours: 0, shiftHours: 8, counted, pieces: overtime })).toEqual({
      knownHours: 0,
      pieceHours: 1.5,
      shiftHours: 8,
    });
  });

  it('are never negative and never more than their parts', () => {
    const hours = fc.double({ min: 0, max: 1e4, noNaN: true });
    const source = fc.record({ shiftHours: hours, runningHours: hours });
    fc.assert(
      fc.property(hours, hours, source, source, (entryHours, shiftHours, counted, pieces) => {
        const joined = joinHours({ entryHours, shiftHours, counted, pieces });
        expect(Math.min(joined.knownHours, joined.pieceHours, joined.shiftHours)).toBeGreaterThanOrEqual(0);
        expect(joined.pieceHours).toBeLessThanOrEqual(pieces.runningHours);
        expect(joined.shiftHours).toBeLessThanOrEqual(shiftHours);
      }),
    );
  });

  it("make a needle's age uncertain by their spread", () => {
    const fraction = needleFraction({ sewing: 50, checks: 100 });
    const age = needleAge({
      shiftHours: 0,
      fraction,
      knownHours: 1,
      pieceHours: 2,
      intervalHours: 8,
      call: null,
    });
    expect(age.runningHours).toBe(3);
    expect(age.highHours - age.lowHours).toBeCloseTo(2 * 2 * PIECES_SPREAD, 12);
  });
});
