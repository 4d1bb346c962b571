import { practiceScenario } from '@gantelet/core';
import { practiceActions, practiceFeature, type PracticeState } from './practice.state';

const reduce = practiceFeature.reducer;
const begun = (scenarioId: string) => reduce(undefined, practiceActions.scenarioBegun({ scenarioId }));
const play = (state: PracticeState, ...actions: Parameters<typeof reduce>[1][]) =>
  actions.reduce(reduce, state);
const top = (topTurns: number) => practiceActions.settingChanged({ change: { topTurns } });
const sewn = practiceActions.sewn({ chance: [0.5, 0.5] });
const called = practiceActions.calledBalanced({ key: 'k', finishedAt: '2026-03-04T10:00:00.000Z' });

describe('a practice run', () => {
  it('starts where the knob was found and answers with the seam it sews', () => {
    const { practice } = play(begun('cover'), sewn);
    expect([practice?.setting.topTurns, practice?.seams[0]?.grade]).toEqual([2.5, 'loops-below']);
  });

  it('is done only if it really is balanced, and is then saved', () => {
    const { balanceTurns } = practiceScenario('awning').machine;
    const early = play(begun('awning'), sewn, called);
    expect([early.practice?.done, early.practice?.notYet]).toEqual([false, true]);
    const done = play(early, top(balanceTurns), sewn, called);
    expect(done.practice?.done).toBeTrue();
    expect(practiceFeature.selectRun.projector(done.practice)).toEqual({
      scenarioId: 'awning',
      seams: 2,
      judged: [],
    });
    expect(play(done, top(0), sewn)).toEqual(done);
  });

  it('records what the learner said about a seam beside the truth, the first answer only', () => {
    const { balanceTurns } = practiceScenario('awning').machine;
    const said = play(
      begun('awning'),
      top(balanceTurns),
      sewn,
      practiceActions.judged({ grade: 'dots-on-top' }),
      practiceActions.judged({ grade: 'balanced' }),
      called,
    );
    const run = practiceFeature.selectRun.projector(said.practice);
    expect(run?.judged.map(({ grade }) => grade)).toEqual(['dots-on-top']);
    expect(run?.judged[0]?.z).toBe(said.practice!.seams[0]!.z);
  });

  it('requires a fault to be fixed that no knob can fix', () => {
    const { balanceTurns } = practiceScenario('nest').machine;
    const knobOnly = play(begun('nest'), top(balanceTurns), sewn, called);
    expect([knobOnly.practice?.seams.at(-1)?.grade, knobOnly.practice?.done]).toEqual(['loops-below', false]);
    const mended = play(knobOnly, practiceActions.mended({ fault: 'thread-out-of-discs' }), sewn, called);
    expect([mended.practice?.seams.at(-1)?.grade, mended.practice?.done]).toEqual(['balanced', true]);
  });

  it('remembers the fewest seams of each scenario', () => {
    const run = (scenarioId: string, seams: number) => ({
      id: `${scenarioId}${seams}`,
      scenarioId,
      seams,
      finishedAt: '2026-03-04T10:00:00.000Z',
    });
    const best = practiceFeature.selectBest.projector([run('awning', 6), run('awning', 4), run('strap', 9)]);
    expect([...best]).toEqual([
      ['awning', 4],
      ['strap', 9],
    ]);
  });
});
