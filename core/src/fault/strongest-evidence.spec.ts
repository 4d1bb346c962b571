import { evidenceById, replayFault, strongestEvidence } from './index.js';

const optionOf = (id: string, option: string) => evidenceById(id)!.options.indexOf(option);

describe('the reason for a check', () => {
  const there = (symptomId: string, evidence: Readonly<Record<string, number>>) =>
    replayFault({ symptomId, evidence, findings: [] }).belief.there;

  it('is the evidence that speaks most for its causes', () => {
    const worn = { hours: optionOf('hours', 'over 16'), strike: 0 };
    expect(strongestEvidence(worn, there('skips', worn), 'newNeedle')?.id).toBe('hours');
    const struck = { ...worn, strike: 1 };
    expect(strongestEvidence(struck, there('shreds', struck), 'hookFeel')?.id).toBe('strike');
  });

  it('is left out if nothing speaks for it much, and for a probe, which is about all causes', () => {
    const quiet = { strike: 0, thick: 0 };
    expect(strongestEvidence(quiet, there('skips', quiet), 'newNeedle')).toBeNull();
    expect(strongestEvidence({}, there('skips', {}), 'newNeedle')).toBeNull();
    expect(strongestEvidence({ strike: 1 }, there('nest', { strike: 1 }), 'pull')).toBeNull();
  });
});
