import { withShopValues } from '../reference/index.js';
import { FAULT_TIMES, faultTimes, nextChecks, replayFault, type FaultCase } from './index.js';

const SKIPS: FaultCase = { symptomId: 'skips', evidence: {}, findings: [] };
const own = (valueId: string, value: number) =>
  faultTimes(withShopValues([{ valueId, value, standing: 'measured', source: 'timed' }]));

describe('the times of the fault finder', () => {
  it('are each named once, and above zero', () => {
    expect(new Set(FAULT_TIMES.map(({ id }) => id)).size).toBe(FAULT_TIMES.length);
    expect(FAULT_TIMES.every(({ minutes, name }) => minutes > 0 && name !== '')).toBeTrue();
  });

  it("are the shop's own if it has timed them, and change what comes next", () => {
    const first = (times?: ReturnType<typeof faultTimes>) => nextChecks(SKIPS, undefined, times).steps[0]!.id;
    expect(first()).toBe('newNeedle');
    expect(first(own('fault.check.newNeedle', 60))).not.toBe('newNeedle');
  });

  it('count as minutes, including those of a seam', () => {
    const fault: FaultCase = { ...SKIPS, findings: [{ did: 'swap', checkId: 'newNeedle', seams: [false] }] };
    const minutes = (times?: ReturnType<typeof faultTimes>) => replayFault(fault, undefined, times).minutes;
    expect(minutes(own('fault.seam', 5)) - minutes()).toBeCloseTo(4, 12);
    expect(minutes(own('fault.check.newNeedle', 3)) - minutes()).toBeCloseTo(1.5, 12);
  });
});
