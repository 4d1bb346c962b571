import { withShopValues } from '../reference/index.js';
import { SHIPPED_TIMES } from './fault-times.js';
import { learnTimes, LONGEST_CHECK_MINUTES, timedChecks, type FaultFinding } from './index.js';

const MINUTE = 60_000;
const SEAT: FaultFinding = { did: 'look', checkId: 'seatLook', found: null };
const NEEDLE: FaultFinding = { did: 'swap', checkId: 'newNeedle', seams: [false, true] };
const MENDED: FaultFinding = { did: 'repair', causeId: 'h_timing', seams: [true] };
const at = (...minutes: number[]) => minutes.map((one) => one * MINUTE);

describe('the minutes of checks as the shop takes them', () => {
  it('lie between two findings, less openings and seams', () => {
    const fault = { beganAtMs: 0, findings: [SEAT, NEEDLE, MENDED], foundAtMs: at(4, 9, 40) };
    expect(timedChecks(fault, SHIPPED_TIMES)).toEqual([
      { valueId: 'fault.check.seatLook', minutes: 4 },
      // Five minutes, of which two seams of one.
      { valueId: 'fault.check.newNeedle', minutes: 3 },
      { valueId: 'fault.repair.h_timing', minutes: 30 },
    ]);
  });

  it('charge an opening once while it stays open, and again after a seam', () => {
    const hook: FaultFinding = { did: 'look', checkId: 'hookFeel', found: null };
    const opened = SHIPPED_TIMES.openings['caseOut']! + SHIPPED_TIMES.openings['plateOpen']!;
    const fault = { beganAtMs: 0, findings: [hook, hook, NEEDLE, hook], foundAtMs: at(9, 12, 17, 26) };
    const minutes = timedChecks(fault, SHIPPED_TIMES).map((one) => one.minutes);
    expect(minutes[0]).toBeCloseTo(9 - opened, 12);
    // The repeat has nothing to open, and a repeat counts as one and a half.
    expect(minutes[1]).toBeCloseTo(3 / 1.5, 12);
    expect(minutes[3]).toBeCloseTo((9 - opened) / 1.5, 12);
  });

  it('leave out findings recorded at once, and interrupted ones', () => {
    const fault = {
      beganAtMs: 0,
      findings: [SEAT, SEAT],
      foundAtMs: at(LONGEST_CHECK_MINUTES + 1, LONGEST_CHECK_MINUTES + 1.1),
    };
    expect(timedChecks(fault, SHIPPED_TIMES)).toEqual([]);
    expect(timedChecks({ ...fault, foundAtMs: [] }, SHIPPED_TIMES)).toEqual([]);
  });

  it("draw the shipped minutes towards the timings, and leave the shop's own values alone", () => {
    const fault = { beganAtMs: 0, findings: [SEAT], foundAtMs: at(4) };
    const shipped = SHIPPED_TIMES.checks['seatLook']!;
    const of = (count: number) => learnTimes(Array<typeof fault>(count).fill(fault), null)[0]!;
    expect(of(1).minutes).toBeCloseTo((3 * shipped + 4) / 4, 12);
    expect(of(3).minutes).toBeCloseTo((shipped + 4) / 2, 12);
    expect(of(200).minutes).toBeCloseTo(4, 1);
    expect(of(3)).toEqual(jasmine.objectContaining({ count: 3, timedMinutes: 4, shippedMinutes: shipped }));
    const own = withShopValues([
      { valueId: 'fault.check.seatLook', value: 2, standing: 'measured', source: 'timed' },
    ]);
    expect(learnTimes([fault], own)).toEqual([]);
  });
});
