import { quarterTurnRule, SEAM_GRADES, type SeamGrade } from '@gantelet/core';
import { hoursLeftText } from './floor-words';
import { reasonText, refusalText } from './match-words';
import { adviceText, moveText } from './tension-words';
import { leatherText, needleSizeText, stitchText } from './units-text';

describe('units side by side', () => {
  it('stand in the order the device asks for', () => {
    expect(needleSizeText(140, 'metric')).toEqual({ first: 'NM 140', second: '22' });
    expect(needleSizeText(140, 'inch')).toEqual({ first: '#22', second: 'NM 140' });
    expect(leatherText(2, 'inch')).toEqual({ first: '5 oz', second: '2 mm' });
    expect(stitchText(4, 'metric')).toEqual({ first: '4 mm', second: '6.3 per inch' });
  });
});

describe('words of the knob', () => {
  it('say the way round and the amount', () => {
    expect(moveText(0.25)).toBe('¼ turn tighter, clockwise');
    expect(moveText(-1.5)).toBe('1 ½ turns looser, anticlockwise');
    expect(moveText(0)).toBe('leave the knob');
  });

  it('have a headline and a reason for whatever the rule answers', () => {
    for (const first of SEAM_GRADES) {
      for (const second of SEAM_GRADES) {
        const seam = (grade: SeamGrade, turns: number) => ({
          grade,
          turns,
          bothTight: false,
          bobbinDrop: null,
        });
        const advice = quarterTurnRule({
          seams: [seam(first, 3), seam(second, 3.125)],
          weight: 'light',
          travelTurns: 8,
        });
        const { head, why } = adviceText(advice!);
        expect(head.length > 5 && why.length > 10)
          .withContext(`${first} then ${second}`)
          .toBeTrue();
      }
    }
  });
});

describe('words of the match', () => {
  it('give the numbers of a reason', () => {
    const land = {
      code: 'land',
      signal: 'watch',
      standing: 'assumption',
      landMm: 0.7,
      stitchMm: 2,
      shortestMm: 2.3,
    } as const;
    expect(reasonText(land)).toBe('Stitch of 2 mm is short for this hole; 2.3 mm or longer.');
  });

  it('say what to do when the plate stands in the way', () => {
    const refusal = { reason: 'plate-hole', systemId: '135x17', smallestNm: 180, plateHoleMm: 2 } as const;
    expect(refusalText(refusal)).toContain('does not clear the 2 mm plate hole. Change plate and feed dog.');
  });
});

describe('words of the floor', () => {
  it('tell hours left from hours over', () => {
    expect([hoursLeftText(1.94), hoursLeftText(-1.62)]).toEqual(['1.9 h left', '1.6 h over']);
  });
});
