import type { CostTable } from './cost-table.js';
import type { RoundsProblem } from './rounds-problem.js';

/** Prices of minutes and needles while a bound looks for them, with the use of both at these prices. */
export interface LimitPrices {
  /** Price per minute of each limit. */
  readonly minutes: Float64Array;
  /** Price of each kind's needles by shift, as a change pays it: `kind * shifts + shift`. */
  readonly needles: Float64Array;
  /** Takes over other prices; `needles` as a change pays them, `share` the factor for both. */
  take(minutes: Float64Array, needles: Float64Array, share: number): void;
  /** Price of a machine's change in a shift, including its price for published changes and its share of the visit. */
  priceOf(machine: number, shift: number, share: number): number;
  /** Price of a visit to a zone in a shift. */
  visitPrice(zone: number, shift: number): number;
  /** A value less what the limits allow at these prices. */
  lessAllowed(value: number): number;
  /** Forgets what was used. */
  clear(): void;
  useChange(machine: number, shift: number): void;
  useVisit(zone: number, shift: number): void;
  /**
   * Turns the direction towards what is overused, keeping a share of the previous one; returns the squared length of
   * the new direction.
   */
  turn(kept: number): number;
  /** Moves along that direction. */
  go(size: number): void;
}

/** Limits with no prices yet. Minutes and needles are scaled alike: by the minutes of a change, by the shifts. */
export function limitPrices(problem: RoundsProblem, table: CostTable): LimitPrices {
  const { shifts, count, totals } = table;
  const { zones, stock } = problem;
  const cells = stock.length * shifts;
  const minutes = new Float64Array(problem.minutes.length);
  const needles = new Float64Array(cells);
  /** Price of having one more needle by the end of a shift: `needles` are its sums from a shift on. */
  const rows = new Float64Array(cells);
  const allowedMinutes = Float64Array.from(problem.minutes, (limit) => Math.max(0, limit.minutes));
  const allowedNeedles = Float64Array.from(stock.flatMap((row) => row.map((most) => Math.max(0, most))));
  const usedMinutes = new Float64Array(minutes.length);
  const usedNeedles = new Float64Array(cells);
  const wayMinutes = new Float64Array(minutes.length);
  const wayNeedles = new Float64Array(cells);
  const changeMinutes = table.changeMinutes.reduce((sum, one) => sum + one, 0) / Math.max(1, count);
  const scale = { minutes: 1 / Math.max(1e-9, changeMinutes) ** 2, needles: 1 / shifts };

  return {
    minutes,
    needles,
    take: (otherMinutes, otherNeedles, share) => {
      for (let l = 0; l < minutes.length; l++) minutes[l] = share * otherMinutes[l]!;
      for (let i = 0; i < cells; i++)
        rows[i] = share * (otherNeedles[i]! - ((i + 1) % shifts === 0 ? 0 : otherNeedles[i + 1]!));
      addUp();
    },
    priceOf: (machine, shift, share) => {
      let price =
        table.node[machine * shifts + shift]! + share + needles[table.kind[machine]! * shifts + shift]!;
      for (const l of table.limitsOf[machine]![shift]!) price += table.changeMinutes[machine]! * minutes[l]!;
      return price;
    },
    visitPrice: (zone, shift) => {
      let price = zones[zone]!.visitCost;
      for (const l of totals[shift]!) price += zones[zone]!.setupMinutes * minutes[l]!;
      return price;
    },
    lessAllowed: (value) => {
      let left = value;
      for (let l = 0; l < minutes.length; l++) left -= minutes[l]! * allowedMinutes[l]!;
      for (let i = 0; i < cells; i++) left -= rows[i]! * allowedNeedles[i]!;
      return left;
    },
    clear: () => {
      usedMinutes.fill(0);
      usedNeedles.fill(0);
    },
    useChange: (machine, shift) => {
      for (const l of table.limitsOf[machine]![shift]!) usedMinutes[l]! += table.changeMinutes[machine]!;
      usedNeedles[table.kind[machine]! * shifts + shift]!++;
    },
    useVisit: (zone, shift) => {
      for (const l of totals[shift]!) usedMinutes[l]! += zones[zone]!.setupMinutes;
    },
    turn: (kept) => {
      let length = 0;
      // A slack limit without a price does not hold the others back.
      for (let l = 0; l < minutes.length; l++) {
        wayMinutes[l] = kept * wayMinutes[l]! + (1 - kept) * (usedMinutes[l]! - allowedMinutes[l]!);
        if (wayMinutes[l]! > 0 || minutes[l]! > 0) length += scale.minutes * wayMinutes[l]! ** 2;
      }
      let used = 0;
      for (let i = 0; i < cells; i++) {
        used = (i % shifts === 0 ? 0 : used) + usedNeedles[i]!;
        wayNeedles[i] = kept * wayNeedles[i]! + (1 - kept) * (used - allowedNeedles[i]!);
        if (wayNeedles[i]! > 0 || rows[i]! > 0) length += scale.needles * wayNeedles[i]! ** 2;
      }
      return length;
    },
    go: (size) => {
      for (let l = 0; l < minutes.length; l++)
        minutes[l] = Math.max(0, minutes[l]! + size * scale.minutes * wayMinutes[l]!);
      for (let i = 0; i < cells; i++) rows[i] = Math.max(0, rows[i]! + size * scale.needles * wayNeedles[i]!);
      addUp();
    },
  };

  function addUp(): void {
    for (let i = cells - 1; i >= 0; i--)
      needles[i] = rows[i]! + ((i + 1) % shifts === 0 ? 0 : needles[i + 1]!);
  }
}
