import type { CostTable } from './cost-table.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

/** The same problem as a mixed-integer model, by columns, in the form a solver takes. */
export interface WholeModel {
  readonly columns: number;
  readonly rows: number;
  readonly costs: Float64Array;
  readonly rowLower: Float64Array;
  readonly rowUpper: Float64Array;
  /** Compressed columns. */
  readonly starts: Int32Array;
  readonly indices: Int32Array;
  readonly values: Float64Array;
  /** Added to every plan's cost. */
  readonly offset: number;
  /** The changes that a solution represents. */
  changesOf(solution: ArrayLike<number>): Changes;
  /** The solution that represents given changes; null if they use an arc that was left out. */
  solutionOf(changes: Changes): Float64Array | null;
}

/** Says which arcs and visits may be left out because no better plan has them. */
export interface LeftOut {
  arc(machine: number, node: number, shift: number): boolean;
}

/**
 * Builds the model: a binary column for every arc and every visit; flow from now to the end for every machine, no
 * change in a zone without a visit, minutes and needles within their limits.
 */
export function wholeModel(
  problem: RoundsProblem,
  table: CostTable,
  leftOut: LeftOut | null = null,
): WholeModel {
  const { shifts, count, nodes } = table;
  const { minutes, stock, zones } = problem;
  const flowRow = (m: number, node: number): number => m * nodes + node;
  const linkRow = (m: number, s: number): number => count * nodes + m * shifts + s;
  const minutesRow = (l: number): number => count * (nodes + shifts) + l;
  const stockRow = (k: number, s: number): number =>
    count * (nodes + shifts) + minutes.length + k * shifts + s;
  const rows = stockRow(stock.length, 0);
  const costs: number[] = [];
  const starts: number[] = [0];
  const indices: number[] = [];
  const values: number[] = [];
  const columnOfArc = new Map<number, number>();
  const arcs: { readonly m: number; readonly shift: number }[] = [];
  const key = (m: number, node: number, shift: number): number => (m * nodes + node) * nodes + shift;
  const put = (row: number, value: number): void => {
    indices.push(row);
    values.push(value);
  };
  for (let m = 0; m < count; m++) {
    for (let node = 0; node < nodes; node++) {
      const row = m * nodes + node;
      if (node > 0 && table.node[m * shifts + node - 1] === Infinity) continue;
      for (let s = table.from[row]!; s < table.to[row]!; s++) {
        const cost = table.arcs[row * shifts + s]! + table.node[m * shifts + s]!;
        if (cost === Infinity || leftOut?.arc(m, node, s)) continue;
        columnOfArc.set(key(m, node, s), costs.length);
        arcs.push({ m, shift: s });
        costs.push(cost);
        put(flowRow(m, node), 1);
        put(flowRow(m, s + 1), -1);
        put(linkRow(m, s), 1);
        for (const l of table.limitsOf[m]![s]!) put(minutesRow(l), table.changeMinutes[m]!);
        for (let later = s; later < shifts; later++) put(stockRow(table.kind[m]!, later), 1);
        starts.push(indices.length);
      }
      if (table.ends[row]! < Infinity && !leftOut?.arc(m, node, shifts)) {
        columnOfArc.set(key(m, node, shifts), costs.length);
        arcs.push({ m, shift: shifts });
        costs.push(table.ends[row]!);
        put(flowRow(m, node), 1);
        starts.push(indices.length);
      }
    }
  }
  const visits = costs.length;
  for (let z = 0; z < zones.length; z++) {
    for (let s = 0; s < shifts; s++) {
      costs.push(zones[z]!.visitCost);
      for (const m of table.ofZone[z]!) put(linkRow(m, s), -1);
      minutes.forEach(({ shift, skills }, l) => {
        if (shift === s && skills === null) put(minutesRow(l), zones[z]!.setupMinutes);
      });
      starts.push(indices.length);
    }
  }
  const rowLower = new Float64Array(rows).fill(-Infinity);
  const rowUpper = new Float64Array(rows);
  for (let m = 0; m < count; m++)
    for (let node = 0; node < nodes; node++)
      rowLower[flowRow(m, node)] = rowUpper[flowRow(m, node)] = node === 0 ? 1 : 0;
  minutes.forEach((limit, l) => (rowUpper[minutesRow(l)] = Math.max(0, limit.minutes)));
  stock.forEach((row, k) => row.forEach((most, s) => (rowUpper[stockRow(k, s)] = Math.max(0, most))));
  return {
    columns: costs.length,
    rows,
    costs: Float64Array.from(costs),
    rowLower,
    rowUpper,
    starts: Int32Array.from(starts),
    indices: Int32Array.from(indices),
    values: Float64Array.from(values),
    offset: table.publishedPrice,
    changesOf: (solution) => {
      const changes: number[][] = Array.from({ length: count }, () => []);
      arcs.forEach(({ m, shift }, column) => {
        if (shift < shifts && solution[column]! > 0.5) changes[m]!.push(shift);
      });
      return changes.map((list) => list.sort((a, b) => a - b));
    },
    solutionOf: (changes) => {
      const solution = new Float64Array(costs.length);
      for (let m = 0; m < count; m++) {
        let node = 0;
        for (const shift of [...changes[m]!, shifts]) {
          const column = columnOfArc.get(key(m, node, shift));
          if (column === undefined) return null;
          solution[column] = 1;
          if (shift < shifts) solution[visits + table.zone[m]! * shifts + shift] = 1;
          node = shift + 1;
        }
      }
      return solution;
    },
  };
}
