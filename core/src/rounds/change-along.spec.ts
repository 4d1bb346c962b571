import { HOUR_MS } from '../units/index.js';
import { changesAlong, type JobAhead, type RoundChange } from './index.js';

const needle = (nm: number) => ({ systemId: '135x17', nm, pointId: 'round', finishId: 'chromed' });
const change: RoundChange = { machineId: 'a', needle: needle(110), minutes: 4, startsAtMs: 0 };
const job = (hours: number | null, nm = 140): JobAhead => ({
  ...{ machineId: 'a', name: 'strap', needle: needle(nm) },
  dueAtMs: hours === null ? null : hours * HOUR_MS,
});

describe('a changeover that includes a planned needle change', () => {
  it('is due within a day after it, and has another needle', () => {
    expect(changesAlong([change], [job(10)]).get('a')).toEqual({
      ...{ jobName: 'strap', dueAtMs: 10 * HOUR_MS, savesMinutes: 4 },
    });
    expect(changesAlong([change], [job(-5)]).size).toBe(1);
    expect(changesAlong([change], [job(25)]).size).toBe(0);
    expect(changesAlong([change], [job(null)]).size).toBe(0);
    expect(changesAlong([change], [job(10, 110)]).size).toBe(0);
  });

  it('is of the same machine', () => {
    expect(changesAlong([change], [{ ...job(10), machineId: 'b' }]).size).toBe(0);
    expect(changesAlong([], [job(10)]).size).toBe(0);
  });
});
