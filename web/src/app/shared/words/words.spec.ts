import { inTenText } from './chance-words';
import { needleText, stepCaution, stepText, stepTip, turnsWords } from './changeover-words';
import { hoursLeftText, hoursRangeText } from './floor-words';
import { reasonText, refusalText } from './match-words';
import { adviceText, bobbinText, moveText } from './tension-words';
import { shownUnits } from '../preferences';
import { lengthText, needleSizeText, rangeText, stitchText, valueWithUnit } from './units-text';

describe('units side by side', () => {
  it('come in the order the device asks for', () => {
    // 25.4 mm to the inch: 4 mm are 6.35 stitches.
    expect(needleSizeText(140, 'metric')).toEqual({ first: 'NM 140', second: '22' });
    expect(needleSizeText(140, 'inch')).toEqual({ first: '#22', second: 'NM 140' });
    expect(stitchText(4, 'metric')).toEqual({ first: '4 mm', second: '6.4 per inch' });
  });

  afterEach(() => {
    shownUnits.set('metric');
  });

  it("give lengths in the device's units, in reasons and steps too", () => {
    const plate = { do: 'plate', fromMm: 2.8, toMm: 1.6, shared: null } as const;
    const said = () => [lengthText(2.8), lengthText(50.8), rangeText(2, 5), stepText(plate as never)];
    expect(said()).toEqual([
      '2.8 mm',
      '50.8 mm',
      '2 to 5 mm',
      jasmine.stringContaining('change the 2.8 mm hole for the 1.6 mm one') as never,
    ]);
    shownUnits.set('inch');
    // 25.4 mm to the inch, by definition since 1959.
    expect(said()).toEqual([
      '0.110 in',
      '2.00 in',
      '0.079 to 0.197 in',
      jasmine.stringContaining('change the 0.110 in hole for the 0.063 in one') as never,
    ]);
  });

  it('are singular for one', () => {
    expect([1, 4].map((seams) => valueWithUnit(seams, 'seams'))).toEqual(['1 seam', '4 seams']);
    expect(valueWithUnit(1, 'gauss')).toBe('1 gauss');
    expect(valueWithUnit(1.05, '')).toBe('1.05');
  });
});

describe('wording of the knob', () => {
  it('gives direction and amount', () => {
    expect(moveText(0.25)).toBe('¼ turn tighter, clockwise');
    expect(moveText(-1.5)).toBe('1 ½ turns looser, anticlockwise');
    expect(moveText(0)).toBe('leave the knob');
  });

  it('says where to sew next, why, and how sure', () => {
    const keep = { turns: 4, sure: 0.82 };
    const advice = { turns: 4, keep, claim: null, surer: 4.25 } as const;
    const next = adviceText({ ...advice, do: 'sew', turns: 4.25, because: 'tells-most' });
    expect(next.head).toBe('Sew the next seam at 4 ¼ turns');
    expect(next.why).toContain('Best guess so far: 4 turns (likely, about 8 in 10)');
    const done = adviceText({ ...advice, do: 'stop', because: 'sure', claim: 'both-edges' });
    expect(done.head).toBe('Done. Leave the knob at 4 turns');
    expect(done.why).toBe('95 % sure this is balanced: you have seen it too loose and too tight.');
    const kept = adviceText({ ...advice, do: 'keep', because: 'balanced' });
    expect(kept.head).toBe('Balanced at 4 turns: keep it');
    expect(kept.why).not.toContain('95 %');
    expect(adviceText({ ...advice, do: 'check', because: 'contradiction' }).head).toContain('contradict');
    for (const because of ['tells-most', 'prove', 'other-side'] as const) {
      expect(adviceText({ ...advice, do: 'sew', because }).why.length).toBeGreaterThan(20);
    }
  });
});

describe('wording of the bobbin', () => {
  it('gives amount and direction, and leaves what is proven alone', () => {
    expect(bobbinText({ do: 'turn', turns: 0.25, tighter: false, because: 'thread-jump' })).toContain(
      'Turn the screw a quarter turn looser: the thread is two sizes or more away',
    );
    expect(bobbinText({ do: 'leave', because: 'proved' })).toContain('creeps');
    expect(bobbinText({ do: 'drop-test', because: 'school' })).toContain('Drop test first');
  });
});

