import { bestInterval, costPerHour, expectedEnds, type ChangeCosts, type NeedleEnds } from '../life/index.js';
import { assumedEnds, latenessOf, wearingOf } from './index.js';

const ENDS: NeedleEnds = { wear: { shape: 2, scaleHours: 1 }, accidentsPerHour: 0 };
const COSTS: ChangeCosts = { planned: 1, wear: 10, accident: 10 };

describe('the cost of lateness', () => {
  // Age replacement with shape 2 and costs 1 to 10: best at .336451191 of the scale, 6.05612144 per scale (R integrate).
  it('is zero at the best age and grows on both sides', () => {
    const wearing = wearingOf(ENDS, COSTS)!;
    expect([wearing.bestHours, wearing.costPerHour]).toEqual([
      jasmine.any(Number) as never,
      jasmine.any(Number) as never,
    ]);
    expect(wearing.bestHours / 0.336451191).toBeCloseTo(1, 8);
    const { penalty } = latenessOf(wearing);
    expect(penalty(wearing.bestHours)).toBeCloseTo(0, 6);
    expect(penalty(0)).toBeCloseTo(1, 9);
    expect(penalty(0.8 * wearing.bestHours)).toBeGreaterThan(penalty(0.9 * wearing.bestHours));
    expect(penalty(1.3 * wearing.bestHours)).toBeGreaterThan(penalty(1.1 * wearing.bestHours));
  });

  // Renewal reward: changed at x from then on, a needle costs (g(x) - g*) M(x) more than at its best age.
  it('is the extra cost of changing one needle at that age, for wear and accidents', () => {
    const ends = { wear: { shape: 2.6, scaleHours: 14 }, accidentsPerHour: 0.01 };
    const wearing = wearingOf(ends, { planned: 3, wear: 21, accident: 25 })!;
    const { penalty } = latenessOf(wearing);
    for (const share of [0.35, 0.7, 1.2, 1.9, 2.4]) {
      const hours = share * wearing.bestHours;
      const over = costPerHour(ends, wearing.costs, hours) - wearing.costPerHour;
      expect(penalty(hours)).toBeCloseTo(over * expectedEnds(ends, hours).meanHours, 6);
    }
  });

  it('stays finite for very old needles, and past lateness costs nothing more', () => {
    const wearing = wearingOf(ENDS, COSTS)!;
    const { penaltyFrom } = latenessOf(wearing);
    expect(penaltyFrom(50, 50)).toBe(0);
    for (const later of [50.1, 60, 1e6]) expect(Number.isFinite(penaltyFrom(50, later))).toBeTrue();
    expect(penaltyFrom(50, 60)).toBeGreaterThan(penaltyFrom(50, 51));
    expect(penaltyFrom(0.4, 0.4)).toBe(0);
    // The present needle fails sooner than a new one: the same delay costs more.
    expect(penaltyFrom(0.6, 0.7)).toBeGreaterThan(
      latenessOf(wearing).penalty(0.7) - latenessOf(wearing).penalty(0.6),
    );
  });

  it('uses lives whose best interval is the flat rule, if a group is too uncertain', () => {
    const assumed = assumedEnds(8, COSTS);
    expect(assumed.wear!.shape).toBe(2);
    // The scale that makes 8 hours best: 8 / .336451191, from the same source as above.
    expect(assumed.wear!.scaleHours).toBeCloseTo(8 / 0.336451191, 5);
    expect(bestInterval(assumed, COSTS).intervalHours).toBeCloseTo(8, 6);
    // If a planned change costs as much as a failure no rule pays: the scale is the rule itself.
    expect(assumedEnds(8, { planned: 10, wear: 10, accident: 10 }).wear!.scaleHours).toBe(8);
  });

  it('does not exist where needles run to failure', () => {
    expect(wearingOf({ ...ENDS, wear: { shape: 1, scaleHours: 1 } }, COSTS)).toBeNull();
    expect(bestInterval({ ...ENDS, wear: { shape: 1, scaleHours: 1 } }, COSTS).intervalHours).toBeNull();
  });
});
