import type { PlannedShift } from '@gantelet/contracts';
import { conflictText, moveCostText, noticeText, shiftText } from './rounds-words';

const SHIFT: PlannedShift = {
  shiftId: 's',
  name: 'Early',
  day: '2026-11-26',
  startsAt: '2026-11-26T05:00:00Z',
  endsAt: '2026-11-26T13:00:00Z',
  minutes: 60,
  used: 40,
};

describe('wording of rounds', () => {
  it('names a shift by its day, wherever the reader is', () => {
    // 26 November 2026 is a Thursday.
    expect(shiftText(SHIFT)).toMatch(/^Thu,? 26 Nov, Early$/);
  });

  it('gives the cost of a move, ignoring less than half a penny', () => {
    const money = (amount: number) => `£${amount.toFixed(2)}`;
    expect([3.5, -0.25, 0.004, -0.004].map((cost) => moveCostText(cost, money))).toEqual([
      '+£3.50',
      '−£0.25',
      'no extra cost',
      'no extra cost',
    ]);
  });

  it('says what would free a broken limit', () => {
    const said = (conflict: object) => conflictText(conflict as never, [SHIFT], () => 'Flatbed 12');
    expect(said({ limit: 'closed', machineId: 'm', shift: 0 })).toMatch(/^Flatbed 12 is not available Thu/);
    expect(said({ limit: 'minutes', shift: 0, machineClasses: null, wanted: 70.2, allowed: 60 })).toMatch(
      /Early: 70 minutes needed, 60 available\. 11 more would be enough\.$/,
    );
    const classes = {
      limit: 'minutes',
      shift: 0,
      machineClasses: ['post', 'cylinder'],
      wanted: 9,
      allowed: 5,
    };
    expect(said(classes)).toContain('9 minutes needed for post and cylinder machines, 5 available. 4 more');
    const needle = { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' };
    expect(said({ limit: 'needles', needle, shift: 7, wanted: 5, allowed: 2 })).toMatch(
      /^135x17 NM 110, .*: 5 needed by a shift, 2 available\. 3 more would be enough\.$/,
    );
  });

  it('gives a notice its day, if it has one', () => {
    const notice = { kind: 'runs-out', subject: '135x17', machineId: null } as const;
    expect(noticeText({ ...notice, at: null })).toBe('needles run out under this plan');
    expect(noticeText({ ...notice, at: SHIFT.startsAt })).toMatch(/plan, Thu,? 26 Nov$/);
  });
});
