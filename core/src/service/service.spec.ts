import { hoursSince, SERVICE_KINDS, SERVICE_VALUE_IDS, serviceDue } from './index.js';
import { SHIPPED_VALUES } from '../reference/index.js';

describe('services of a machine', () => {
  it('count running hours since the last one, for the needle in at the time in proportion', () => {
    const runs = [
      { fromMs: 0, toMs: 100, hours: 5 },
      { fromMs: 100, toMs: 200, hours: 4 },
    ];
    expect([0, 50, 100, 150, 200].map((since) => hoursSince(runs, since, (from, to) => to - from))).toEqual([
      9, 6.5, 4, 2, 0,
    ]);
    const nothing = () => 0;
    expect(hoursSince(runs, 50, nothing)).toBe(4);
  });

  it('are due when their hours are up', () => {
    expect([7.9, 8, 9].map((hours) => serviceDue(hours, 8))).toEqual([false, true, true]);
  });

  it('have their hours in the catalogue', () => {
    const hours = SERVICE_KINDS.map((kind) => SHIPPED_VALUES[SERVICE_VALUE_IDS[kind]].value);
    expect(hours.every((value) => value > 0)).toBeTrue();
  });
});
