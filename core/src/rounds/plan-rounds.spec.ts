import { randomLcg } from 'd3-random';
import fc from 'fast-check';
import solverPackage from 'highs';
import { checkRounds } from '../testing/check-rounds.js';
import { drawnRounds } from '../testing/drawn-rounds.js';
import { costTable, planRounds, wholeModel, type RoundsPlan, type RoundsProblem } from './index.js';

/** The package's types mistake its default export for that of a CommonJS module. */
const loadHighs = solverPackage as unknown as typeof solverPackage.default;

const planned = (problem: RoundsProblem, seed = 0.5, effort = 1): RoundsPlan => {
  const plan = planRounds(problem, { random: randomLcg(seed), effort });
  if ('conflicts' in plan) throw new Error(JSON.stringify(plan.conflicts));
  return plan;
};

describe('a plan of rounds', () => {
  it('respects every limit and costs what it says, by an independent check', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 3, max: 16 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (count, shifts, seed) => {
          const problem = drawnRounds(count, shifts, randomLcg(seed));
          const plan = planned(problem);
          const checked = checkRounds(problem, plan.changes);
          expect(checked.broken).toEqual([]);
          expect(plan.cost.total).toBeCloseTo(checked.total, 4);
          expect(plan.bound).toBeLessThanOrEqual(checked.total + 1e-4);
        },
      ),
      { numRuns: 8, seed: 7 },
    );
  }, 300_000);

  // The same problem as a mixed-integer model, solved to optimality by HiGHS.
  it('is verified by a solver: none cheaper, and no bound above the cheapest', async () => {
    const highs = await loadHighs();
    for (const seed of [0.1, 0.35, 0.8]) {
      const problem = drawnRounds(7, 10, randomLcg(seed));
      const { columns, rows, costs, ...model } = wholeModel(problem, costTable(problem));
      const least = highs.withModel(
        {
          numCols: columns,
          numRows: rows,
          offset: model.offset,
          colCost: costs,
          colLower: new Float64Array(columns),
          colUpper: new Float64Array(columns).fill(1),
          rowLower: model.rowLower,
          rowUpper: model.rowUpper,
          matrix: { format: 'csc', numCols: columns, numRows: rows, ...model },
          integrality: new Int32Array(columns).fill(1),
        },
        (solver) => {
          solver.options.set({ output_flag: false, mip_rel_gap: 0 });
          solver.run();
          expect(solver.getModelStatus()).toBe(highs.constants.modelStatus.optimal);
          const changes = model.changesOf(solver.getSolution().colValue);
          expect(checkRounds(problem, changes)).toEqual({ total: jasmine.any(Number) as never, broken: [] });
          expect(checkRounds(problem, changes).total).toBeCloseTo(solver.getObjectiveValue(), 4);
          return solver.getObjectiveValue();
        },
      );
      const plan = planned(problem, 0.5, 2);
      expect(plan.bound).toBeLessThanOrEqual(least + 1e-6);
      expect(plan.cost.total).toBeGreaterThan(least - 1e-6);
      expect(plan.cost.total / least).toBeLessThan(1.05);
    }
  }, 300_000);

  it('is the same for the same seed, and more search never makes it more expensive', () => {
    const problem = drawnRounds(20, 14, randomLcg(0.4));
    const first = planned(problem, 0.2);
    expect(planned(problem, 0.2)).toEqual(first);
    expect(planned(problem, 0.2, 3).cost.total).toBeLessThanOrEqual(first.cost.total + 1e-9);
  });

  it('is proven close to the cheapest', () => {
    const plan = planned(drawnRounds(40, 20, randomLcg(0.3)));
    expect(plan.gap).toBeLessThan(0.2);
    expect(plan.gap).toBeCloseTo(plan.cost.total / plan.bound - 1, 12);
  });

  it('respects pins, and says which limits they break and by how much', () => {
    const free = drawnRounds(6, 8, randomLcg(0.6));
    const loose: RoundsProblem = {
      ...free,
      machines: free.machines.map((machine) => ({ ...machine, closed: [], published: [] })),
      minutes: free.minutes.map((limit) => ({ ...limit, minutes: 100 })),
      stock: free.stock.map((row) => row.map(() => 50)),
    };
    const pin = (pins: readonly number[][], over: Partial<RoundsProblem> = {}): RoundsProblem => ({
      ...loose,
      machines: loose.machines.map((machine, m) => ({ ...machine, pinned: pins[m] ?? [] })),
      ...over,
    });
    const plan = planned(pin([[0, 7], [3]]));
    expect(plan.changes[0]).toEqual(jasmine.arrayContaining([0, 7]));
    expect(plan.changes[1]).toContain(3);
    expect(checkRounds(pin([[0, 7], [3]]), plan.changes).broken).toEqual([]);

    const conflictsWith = (problem: RoundsProblem) => {
      const outcome = planRounds(problem, { random: randomLcg(0.5) });
      return 'conflicts' in outcome ? outcome.conflicts : [];
    };
    const tight = loose.minutes.map((limit) => ({ ...limit, minutes: limit.shift === 3 ? 5 : 100 }));
    const wanted = loose.machines[1]!.changeMinutes + loose.zones[loose.machines[1]!.zone]!.setupMinutes;
    expect(conflictsWith(pin([[], [3]], { minutes: tight }))).toEqual([
      { limit: 'minutes', shift: 3, skills: null, wanted, allowed: 5 },
    ]);
    expect(
      conflictsWith(
        pin([[2], [], [5]], { stock: [new Array<number>(8).fill(1), new Array<number>(8).fill(9)] }),
      ),
    ).toEqual([{ limit: 'needles', kind: 0, shift: 5, wanted: 2, allowed: 1 }]);
    const away = pin([[4]]);
    const closed = { ...away, machines: away.machines.map((machine) => ({ ...machine, closed: [4] })) };
    expect(conflictsWith(closed)).toEqual([{ limit: 'closed', machine: 0, shift: 4 }]);
  });

  it('moves fewer of the published changes, the more a move costs', () => {
    const problem = drawnRounds(16, 14, randomLcg(0.9));
    const first = planned({
      ...problem,
      machines: problem.machines.map((one) => ({ ...one, published: [] })),
    });
    const later = (pricePerMove: number) => {
      const again = planned({
        ...problem,
        pricePerMove,
        stock: problem.stock.map((row) => row.map((most) => most + 3)),
        machines: problem.machines.map((one, m) => ({
          ...one,
          published: first.changes[m]!,
          ageHours: one.ageHours + (m % 3 === 0 ? 2.5 : 0),
        })),
      });
      return first.changes.flatMap((list, m) => list.filter((s) => !again.changes[m]!.includes(s))).length;
    };
    expect(later(50)).toBeLessThanOrEqual(later(0.01));
    expect(later(0)).toBeGreaterThan(later(50));
  });

  it('has nothing to plan without machines, and refuses invalid hours', () => {
    const empty = planned({ ...drawnRounds(3, 5, randomLcg(0.1)), machines: [] });
    expect([empty.changes, empty.cost.total, empty.gap]).toEqual([[], 0, 0]);
    const problem = drawnRounds(2, 4, randomLcg(0.1));
    const machines = problem.machines.map((one) => ({ ...one, hours: [1, NaN, 1, 1] }));
    expect(() => planned({ ...problem, machines })).toThrowError(/hours/);
  });
});
