import { repeatedCauses } from './index.js';

const NOW = Date.parse('2026-03-04T10:00:00Z');
const on = (machineId: string | null, causeId: string | null, daysAgo = 1) => ({
  ...{ machineId, causeId },
  endedAt: new Date(NOW - daysAgo * 24 * 3_600_000).toISOString(),
});
const times = <T>(count: number, one: T): T[] => Array.from({ length: count }, () => one);

describe('recurring causes', () => {
  it('are those one machine had three times, or the shop five times', () => {
    expect(repeatedCauses(times(2, on('a', 'h_timing')), NOW)).toEqual([]);
    expect(repeatedCauses(times(3, on('a', 'h_timing')), NOW)).toEqual([
      { causeId: 'h_timing', machineId: 'a', times: 3 },
    ]);
    const spread = ['a', 'b', 'c', 'd', null].map((machine) => on(machine, 'n_lot'));
    expect(repeatedCauses(spread, NOW)).toEqual([{ causeId: 'n_lot', machineId: null, times: 5 }]);
  });

  it('are not reported both for a machine and for the shop', () => {
    const both = [...times(4, on('a', 'h_timing')), ...times(2, on('b', 'h_timing'))];
    expect(repeatedCauses(both, NOW)).toEqual([{ causeId: 'h_timing', machineId: 'a', times: 4 }]);
  });

  it('leave out old ones, unnamed ones and those outside the list', () => {
    expect(repeatedCauses(times(4, on('a', 'h_timing', 91)), NOW)).toEqual([]);
    expect(repeatedCauses([...times(4, on('a', null)), ...times(4, on('a', 'other'))], NOW)).toEqual([]);
  });
});
