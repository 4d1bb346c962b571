import { randomLcg } from 'd3-random';
import { drawnRounds } from '../testing/drawn-rounds.js';
import { pathFinder } from './best-path.js';
import { costTable, type CostTable } from './cost-table.js';
import { sharpenShares, type ZonePrices } from './sharpen-shares.js';
import { cheapestVisits } from './zone-visits.js';

const SHIFTS = 9;

/** A zone of four machines at random prices, some shifts closed to some of them. */
function drawnZone(seed: number): { table: CostTable; zone: ZonePrices } {
  const random = randomLcg(seed);
  const table = costTable(drawnRounds(4, SHIFTS, random));
  const machines = table.ofZone[0]!;
  const own = Float64Array.from({ length: machines.length * SHIFTS }, (_, at) => {
    const closed = table.node[machines[Math.floor(at / SHIFTS)]! * SHIFTS + (at % SHIFTS)] === Infinity;
    return closed ? Infinity : 3 * random() - 0.5;
  });
  const visit = Float64Array.from({ length: SHIFTS }, () => 1 + 5 * random());
  return { table, zone: { machines, shifts: SHIFTS, own, visit } };
}

/** The cost of visits with every machine's best changes in them. */
function costOf(table: CostTable, { machines, own, visit }: ZonePrices, bits: number): number {
  const finder = pathFinder(table);
  const open = (s: number) => (bits & (1 << s)) !== 0;
  const ways = visit.reduce((sum, price, s) => sum + (open(s) ? price : 0), 0);
  return machines.reduce((sum, m, i) => {
    const prices = Float64Array.from({ length: SHIFTS }, (_, s) =>
      open(s) ? own[i * SHIFTS + s]! : Infinity,
    );
    return sum + finder.find(m, prices, 0);
  }, ways);
}

const bitsOf = (visits: Uint8Array): number => visits.reduce((bits, one, s) => bits | (one << s), 0);

function searched(seed: number, steps: number, mostBeginnings: number) {
  const { table, zone } = drawnZone(seed);
  const costs = Array.from({ length: 2 ** SHIFTS }, (_, bits) => costOf(table, zone, bits));
  const known = { visits: new Uint8Array(SHIFTS).fill(1), cost: costs[2 ** SHIFTS - 1]! };
  const shares = new Float64Array(zone.machines.length * SHIFTS).fill(100);
  sharpenShares(pathFinder(table), zone, shares, known.cost, steps);
  const found = cheapestVisits(table, zone, shares, known, mostBeginnings);
  return { costs, least: Math.min(...costs), found, known };
}

describe('the cheapest visits of a zone', () => {
  it('are the cheapest of all, however well their price is shared out', () => {
    for (let n = 0; n < 40; n++) {
      const { costs, least, found } = searched(0.013 + n / 41, n % 3 === 0 ? 1 : 120, 1000);
      expect(found.cost).toBeCloseTo(least, 9);
      expect(found.bound).toBeCloseTo(least, 9);
      expect(costs[bitsOf(found.visits)]).toBeCloseTo(found.cost, 9);
    }
  });

  it('form a plan, with a bound below all of them, if too many partial plans are dropped', () => {
    let short = 0;
    for (let n = 0; n < 40; n++) {
      const { costs, least, found, known } = searched(0.007 + n / 41, 1, 2);
      expect(costs[bitsOf(found.visits)]).toBeCloseTo(found.cost, 9);
      expect(found.cost).toBeLessThanOrEqual(known.cost);
      expect(found.bound).toBeLessThanOrEqual(least + 1e-9);
      if (found.bound < found.cost - 1e-6) short++;
    }
    expect(short).toBeGreaterThan(10);
  });
});
