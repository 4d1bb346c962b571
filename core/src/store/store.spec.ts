import { DAY_MS } from '../units/index.js';
import fc from 'fast-check';
import { randomGamma, randomLcg, randomPoisson } from 'd3-random';
import { threadConstruction } from '../thread/index.js';
import {
  coneMetres,
  leftAfterSewing,
  orderAdvice,
  orderQuantity,
  reorderPoint,
  shelfAge,
  storeLedger,
  threadSewnMetres,
  usePerDay,
  type LeadDemand,
  type LedgerMove,
} from './index.js';
const NEEDLES: LeadDemand = { perDay: 2, lump: 1, leadDays: 5, leadSpreadDays: 0 };

describe('the ledger of an item', () => {
  const moves = (...list: readonly (readonly [LedgerMove['kind'], number])[]): LedgerMove[] =>
    list.map(([kind, quantity], day) => ({ kind, quantity, atMs: day * DAY_MS }));

  it('starts with the first count, and continues with what came and went', () => {
    const { onHand, countedAtMs } = storeLedger(
      moves(['receive', 40], ['use', 3], ['count', 20], ['receive', 10], ['use', 4], ['scrap', 1]),
    );
    expect([onHand, countedAtMs]).toEqual([25, 2 * DAY_MS]);
    expect(storeLedger(moves(['receive', 40], ['use', 3])).onHand).toBeNull();
  });

  it('counts what is missing at a count as used, and ignores a surplus', () => {
    expect(storeLedger(moves(['count', 20], ['use', 2], ['count', 15])).taken).toEqual([
      { quantity: 2, atMs: DAY_MS },
      { quantity: 3, atMs: 2 * DAY_MS },
    ]);
    expect(storeLedger(moves(['count', 20], ['count', 25])).taken).toEqual([]);
  });

  it('is never below zero, and always the last count plus what moved since', () => {
    const kinds = fc.constantFrom('count', 'receive', 'use', 'scrap') as fc.Arbitrary<LedgerMove['kind']>;
    fc.assert(
      fc.property(fc.array(fc.tuple(kinds, fc.integer({ min: 0, max: 50 }))), (list) => {
        const { onHand } = storeLedger(moves(...list));
        const last = list.map(([kind]) => kind).lastIndexOf('count');
        if (last < 0) return onHand === null;
        const after = list.slice(last + 1).reduce((left, [kind, quantity]) => {
          return kind === 'receive' ? left + quantity : Math.max(0, left - quantity);
        }, list[last]![1]);
        return onHand === after && onHand >= 0;
      }),
    );
  });

  it('gives the daily use over half a year at most, and none over less than a fortnight', () => {
    const taken = [1, 100, 190].map((day) => ({ quantity: 18, atMs: day * DAY_MS }));
    expect(usePerDay(taken, 0, 10 * DAY_MS)).toBeNull();
    expect(usePerDay(taken, 95 * DAY_MS, 195 * DAY_MS)).toBeCloseTo(0.36, 12);
    expect(usePerDay(taken, 0, 200 * DAY_MS)).toBeCloseTo(36 / 180, 12);
  });
});

