import {
  CAUSES,
  FAULT_CHECKS,
  nextChecks,
  PUT_RIGHT_WITHIN_MIN,
  SYMPTOMS,
  type FaultFinding,
} from './index.js';

const LOOKS = FAULT_CHECKS.filter((check) => check.kind === 'look');
const repairOf = (causeId: string) => CAUSES.find(({ id }) => id === causeId)!.repair;
const found = (checkId: string, causeId: string): FaultFinding => ({ did: 'look', checkId, found: causeId });

/** Whether a step ends what was found: its repair, or a swap of the part. */
function putsRight(step: { readonly do: string; readonly id: string }, causeId: string): boolean {
  if (step.do === 'repair') return step.id === causeId;
  const check = FAULT_CHECKS.find(({ id }) => id === step.id);
  return check?.kind === 'swap' && (check.mends[causeId] ?? 0) >= 0.9;
}

describe('what a hand felt or an eye saw', () => {
  it('is put right next, under every symptom, by every look and for every finding', () => {
    const ignored: string[] = [];
    let tried = 0;
    for (const { id: symptomId } of SYMPTOMS)
      for (const look of LOOKS)
        for (const causeId of Object.keys(look.finds)) {
          if (repairOf(causeId).minutes > PUT_RIGHT_WITHIN_MIN) continue;
          tried += 1;
          const [next] = nextChecks({ symptomId, evidence: {}, findings: [found(look.id, causeId)] }).steps;
          if (!putsRight(next!, causeId))
            ignored.push(`${symptomId}, ${look.id} found ${causeId}: ${next!.id}`);
        }
    expect(ignored).toEqual([]);
    expect(tried).toBeGreaterThan(400);
  });

  it('comes before a thread snapped by hand: the hook that touched the needle on a machine that shreds', () => {
    const fault = { symptomId: 'shreds', evidence: {}, findings: [found('gap', 'h_close')] };
    expect(nextChecks(fault).steps[0]).toEqual(jasmine.objectContaining({ do: 'repair', id: 'h_close' }));
  });

  it('is not put right twice, and not at all when somebody leaves it', () => {
    const burr = found('hookFeel', 'k_hookpoint');
    const after = (findings: readonly FaultFinding[], left: readonly string[] = []) =>
      nextChecks({ symptomId: 'shreds', evidence: {}, findings }, undefined, undefined, { left }).steps[0]!;
    expect(after([burr]).id).toBe('k_hookpoint');
    expect(after([burr], ['k_hookpoint']).id).not.toBe('k_hookpoint');
    expect(after([burr, { did: 'repair', causeId: 'k_hookpoint', seams: [false] }]).id).not.toBe(
      'k_hookpoint',
    );
  });

  it('that takes a specialist or long is weighed like anything else', () => {
    const dear = LOOKS.flatMap((look) =>
      Object.keys(look.finds).map((causeId) => ({ look, causeId })),
    ).filter(({ causeId }) => repairOf(causeId).minutes > PUT_RIGHT_WITHIN_MIN);
    expect(dear.length).toBeGreaterThan(0);
    for (const { look, causeId } of dear) {
      const { steps } = nextChecks({ symptomId: 'skips', evidence: {}, findings: [found(look.id, causeId)] });
      const rates = steps.filter(({ chance }) => chance > 0).map(({ chance, minutes }) => chance / minutes);
      expect(rates[0]).toBeCloseTo(Math.max(...rates), 9);
    }
  });
});
