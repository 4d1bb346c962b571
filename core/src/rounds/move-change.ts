import { conflictsBy, conflictsOf, type Conflict } from './conflicts.js';
import { pathCost } from './plan-cost.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

/** The cost of having a change in another shift. */
export interface Move {
  readonly shift: number;
  /** Compared with the present plan; negative if cheaper. */
  readonly cost: number;
  /** Limits broken by it; none if it fits. */
  readonly conflicts: readonly Conflict[];
}

/** The plan with one machine's change in another shift; `from` null adds one, `to` null removes one. */
export function moveChange(
  changes: Changes,
  machine: number,
  from: number | null,
  to: number | null,
): Changes {
  const own = changes[machine]!.filter((shift) => shift !== from);
  const moved = to === null || own.includes(to) ? own : [...own, to].sort((a, b) => a - b);
  return changes.map((list, m) => (m === machine ? moved : list));
}

/** Costs and broken limits for every shift that a machine's change could move to. */
export function moveCosts(
  problem: RoundsProblem,
  changes: Changes,
  machine: number,
  from: number | null,
): readonly Move[] {
  const broken = new Set(conflictsOf(problem, changes).map(nameOf));
  const { zone } = problem.machines[machine]!;
  const { visitCost } = problem.zones[zone]!;
  const others = problem.machines.map((one, m) => (one.zone === zone && m !== machine ? changes[m]! : []));
  const visited = new Set(others.flat());
  const costOf = (own: readonly number[]): number => {
    const planned = problem.machines[machine]!;
    const { lateness, earlyWaste } = pathCost(planned, own);
    const moved = planned.published.filter((shift) => !own.includes(shift)).length;
    const visits = own.filter((shift) => !visited.has(shift)).length;
    return lateness + earlyWaste + visitCost * visits + problem.pricePerMove * moved;
  };
  const before = costOf(changes[machine]!);
  return Array.from({ length: problem.shifts }, (_, shift) => {
    const moved = moveChange(changes, machine, from, shift);
    return {
      shift,
      cost: costOf(moved[machine]!) - before,
      conflicts: conflictsBy(problem, moved, machine, shift).filter(
        (conflict) => !broken.has(nameOf(conflict)),
      ),
    };
  });
}

function nameOf(conflict: Conflict): string {
  switch (conflict.limit) {
    case 'closed':
      return `closed ${conflict.machine} ${conflict.shift}`;
    case 'minutes':
      return `minutes ${conflict.shift} ${conflict.skills?.join() ?? 'all'}`;
    case 'needles':
      return `needles ${conflict.kind}`;
  }
}
