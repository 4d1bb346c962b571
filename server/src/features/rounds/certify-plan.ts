import solverPackage from 'highs';
import { costTable, planCost, wholeModel, type Changes, type RoundsProblem } from '@gantelet/core';

/** The package's types mistake its default export for that of a CommonJS module. */
const loadHighs = solverPackage as unknown as typeof solverPackage.default;

/** A plan, and a cost that no plan can beat. */
interface Proven {
  readonly changes: Changes;
  readonly bound: number;
}

/** Model columns up to which a solver proves the cheapest plan in seconds: about 8 machines by 10 shifts. */
const MOST_COLUMNS = 640;
/** Branches and seconds after which it gives up; what it has by then still holds. */
const MOST_BRANCHES = 20_000;
const MOST_SECONDS = 20;
const OPTIMAL_WITHIN = 1e-7;

/**
 * The cheapest plan of a small shop, proven by a general solver (HiGHS) on the full model, starting from the plan
 * that the search found. Plans of larger shops, and small ones that are already proven, are returned as they are.
 */
export async function certifyPlan(problem: RoundsProblem, plan: Proven): Promise<Proven> {
  const cost = planCost(problem, plan.changes).total;
  if (cost <= plan.bound * (1 + OPTIMAL_WITHIN) + OPTIMAL_WITHIN) return plan;
  const { columns, rows, costs, ...model } = wholeModel(problem, costTable(problem));
  if (columns > MOST_COLUMNS) return plan;
  const highs = await loadHighs();
  return highs.withModel(
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
      solver.options.set({
        output_flag: false,
        mip_rel_gap: 0,
        mip_max_nodes: MOST_BRANCHES,
        time_limit: MOST_SECONDS,
      });
      const known = model.solutionOf(plan.changes);
      if (known) solver.setSolution({ colValue: known });
      solver.run();
      const proven = Math.max(plan.bound, Number(solver.info.get('mip_dual_bound')));
      const found = solver.info.get('primal_solution_status') === FEASIBLE;
      const changes = found ? model.changesOf(solver.getSolution().colValue) : plan.changes;
      const cheaper = found && planCost(problem, changes).total < cost;
      const kept = cheaper ? changes : plan.changes;
      return { changes: kept, bound: Math.min(proven, planCost(problem, kept).total) };
    },
  );
}

/** The solver's status for a solution within all limits. */
const FEASIBLE = 2;
