import type * as z from 'zod';
import { newId } from '../shared/index.js';
import { Clearance, NeedleChange } from './index.js';

const CHANGE: z.input<typeof NeedleChange> = {
  removesInstallId: null,
  cause: 'scheduled',
  fragments: 'whole',
  needle: { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' },
  changedAt: '2026-03-04T10:00:00.000Z',
};

describe('the form of a needle change', () => {
  it('accepts a broken needle only as worn or struck', () => {
    const reads = (cause: string, fragments: string) =>
      NeedleChange.safeParse({ ...CHANGE, cause, fragments }).success;
    expect([reads('accident', 'missing'), reads('wear', 'all-found'), reads('scheduled', 'whole')]).toEqual([
      true,
      true,
      true,
    ]);
    expect([
      reads('scheduled', 'missing'),
      reads('changeover', 'all-found'),
      reads('unknown', 'missing'),
    ]).toEqual([false, false, false]);
  });

  it('keeps only a whole needle that came out for other work', () => {
    const reads = (more: Partial<NeedleChange>) =>
      NeedleChange.safeParse({ ...CHANGE, removesInstallId: newId(), keptInPocket: 4, ...more }).success;
    expect(reads({ cause: 'changeover' })).toBeTrue();
    expect([reads({ cause: 'wear' }), reads({ cause: 'accident', fragments: 'all-found' })]).toEqual([
      false,
      false,
    ]);
    expect(reads({ cause: 'changeover', keptInPocket: 0 })).toBeFalse();
    expect(reads({ cause: 'changeover', removesInstallId: null })).toBeFalse();
  });

  it('accepts only UTC instants', () => {
    expect(NeedleChange.safeParse({ ...CHANGE, changedAt: '2026-03-04T10:00:00' }).success).toBeFalse();
    expect(NeedleChange.safeParse({ ...CHANGE, changedAt: '4 March' }).success).toBeFalse();
  });

  it('clears no machine without the burr check', () => {
    const clearance = { stopId: newId(), finding: 'piece-found' };
    expect(Clearance.safeParse({ ...clearance, burrsChecked: true }).success).toBeTrue();
    expect(Clearance.safeParse({ ...clearance, burrsChecked: false }).error?.issues[0]?.message).toBe(
      'feel hook, plate and case for burrs first',
    );
    expect(Clearance.safeParse(clearance).success).toBeFalse();
  });
});
