import type { LoggedSeam } from '@gantelet/contracts';
import { MACHINE, TENSION } from '../../testing/examples';
import { nextStep } from './next-step';
import { tensionActions, tensionFeature } from './tension.state';

const seam = (turns: number, grade: LoggedSeam['grade']): LoggedSeam => ({
  id: `${turns} ${grade}`,
  turns,
  grade,
  bothTight: false,
  bobbinDrop: null,
  sewnAt: '2026-03-04T09:00:00.000Z',
  sewnBy: 'Test mechanic',
});

describe('the next step of the knob', () => {
  it('begins with the plain rule on a machine that has logged nothing', () => {
    const step = nextStep(TENSION);
    expect([step.first.from, step.advice, step.nowTurns, step.nextTurns]).toEqual([
      'plain-rule',
      null,
      null,
      2.625,
    ]);
  });

  it('begins where the most alike work on the machine settled', () => {
    const logged = [{ setupId: 'x', name: 'Belt', threadDiameterMm: 0.42, stackMm: 4, turns: 4.5 }];
    expect(nextStep({ ...TENSION, logged }).nextTurns).toBe(4.5);
  });

  it('goes on by the rule of the hand, in whole turns for heavy leather', () => {
    const step = nextStep({ ...TENSION, seams: [seam(3, 'dots-below')] });
    expect([step.weight, step.nowTurns, step.nextTurns]).toEqual(['heavy', 3, 3.75]);
  });

  it('takes an assumed travel for a knob nobody has counted', () => {
    expect(nextStep({ ...TENSION, machine: { ...MACHINE, knob: null } }).travelTurns).toBe(8);
  });
});

describe('the state of the tension room', () => {
  const reduce = tensionFeature.reducer;
  const start = reduce(undefined, { type: 'start' });

  it('keeps a half judged seam when the same set-up is opened again, and drops it for another', () => {
    const read = reduce(start, tensionActions.viewRead({ view: TENSION }));
    const judged = reduce(read, tensionActions.draftChanged({ change: { grade: 'balanced' } }));
    const same = reduce(judged, tensionActions.opened({ setupId: TENSION.setup.id }));
    const other = reduce(judged, tensionActions.opened({ setupId: 'another' }));
    expect([same.draft.grade, other.draft.grade, other.view]).toEqual(['balanced', null, null]);
  });

  it('takes the setting advised until a hand sets another', () => {
    const read = reduce(start, tensionActions.viewRead({ view: TENSION }));
    const set = reduce(read, tensionActions.draftChanged({ change: { turns: 3 } }));
    expect(tensionFeature.selectTurns({ tension: read })).toBe(2.625);
    expect(tensionFeature.selectTurns({ tension: set })).toBe(3);
  });
});
