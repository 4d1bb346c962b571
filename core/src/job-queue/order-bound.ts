import type { OrderProblem } from './order-problem.js';

/**
 * A lower bound on the cost of any order. Changeovers: every job follows something, a machine's present state or
 * another job, and each is followed by one job at most; the cheapest such pairing, ignoring that jobs must form lanes
 * (the assignment bound of the travelling salesman problem, solved by the Hungarian method: Kuhn 1955). Lateness: how
 * late a job is when it comes first wherever that is soonest.
 */
export function orderBound(problem: OrderProblem): number {
  const { machines, jobs, changeMinutes, lateWeight } = problem;
  if (jobs.length === 0) return 0;
  const least = (from: number, job: number): number =>
    Math.min(...changeMinutes.map((table) => table[from]![job]!));
  const pairs = jobs.map((_, job) => [
    ...Array.from({ length: machines }, (_m, machine) => changeMinutes[machine]![0]![job]!),
    ...jobs.map((_j, before) => (before === job ? Infinity : least(before + 1, job))),
  ]);
  const late = jobs.reduce((sum, { sewMinutes, dueMinutes }, job) => {
    const soonest = dueMinutes.map((due, machine) => {
      const enter = Math.min(...changeMinutes[machine]!.map((row) => row[job]!));
      return Number.isFinite(enter) ? Math.max(0, enter + sewMinutes - due) : Infinity;
    });
    return sum + Math.min(...soonest);
  }, 0);
  return cheapestPairing(pairs) + lateWeight * late;
}

/** Stands for the impossible, so that sums stay finite. */
const NEVER = 1e9;

/**
 * The least sum of one column for each row, no column twice; there are at least as many columns as rows. By shortest
 * augmenting paths with potentials (Jonker and Volgenant 1987).
 */
export function cheapestPairing(costs: readonly (readonly number[])[]): number {
  const rows = costs.length;
  const columns = costs[0]?.length ?? 0;
  const at = (row: number, column: number): number => Math.min(NEVER, costs[row - 1]![column - 1]!);
  const ofRow = new Float64Array(rows + 1);
  const ofColumn = new Float64Array(columns + 1);
  const rowAt = new Int32Array(columns + 1);
  for (let row = 1; row <= rows; row++) {
    const way = new Int32Array(columns + 1);
    const slack = new Float64Array(columns + 1).fill(Infinity);
    const seen = new Uint8Array(columns + 1);
    rowAt[0] = row;
    let column = 0;
    do {
      seen[column] = 1;
      const from = rowAt[column]!;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= columns; j++) {
        if (seen[j]) continue;
        const reduced = at(from, j) - ofRow[from]! - ofColumn[j]!;
        if (reduced < slack[j]!) {
          slack[j] = reduced;
          way[j] = column;
        }
        if (slack[j]! < delta) [delta, next] = [slack[j]!, j];
      }
      for (let j = 0; j <= columns; j++) {
        if (seen[j]) {
          ofRow[rowAt[j]!]! += delta;
          ofColumn[j]! -= delta;
        } else slack[j]! -= delta;
      }
      column = next;
    } while (rowAt[column] !== 0);
    for (; column !== 0; column = way[column]!) rowAt[column] = rowAt[way[column]!]!;
  }
  let sum = 0;
  for (let column = 1; column <= columns; column++)
    if (rowAt[column] !== 0) sum += at(rowAt[column]!, column);
  return sum;
}
