import { parentPort, workerData } from 'node:worker_threads';
import loadHighs from 'highs';
import { costTable, wholeModel } from '@gantelet/core';

/**
 * The same problem given to a general solver as it is, without a starting plan. Stopped from outside if it takes too
 * long.
 */
const { problem, seconds } = workerData;
const highs = await loadHighs();
const { columns, rows, costs, offset, rowLower, rowUpper, starts, indices, values, changesOf } = wholeModel(
  problem,
  costTable(problem),
);
const outcome = highs.withModel(
  {
    numCols: columns,
    numRows: rows,
    offset,
    colCost: costs,
    colLower: new Float64Array(columns),
    colUpper: new Float64Array(columns).fill(1),
    rowLower,
    rowUpper,
    matrix: { format: 'csc', numCols: columns, numRows: rows, starts, indices, values },
    integrality: new Int32Array(columns).fill(1),
  },
  (model) => {
    model.options.set({ output_flag: false, time_limit: seconds });
    model.run();
    const found = model.info.get('primal_solution_status') === 2;
    return {
      columns,
      bound: model.info.get('mip_dual_bound'),
      changes: found ? changesOf(model.getSolution().colValue) : null,
    };
  },
);
parentPort.postMessage(outcome);