describe('the reorder point', () => {
  it('matches Poisson tables if deliveries come to the day', () => {
    // Poisson with mean 10: P(X <= 14) = 0.9165, P(X <= 15) = 0.9513; with mean 1: 0.9810 up to 3, 0.9963 up to 4. Tables of
    // the Poisson distribution, any textbook (from memory).
    expect(reorderPoint(NEEDLES, 0.95)).toBe(15);
    expect(reorderPoint(NEEDLES, 0.916)).toBe(14);
    expect(reorderPoint({ ...NEEDLES, perDay: 0.2 }, 0.99)).toBe(4);
    expect(reorderPoint({ ...NEEDLES, perDay: 0 }, 0.99)).toBe(0);
  });

  it('keeps its promise in a simulated store, with late deliveries', () => {
    const random = randomLcg(0.11);
    const cases: readonly (readonly [LeadDemand, number])[] = [
      [{ perDay: 2, lump: 1, leadDays: 7, leadSpreadDays: 3 }, 0.95],
      [{ perDay: 0.3, lump: 1, leadDays: 14, leadSpreadDays: 7 }, 0.9],
      [{ perDay: 900, lump: 5000, leadDays: 10, leadSpreadDays: 4 }, 0.98],
    ];
    for (const [demand, service] of cases) {
      const at = reorderPoint(demand, service);
      const used = simulated(demand, random, 40_000);
      const share = (level: number) => used.filter((one) => one <= level).length / used.length;
      expect(share(at)).toBeGreaterThan(service - 0.005);
      expect(share(at - demand.lump)).toBeLessThan(service + 0.005);
    }
  });

  it('costs a newsvendor least, who pays for shortage and surplus', () => {
    const demand: LeadDemand = { perDay: 1.5, lump: 1, leadDays: 8, leadSpreadDays: 4 };
    const used = simulated(demand, randomLcg(0.37), 60_000);
    const [missing, over] = [9, 1];
    const cost = (level: number): number =>
      used.reduce((sum, one) => sum + (one > level ? missing * (one - level) : over * (level - one)), 0);
    const at = reorderPoint(demand, missing / (missing + over));
    const costs = Array.from({ length: 50 }, (_, level) => cost(level));
    expect(Math.abs(costs.indexOf(Math.min(...costs)) - at)).toBeLessThanOrEqual(1);
    expect(cost(at)).toBeLessThan(1.003 * Math.min(...costs));
  });

  it('never falls with more use, longer or less certain delivery, or better service', () => {
    const some = fc.record({
      perDay: fc.double({ min: 0, max: 40, noNaN: true }),
      lump: fc.constant(1),
      leadDays: fc.double({ min: 0, max: 60, noNaN: true }),
      leadSpreadDays: fc.constant(0),
    });
    fc.assert(
      fc.property(some, fc.double({ min: 0.5, max: 0.99, noNaN: true }), (demand, service) => {
        const at = reorderPoint(demand, service);
        expect(reorderPoint({ ...demand, perDay: demand.perDay + 1 }, service)).toBeGreaterThanOrEqual(at);
        expect(reorderPoint({ ...demand, leadDays: demand.leadDays + 5 }, service)).toBeGreaterThanOrEqual(
          at,
        );
        expect(reorderPoint(demand, 0.5 * (1 + service))).toBeGreaterThanOrEqual(at);
      }),
    );
    const late = (leadSpreadDays: number) => reorderPoint({ ...NEEDLES, leadSpreadDays }, 0.95);
    expect([late(1) >= late(0), late(4) > late(1)]).toEqual([true, true]);
  });

  it('refuses invalid rates, units and probabilities', () => {
    expect(() => reorderPoint({ ...NEEDLES, perDay: NaN }, 0.95)).toThrowError(/perDay is NaN/);
    expect(() => reorderPoint({ ...NEEDLES, lump: 0 }, 0.95)).toThrowError(/lump is 0/);
    expect(() => reorderPoint(NEEDLES, 1)).toThrowError(/service is 1/);
  });
});

describe('what to order', () => {
  const state = { ...NEEDLES, onHand: 15, onOrder: 0, packSize: 10, service: 0.95, coverDays: 30 };

  it('is nothing above the point, and whole packs for the coming days at it', () => {
    expect(orderAdvice({ ...state, onHand: 16 }).quantity).toBe(0);
    expect(orderAdvice(state)).toEqual({ reorderAt: 15, lastsDays: 7.5, quantity: 60 });
    expect(orderAdvice({ ...state, onHand: 3, onOrder: 20 }).quantity).toBe(0);
    expect(orderAdvice({ ...state, coverDays: 0 }).quantity).toBe(10);
  });

  it('is left to people if nothing is used', () => {
    expect(orderAdvice({ ...state, perDay: 0, onHand: 0 })).toEqual({
      reorderAt: 0,
      lastsDays: null,
      quantity: 0,
    });
  });

  it('needs packs that are not empty', () => {
    expect([0, 4, 11].map((short) => orderQuantity(short, 10))).toEqual([0, 10, 20]);
    expect(() => orderQuantity(3, 0)).toThrowError(/packSize is 0/);
    expect(() => orderQuantity(NaN, 10)).toThrowError(/short is NaN/);
  });
});

