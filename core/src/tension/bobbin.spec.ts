import fc from 'fast-check';
import {
  bobbinAdvice,
  bobbinTarget,
  bobbinTensionCn,
  CHAIN,
  checksBeforeKnob,
  dropTension,
  isUnsteady,
  needleTensionCn,
  wrapsAtTravelEnd,
  type Duty,
} from './index.js';

describe('the drop test', () => {
  // Common practice: weight in cN is 0.981 x grams; a case that creeps holds 1.05 to 1.5 times it, about 1.2.
  it('gives the tension of a case that creeps from its weight', () => {
    const { lowCn, middleCn, highCn } = dropTension(80, 'creeps');
    expect(lowCn).toBeCloseTo(82.4, 1);
    expect(middleCn).toBeCloseTo(94.1, 1);
    expect(highCn).toBeCloseTo(117.7, 1);
  });

  it('gives only a bound for a case that falls or hangs', () => {
    expect(dropTension(80, 'falls').highCn).toBeCloseTo(82.4, 1);
    expect(dropTension(80, 'hangs').highCn).toBe(Infinity);
    expect(() => dropTension(0, 'creeps')).toThrowError(/grams is 0/);
  });

  // From memory: 0.5 to 1.2 cN per tex.
  it('is compared with 0.5 to 1.2 cN per tex', () => {
    expect(bobbinTarget(135)).toEqual({ lowCn: 67.5, middleCn: 114.75, highCn: 162 });
  });
});

describe('what to do about the bobbin', () => {
  const ask = (
    school: 'bobbin-first' | 'leave-bobbin',
    threadSteps: number,
    drop: 'falls' | 'creeps' | 'hangs' | null,
  ) => bobbinAdvice({ school, threadSteps, drop });

  it('corrects a failed drop test in either school', () => {
    for (const school of ['bobbin-first', 'leave-bobbin'] as const) {
      expect(ask(school, 0, 'falls')).toEqual({ do: 'turn', turns: 0.125, tighter: true, because: 'falls' });
      expect(ask(school, 5, 'hangs')).toEqual(jasmine.objectContaining({ tighter: false }));
      expect(ask(school, 3, 'creeps')).toEqual({ do: 'leave', because: 'proved' });
    }
  });

  // Common practice, the two-step rule: 277 to 138 is dramatic, one step is not.
  it('touches it only from two steps on the ladder on if it is to be left', () => {
    expect(ask('leave-bobbin', 1, null)).toEqual({ do: 'leave', because: 'school' });
    expect(ask('leave-bobbin', 2, null)).toEqual({
      do: 'turn',
      turns: 0.25,
      tighter: false,
      because: 'thread-jump',
    });
    expect(ask('leave-bobbin', -2, null)).toEqual(jasmine.objectContaining({ tighter: true }));
    expect(ask('bobbin-first', 0, null)).toEqual({ do: 'drop-test', because: 'school' });
  });
});

describe('what is not tension', () => {
  // Common practice: a nest under the work is usually threading.
  it('is asked about only if the report points there', () => {
    const clean = { threadBreaks: false, unsteady: false };
    expect(checksBeforeKnob({ grade: 'loops-below', ...clean })[0]).toBe('thread-out-of-discs');
    expect(checksBeforeKnob({ grade: 'dots-below', ...clean })).toEqual([]);
    expect(checksBeforeKnob({ grade: 'balanced', ...clean })).toEqual([]);
    expect(checksBeforeKnob({ grade: 'balanced', threadBreaks: true, unsteady: false })).toEqual([
      'needle',
      'old-thread',
    ]);
  });

  it('is unsteadiness when two seams at one setting differ by two grades', () => {
    const seams = (...grades: number[]) => grades.map((gradeIndex) => ({ turns: 4, gradeIndex }));
    expect(isUnsteady(seams(1, 3))).toBeTrue();
    expect(isUnsteady(seams(1, 2))).toBeFalse();
    expect(isUnsteady([...seams(1), { turns: 5, gradeIndex: 3 }])).toBeFalse();
  });
});

describe('the tension chain', () => {
  const duties: readonly Duty[] = ['light', 'medium', 'heavy'];
  const at = (
    duty: Duty,
    primaryTurns: number,
    secondaryTurns: number,
    threadDiameterMm = 0.42,
    wrapped = true,
  ) => needleTensionCn({ primaryTurns, secondaryTurns, threadDiameterMm, wrapped }, CHAIN[duty]);

  it('gets tighter with every turn and with thicker thread', () => {
    const turns = fc.double({ min: 0.5, max: 10, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...duties), turns, turns, (duty, primary, secondary) => {
        const here = at(duty, primary, secondary);
        return (
          at(duty, primary + 0.125, secondary) > here &&
          at(duty, primary, secondary + 0.125) > here &&
          at(duty, primary, secondary, 0.53) > here
        );
      }),
    );
  });

  // Common practice: the secondary is moved half as much as the primary, which keeps its share of the tension.
  it('keeps the share of the secondary when it moves half as much', () => {
    const share = (primary: number) => {
      const parameters = CHAIN.medium;
      const secondary = parameters.secondaryCnPerTurn * (primary / 2) * Math.exp(parameters.mMid);
      return secondary / (secondary + parameters.primaryCnPerTurn * primary);
    };
    expect(share(2)).toBeCloseTo(share(6), 12);
  });

  it('loses tension when a pre-tension wrap is left out', () => {
    for (const duty of duties) expect(at(duty, 4, 2, 0.6, false)).toBeLessThan(at(duty, 4, 2, 0.6));
  });

  it('calls for a wrap less near fully off, a wrap more near fully in, and none in between', () => {
    expect([0, 0.75, 1, 4, 6.75, 7, 8].map((turns) => wrapsAtTravelEnd(turns, 8))).toEqual([
      -1, -1, 0, 0, 0, 1, 1,
    ]);
  });

  // Common practice: at the same bobbin screw a thinner thread goes slack and a thicker one tight; one ladder step is
  // about 0.1 to 0.2 turn of the screw, two steps 0.2 to 0.4.
  it('moves the bobbin a tenth to a fifth of a turn per step of the ladder', () => {
    const tension = (d: number, turns = 0.8) => bobbinTensionCn(turns, d, CHAIN.medium);
    expect(tension(0.34)).toBeLessThan(tension(0.42));
    const turnsFor = (from: number, to: number) =>
      (tension(to) - tension(from)) / CHAIN.medium.bobbinCnPerTurn;
    for (const [from, to] of [
      [0.34, 0.42],
      [0.42, 0.53],
      [0.53, 0.6],
    ] as const) {
      expect(turnsFor(from, to)).withContext(`${from} to ${to}`).toBeGreaterThan(0.1);
      expect(turnsFor(from, to)).withContext(`${from} to ${to}`).toBeLessThan(0.25);
    }
    expect(turnsFor(0.42, 0.6)).toBeLessThanOrEqual(0.4);
  });
});
