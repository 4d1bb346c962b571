import type { BobbinCaseView } from '@gantelet/contracts';
import { betterCase, caseName, caseSetText, caseWarning, resetsText, theCase } from './bobbin-case-words';

const CASE: BobbinCaseView = {
  id: 'a',
  machineId: 'm',
  mark: 'A',
  isIn: true,
  latch: 'smooth',
  slotMostTex: null,
  settingScrew: null,
  note: '',
  version: 1,
  setForTex: 135,
  screwTurns: 0,
  drop: null,
  resets: { count: 0, threads: [] },
};
const OTHER: BobbinCaseView = { ...CASE, id: 'b', mark: 'B', isIn: false, setForTex: 70 };

describe('wording of bobbin cases', () => {
  it('names a case by its mark, if it has one', () => {
    expect([caseName(CASE), theCase(CASE)]).toEqual(['Case A', 'case A']);
    expect([caseName({ mark: null }), theCase({ mark: null })]).toEqual([
      'The bobbin case',
      'the bobbin case',
    ]);
  });

  it('says what it is set for, and what happened since', () => {
    expect(caseSetText({ ...CASE, setForTex: null })).toBe('not set for any thread yet');
    expect(caseSetText(CASE)).toBe('set for Tex 135');
    const drop = { tex: 135, outcome: 'creeps' } as const;
    expect(caseSetText({ ...CASE, screwTurns: -0.25, drop })).toBe(
      'set for Tex 135, screw a quarter turn looser, drop test: creeps when jerked',
    );
    // A drop test with another thread says nothing about this one.
    expect(caseSetText({ ...CASE, drop: { ...drop, tex: 70 } })).toBe('set for Tex 135');
  });

  it('offers another case only if it is nearer by enough', () => {
    expect(betterCase([CASE, OTHER], 70, 1)?.mark).toBe('B');
    expect(betterCase([CASE, OTHER], 135, 1)).toBeNull();
    expect(betterCase([CASE], 70, 1)).toBeNull();
  });

  it('warns of a case that must not be used', () => {
    expect(caseWarning([CASE], 135)).toBeNull();
    expect(caseWarning([{ ...CASE, latch: 'springs-open' }], 135)).toBe(
      'Case A springs open: do not sew with it.',
    );
    expect(caseWarning([{ ...CASE, slotMostTex: 90 }], 135)).toBe(
      'Tex 135 is too thick for the slot of case A: Tex 90 at most.',
    );
    expect(caseWarning([OTHER], 135)).toBeNull();
  });

  it('says when separate cases would save time', () => {
    const resets = { count: 6, threads: [135, 70] };
    expect(resetsText([{ ...CASE, resets }], 4)).toBe(
      'Set for another thread 6 times in 90 days (Tex 135, Tex 70). A case for each would have saved about 24 minutes.',
    );
    expect(resetsText([{ ...CASE, resets }, OTHER], 4)).toBeNull();
    expect(
      resetsText(
        [
          { ...CASE, resets },
          { ...OTHER, latch: 'springs-open' },
        ],
        4,
      ),
    ).not.toBeNull();
    expect(resetsText([{ ...CASE, resets: { ...resets, count: 2 } }], 4)).toBeNull();
  });
});