describe('wording of the match', () => {
  it('gives the numbers of a reason', () => {
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

  it('says what to do if the plate is in the way', () => {
    const refusal = { reason: 'plate-hole', systemId: '135x17', smallestNm: 180, plateHoleMm: 2 } as const;
    expect(refusalText(refusal)).toContain('does not clear the 2 mm plate hole. Change plate and feed dog.');
  });
});

describe('wording of a changeover', () => {
  it('gives the amount to move', () => {
    const screw = { do: 'bobbin-screw', turns: 0.25, tighter: false, steps: 2, minutes: 2 } as const;
    expect(stepText(screw)).toContain(
      'Bobbin screw about a quarter turn looser: thread size goes up 2 steps',
    );
    const top = {
      do: 'top',
      fromTurns: 3.25,
      to: { turns: 5, logged: false },
      startLoose: false,
      minutes: 0.5,
    } as const;
    expect(stepText(top)).toBe(
      'Top tension: from 3 ¼ to about 5 turns. Always turn to it from loose to tight.',
    );
    expect(stepText({ ...top, startLoose: true })).toContain('Too loose shows, too tight breaks thread.');
    expect(stepText({ do: 'pre-tension', turns: 0.25, tighter: false, minutes: 0.5 })).toBe(
      'Pre-tension: a quarter turn looser, half as much as the top.',
    );
    expect(stepText({ do: 'dial', stitchMm: 4, mark: 3.75, control: 'dial', minutes: 1 })).toBe(
      'Stitch dial to 3.75: 4 mm stitches.',
    );
    expect(turnsWords(0.5)).toBe('half a turn');
  });

  it('says what tradespeople do in a step', () => {
    expect(stepTip('thread')).toContain('Hold both tails');
    expect(stepTip('guards')).toBeNull();
  });

  it('warns where hands go near the needle', () => {
    const needle = { systemId: '135x17', nm: 90, pointId: 'round', finishId: 'chromed' };
    expect(stepCaution({ do: 'needle', needle, changed: ['size'], minutes: 2 })).toContain('Power off');
    expect(stepCaution({ do: 'top', fromTurns: null, to: null, startLoose: false, minutes: 1 })).toBeNull();
    expect(needleText({ ...needle, finishId: 'non-stick' })).toBe(
      '135x17 NM 90, standard round point, non-stick coated',
    );
  });
});

describe('wording of the floor', () => {
  it('distinguishes hours left from hours over', () => {
    const age = (hoursLeft: number | null) =>
      hoursLeftText({ hoursLeft, runningHours: 5.25, lowHours: 5, highHours: 6, state: 'good' });
    expect([age(1.94), age(-1.62), age(null)]).toEqual([
      '1.9 h left',
      '1.6 h over',
      '5.3 h in, runs to failure',
    ]);
  });

  it('gives the uncertainty of hours, never below zero', () => {
    const age = (hoursLeft: number | null, lowHours: number, highHours: number) =>
      hoursRangeText({ hoursLeft, runningHours: 5, lowHours, highHours, state: 'good' });
    expect(age(1.1, 3.8, 6.2)).toBe('about 1 h left (0 to 2.3 h)');
    expect(age(2.24, 4.9, 5.1)).toBe('about 2.2 h left (2.1 to 2.3 h)');
    expect(age(-1, 4.4, 7)).toBe('about 1 h over (0.4 to 3 h)');
    expect(age(-0.3, 4.6, 6.4)).toBe('about 0.3 h over (0 to 1.7 h)');
    expect(age(2, 5, 5)).toBe('2.0 h left');
    expect(age(null, 4, 6)).toBe('5.0 h in, runs to failure');
  });
});

describe('probabilities', () => {
  it('are given in everyday words, singular for one', () => {
    expect([0.97, 0.76, 0.1, 0.04, 0.01, 0.001].map(inTenText)).toEqual([
      'almost always',
      '8 times in 10',
      'once in 10',
      '4 times in 100',
      'once in 100',
      'once in 100',
    ]);
  });
});