describe('a cone on the scale', () => {
  it('holds its grams over its tex in kilometres', () => {
    // Tex 135 is 135 g per kilometre (ISO 1144).
    expect(coneMetres(310, 40, 135)).toBeCloseTo(2000, 9);
    expect(coneMetres(40, 40, 135)).toBe(0);
    expect(() => coneMetres(30, 40, 135)).toThrowError(/coneG is 30; allowed: 40/);
  });
});

describe('thread that machines sew', () => {
  const construction = threadConstruction('bonded-nylon')!;
  const STRAP = { stitchLengthMm: 4, stackMm: 0.58, tex: 135, construction };

  it('is what the rectangle of a stitch uses, needle and bobbin, with a tenth of waste', () => {
    // d = 0.421 mm: L + (t + d) each, by geometry; 60,000 stitches an hour at 1,000 a minute.
    expect(threadSewnMetres(STRAP, 1, 1000)).toBeCloseTo(60 * 2 * (4 + 0.58 + 0.421) * 1.1, 0);
    expect(threadSewnMetres(STRAP, 0, 1000)).toBe(0);
    expect(() => threadSewnMetres(STRAP, -1, 1000)).toThrowError(/runningHours is -1/);
  });

  it('grows in proportion to hours and speed, and with depth', () => {
    const one = threadSewnMetres(STRAP, 2, 800);
    expect(threadSewnMetres(STRAP, 4, 800)).toBeCloseTo(2 * one, 9);
    expect(threadSewnMetres(STRAP, 2, 1600)).toBeCloseTo(2 * one, 9);
    // A millimetre of depth takes two of thread a stitch.
    const deeper = threadSewnMetres({ ...STRAP, stackMm: 1.58 }, 2, 800);
    expect(deeper - one).toBeCloseTo((96_000 * 2 * 1.1) / 1000, 6);
  });

  it('counts once, whether or not it was recorded', () => {
    const had = { onHand: 800, usedSinceCount: 200 };
    expect([0, 200, 500, 5000].map((sewn) => leftAfterSewing(had, sewn))).toEqual([800, 800, 500, 0]);
    expect(leftAfterSewing({ ...had, onHand: null }, 100)).toBeNull();
  });
});

describe('the shelf life of stock', () => {
  const came = [
    { quantity: 30, atMs: 100 },
    { quantity: 20, atMs: 300 },
  ];

  it('counts from the latest deliveries, since the oldest is taken first', () => {
    expect(shelfAge(20, came, 0, 200)).toEqual({ overage: 0, nextAtMs: 300 });
    expect(shelfAge(35, came, 0, 200)).toEqual({ overage: 15, nextAtMs: 300 });
    expect(shelfAge(35, came, 0, 50)).toEqual({ overage: 0, nextAtMs: 100 });
  });

  it('treats stock without a delivery as old as the first record', () => {
    expect(shelfAge(60, came, 0, 50)).toEqual({ overage: 10, nextAtMs: 100 });
    expect(shelfAge(60, [], 70, 50)).toEqual({ overage: 0, nextAtMs: 70 });
    expect(shelfAge(0, came, 0, 400)).toEqual({ overage: 0, nextAtMs: null });
  });

  it('never has more expired than there is, and less of it the longer the item keeps', () => {
    const deliveries = fc.array(fc.record({ quantity: fc.nat(50), atMs: fc.nat(1000) }));
    fc.assert(
      fc.property(deliveries, fc.nat(200), fc.nat(1000), fc.nat(1000), (list, onHand, one, other) => {
        const [early, late] = [Math.min(one, other), Math.max(one, other)];
        const [less, more] = [early, late].map((limit) => shelfAge(onHand, list, 0, limit).overage);
        return less! <= more! && more! <= onHand;
      }),
    );
  });
});

/** What is used while orders are on their way, by random draws. */
function simulated(
  { perDay, lump, leadDays, leadSpreadDays }: LeadDemand,
  random: () => number,
  draws: number,
): number[] {
  const shape = (leadDays / leadSpreadDays) ** 2;
  const days = randomGamma.source(random)(shape, leadDays / shape);
  const lumps = randomPoisson.source(random);
  return Array.from({ length: draws }, () => lump * lumps((days() * perDay) / lump)());
}
