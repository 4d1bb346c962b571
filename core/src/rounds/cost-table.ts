import { OutOfRange } from '../standing/index.js';
import { latenessOf } from './lateness.js';
import type { PlannedMachine, RoundsProblem } from './rounds-problem.js';

/**
 * A problem as flat tables. A machine's time is a path over nodes 0 to `shifts` + 1: node 0 is now, node s + 1 a
 * change at the beginning of shift s, and the last node the end without another change. Every stay is included,
 * however short or long: what is proven about these paths is proven about every plan.
 */
export interface CostTable {
  readonly shifts: number;
  readonly count: number;
  /** Nodes a path may come from: `shifts` + 1. */
  readonly nodes: number;
  /** Cost of going from a node to the change of a shift: `(machine * nodes + node) * shifts + shift`. */
  readonly arcs: Float64Array;
  /** Cost of no further change after a node; Infinity if a pinned one would be skipped: `machine * nodes + node`. */
  readonly ends: Float64Array;
  /** First shift and one past the last that a node leads to: `machine * nodes + node`. */
  readonly from: Int16Array;
  readonly to: Int16Array;
  /**
   * Price of a change in a shift: Infinity if closed, minus the price per move if published: `machine * shifts +
   * shift`.
   */
  readonly node: Float64Array;
  readonly changeMinutes: Float64Array;
  readonly kind: Int32Array;
  readonly zone: Int32Array;
  /** Which of `minutes` each machine counts towards, in each shift: lists of their indices. */
  readonly limitsOf: readonly (readonly (readonly number[])[])[];
  /** The limits of each shift that the walks to the zones count towards. */
  readonly totals: readonly (readonly number[])[];
  /** Machines of each zone. */
  readonly ofZone: readonly (readonly number[])[];
  /** The starting cost of every plan: price per move times the published changes. */
  readonly publishedPrice: number;
}

/** @throws OutOfRange for ages, hours or costs that are not finite and 0 or more */
export function costTable(problem: RoundsProblem): CostTable {
  const { shifts, machines, zones, minutes } = problem;
  const nodes = shifts + 1;
  const count = machines.length;
  const table: CostTable = {
    shifts,
    count,
    nodes,
    arcs: new Float64Array(count * nodes * shifts).fill(Infinity),
    ends: new Float64Array(count * nodes).fill(Infinity),
    from: new Int16Array(count * nodes),
    to: new Int16Array(count * nodes),
    node: new Float64Array(count * shifts),
    changeMinutes: Float64Array.from(machines, (machine) => machine.changeMinutes),
    kind: Int32Array.from(machines, (machine) => machine.kind),
    zone: Int32Array.from(machines, (machine) => machine.zone),
    limitsOf: limitsBySkill(problem),
    totals: Array.from({ length: shifts }, (_, s) =>
      minutes.flatMap(({ shift, skills }, l) => (shift === s && skills === null ? [l] : [])),
    ),
    ofZone: zones.map((_, z) => machines.flatMap(({ zone }, m) => (zone === z ? [m] : []))),
    publishedPrice: problem.pricePerMove * machines.reduce((sum, { published }) => sum + published.length, 0),
  };
  for (const { shift } of minutes)
    if (!(shift >= 0 && shift < shifts)) throw new OutOfRange('minutes.shift', shift, `0 to ${shifts - 1}`);
  machines.forEach((machine, m) => writeMachine(table, machine, m, problem.pricePerMove));
  return table;
}

/** For each machine and shift the minutes limits it counts towards, shared by machines of one skill. */
function limitsBySkill({ shifts, machines, minutes }: RoundsProblem): CostTable['limitsOf'] {
  const bySkill = new Map<number, readonly (readonly number[])[]>();
  return machines.map(({ skill }) => {
    const known = bySkill.get(skill);
    if (known) return known;
    const lists: number[][] = Array.from({ length: shifts }, () => []);
    minutes.forEach(({ shift, skills }, l) => {
      if (skills === null || skills.includes(skill)) lists[shift]!.push(l);
    });
    bySkill.set(skill, lists);
    return lists;
  });
}

function writeMachine(table: CostTable, machine: PlannedMachine, m: number, pricePerMove: number): void {
  const { shifts, nodes } = table;
  const { closed, pinned, published, hours, ageHours } = machine;
  const lateness = latenessOf(machine.wearing);
  /** Running hours before each shift. */
  const before = new Float64Array(nodes);
  for (let s = 0; s < shifts; s++) before[s + 1] = before[s]! + finite('hours', hours[s]);
  finite('ageHours', ageHours);
  const nextPin = (shift: number): number => pinned.find((s) => s >= shift) ?? shifts;
  for (let node = 0; node < nodes; node++) {
    const row = m * nodes + node;
    const begin = node === 0 ? 0 : node - 1;
    const first = node;
    // A pinned change cannot be skipped.
    const last = Math.min(shifts - 1, nextPin(first));
    const stay = (shift: number): number => before[shift]! - before[begin]!;
    for (let shift = first; shift <= last; shift++) {
      const age = node === 0 ? ageHours + stay(shift) : stay(shift);
      table.arcs[row * shifts + shift] = finite(
        'arc',
        node === 0 ? lateness.penaltyFrom(ageHours, age) : lateness.penalty(age),
      );
    }
    table.from[row] = first;
    table.to[row] = Math.max(first, last + 1);
    if (nextPin(first) < shifts) continue;
    // A needle still in at the end comes out at its best hours, or at once if these have passed.
    const age = stay(shifts) + (node === 0 ? ageHours : 0);
    const at = Math.max(age, lateness.bestHours);
    table.ends[row] = finite('end', node === 0 ? lateness.penaltyFrom(ageHours, at) : lateness.penalty(at));
  }
  for (const shift of published)
    if (shift >= 0 && shift < shifts) table.node[m * shifts + shift]! -= pricePerMove;
  for (const shift of closed) table.node[m * shifts + shift] = Infinity;
}

function finite(name: string, value: number | undefined): number {
  if (value === undefined || !Number.isFinite(value) || value < 0)
    throw new OutOfRange(name, value ?? NaN, 'a finite number, 0 or more');
  return value;
}
