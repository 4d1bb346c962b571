import fc from 'fast-check';
import {
  isBalanced,
  PRACTICE_LEVELS,
  PRACTICE_SCENARIOS,
  practiceScenario,
  practiceSeam,
  rulePath,
  type PracticeSetting,
} from './index.js';

const scenarios = fc.constantFrom(...PRACTICE_SCENARIOS);
const draw = fc.double({ min: 0, max: 0.999999, noNaN: true });
const untouched: Omit<PracticeSetting, 'topTurns'> = { bobbinTurns: 0, mended: [] };

describe('the practice scenarios', () => {
  it('are at three levels, each machine unbalanced where the learner starts', () => {
    expect(new Set(PRACTICE_SCENARIOS.map(({ level }) => level))).toEqual(new Set(PRACTICE_LEVELS));
    expect(new Set(PRACTICE_SCENARIOS.map(({ id }) => id)).size).toBe(PRACTICE_SCENARIOS.length);
    for (const { id, machine, startTurns } of PRACTICE_SCENARIOS) {
      expect(isBalanced(machine, { topTurns: startTurns, ...untouched }))
        .withContext(id)
        .toBeFalse();
    }
    expect(() => practiceScenario('moon')).toThrowError(/allowed: awning, strap/);
  });

  it("can each be balanced within the knob's travel", () => {
    for (const { id, machine } of PRACTICE_SCENARIOS) {
      const setting: PracticeSetting = {
        topTurns: machine.balanceTurns,
        bobbinTurns: -machine.bobbinOffTurns,
        mended: machine.fault ? [machine.fault] : [],
      };
      expect(isBalanced(machine, setting)).withContext(id).toBeTrue();
    }
  });
});

describe('a practice machine', () => {
  it('sews tighter the tighter it is set, and keeps the knot within the stack', () => {
    fc.assert(
      fc.property(
        scenarios,
        draw,
        draw,
        fc.integer({ min: 0, max: 60 }),
        ({ machine }, sway, shows, eighths) => {
          const topTurns = Math.min(machine.travelTurns - 0.125, eighths / 8);
          const at = (turns: number) =>
            practiceSeam(machine, { topTurns: turns, ...untouched }, [sway, shows]);
          const [here, tighter] = [at(topTurns), at(topTurns + 0.125)];
          return tighter.z > here.z && here.lock >= 0 && here.lock <= 1;
        },
      ),
    );
  });

  it('shows pucker when the bobbin is too tight although the knot is balanced', () => {
    const { machine } = practiceScenario('after-thin');
    const topTurns = machine.balanceTurns + 4 * machine.bobbinOffTurns;
    const seam = practiceSeam(machine, { topTurns, ...untouched }, [0.5, 0.5]);
    expect([seam.grade, seam.bothTight]).toEqual(['balanced', true]);
    expect(isBalanced(machine, { topTurns, ...untouched })).toBeFalse();
  });

  // Common practice: loops below are usually threading, and no knob fixes them.
  it('loops whatever the knob does while the thread is out of the discs', () => {
    const { machine } = practiceScenario('nest');
    const grade = (topTurns: number, mended: PracticeSetting['mended']) =>
      practiceSeam(machine, { topTurns, bobbinTurns: 0, mended }, [0.5, 0.5]).grade;
    expect([3, 4, 5].map((turns) => grade(turns, []))).toEqual(['loops-below', 'loops-below', 'loops-below']);
    expect(grade(3.8, ['thread-out-of-discs'])).toBe('balanced');
  });

  it("refuses a setting beyond the knob's travel", () => {
    const { machine } = practiceScenario('awning');
    expect(() => practiceSeam(machine, { topTurns: 9, ...untouched }, [0, 0])).toThrowError(/topTurns is 9/);
  });

  it('is brought from blank to balanced by the rule, in fewer than ten seams', () => {
    for (const { id, machine, startTurns } of PRACTICE_SCENARIOS) {
      const path = rulePath(machine, startTurns);
      const right = { ...machine, bobbinOffTurns: 0, fault: null };
      expect(isBalanced(right, { topTurns: path.at(-1)!.topTurns, ...untouched }))
        .withContext(id)
        .toBeTrue();
      expect(path.length).withContext(id).toBeLessThan(10);
    }
  });
});
