import { planCost, planRounds, wearingOf, type RoundsProblem } from '@gantelet/core';
import { randomLcg } from 'd3-random';
import { certifyPlan } from './certify-plan.js';

/** Seven machines in two zones over ten shifts with few minutes: too hard for a search alone to prove anything. */
const TIGHT: RoundsProblem = {
  shifts: 10,
  machines: Array.from({ length: 7 }, (_, m) => ({
    id: `m${m}`,
    zone: m % 2,
    kind: 0,
    skill: 0,
    changeMinutes: 4 + (m % 3),
    wearing: wearingOf(
      { wear: { shape: 2 + 0.2 * m, scaleHours: 12 + 2 * m }, accidentsPerHour: 0.002 },
      { planned: 3, wear: 20, accident: 20 },
    )!,
    ageHours: 1.5 * m,
    hours: Array.from({ length: 10 }, () => 2.5),
    closed: [],
    pinned: [],
    published: [],
  })),
  zones: [
    { setupMinutes: 5, visitCost: 4 },
    { setupMinutes: 8, visitCost: 5 },
  ],
  minutes: Array.from({ length: 10 }, (_, shift) => ({ shift, minutes: shift % 2 ? 10 : 16, skills: null })),
  stock: [Array.from({ length: 10 }, (_, shift) => 4 + Math.floor(shift / 2))],
  pricePerMove: 0,
};

describe('certifying the plan of a small shop', () => {
  const plan = planRounds(TIGHT, { random: randomLcg(0.5) });
  if ('conflicts' in plan) throw new Error('no plan');

  it('proves the cheapest there is, and never makes a plan more expensive', async () => {
    const proven = await certifyPlan(TIGHT, plan);
    const cost = planCost(TIGHT, proven.changes).total;
    expect(cost).toBeLessThanOrEqual(plan.cost.total + 1e-9);
    expect(proven.bound).toBeGreaterThanOrEqual(plan.bound);
    expect(cost / proven.bound - 1).toBeLessThan(1e-6);
  });

  it('leaves an already proven plan, and that of a shop too large for it', async () => {
    const done = { changes: plan.changes, bound: plan.cost.total };
    expect(await certifyPlan(TIGHT, done)).toBe(done);
    const machines = Array.from({ length: 6 }, () => TIGHT.machines).flat();
    const large = { ...TIGHT, machines };
    const cheap = { changes: machines.map(() => []), bound: 0 };
    expect(await certifyPlan(large, cheap)).toBe(cheap);
  });
});
