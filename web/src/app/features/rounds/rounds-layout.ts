import { scaleBand, scaleLinear } from 'd3-scale';
import type { PlannedMachineView, RoundsPlanView, RoundsView } from '@gantelet/contracts';
import { dateText, fixedNumber } from '../../shared/locale';

/** Dimensions of the drawing, in its own units. */
export const LAYOUT = { left: 148, top: 46, row: 20, zone: 26, width: 900, right: 8 } as const;

/** A change as it is drawn. */
export interface DrawnChange {
  readonly machine: PlannedMachineView;
  readonly shift: number;
  readonly x: number;
  readonly pinned: boolean;
  readonly published: boolean;
  /** Running hours of the needle that comes out. */
  readonly hours: number;
  readonly words: string;
}

/** A needle's stay: from one change to the next, and when it is past its best. */
export interface DrawnStay {
  readonly from: number;
  readonly to: number;
  readonly lateFrom: number | null;
}

export interface DrawnRow {
  readonly machine: PlannedMachineView;
  readonly y: number;
  readonly changes: readonly DrawnChange[];
  readonly stays: readonly DrawnStay[];
  readonly closed: readonly number[];
}

export interface DrawnZone {
  readonly id: string;
  readonly name: string;
  readonly y: number;
  /** Number of changes in each shift that has any. */
  readonly visits: readonly { readonly x: number; readonly count: number }[];
}

export interface DrawnPlan {
  readonly height: number;
  readonly bandwidth: number;
  readonly xOf: (shift: number) => number;
  readonly days: readonly { readonly x: number; readonly width: number; readonly text: string }[];
  readonly load: readonly {
    readonly x: number;
    readonly y: number;
    readonly height: number;
    /** Height of the available minutes. */
    readonly free: number;
    readonly over: boolean;
  }[];
  readonly zones: readonly DrawnZone[];
  readonly rows: readonly DrawnRow[];
}

/** Lays out a plan: machines by zone down, shifts by day across. */
export function layPlan(plan: RoundsPlanView, zones: RoundsView['zones']): DrawnPlan {
  const shifts = plan.shifts.map((_, s) => s);
  const band = scaleBand(shifts, [LAYOUT.left, LAYOUT.width - LAYOUT.right]).paddingInner(0.12);
  const xOf = (shift: number): number => band(shift) ?? LAYOUT.width - LAYOUT.right;
  const most = Math.max(1, ...plan.shifts.flatMap(({ minutes, used }) => [minutes, used]));
  const loadOf = scaleLinear([0, most], [0, 14]);
  let y = LAYOUT.top;
  const rows: DrawnRow[] = [];
  const drawnZones: DrawnZone[] = [];
  for (const { id, name } of zones) {
    const machines = plan.machines.filter(({ zoneId }) => zoneId === id);
    if (machines.length === 0) continue;
    const count = (shift: number): number => machines.filter(({ changes }) => changes.includes(shift)).length;
    drawnZones.push({
      id,
      name,
      y,
      visits: shifts.flatMap((shift) => (count(shift) > 0 ? [{ x: xOf(shift), count: count(shift) }] : [])),
    });
    y += LAYOUT.zone;
    for (const machine of machines) {
      rows.push(rowOf(machine, y, xOf, plan));
      y += LAYOUT.row;
    }
    y += 6;
  }
  return {
    height: y + 6,
    bandwidth: band.bandwidth(),
    xOf,
    days: daysOf(plan, xOf, band.bandwidth()),
    load: plan.shifts.map(({ minutes, used }, s) => ({
      x: xOf(s),
      y: 40 - loadOf(used),
      height: loadOf(used),
      free: loadOf(minutes),
      over: used > minutes + 1e-6,
    })),
    zones: drawnZones,
    rows,
  };
}

function rowOf(
  machine: PlannedMachineView,
  y: number,
  xOf: (shift: number) => number,
  { shifts }: RoundsPlanView,
): DrawnRow {
  const stays: DrawnStay[] = [];
  const changes: DrawnChange[] = [];
  const marks =
    machine.unplanned === 'no-needle' || machine.unplanned === 'stopped'
      ? []
      : [...machine.changes, shifts.length];
  let begin = 0;
  let age = machine.ageHours;
  for (const shift of marks) {
    let lateFrom: number | null = machine.bestHours !== null && age >= machine.bestHours ? begin : null;
    for (let s = begin; s < shift; s++) {
      age += machine.hours[s]!;
      if (lateFrom === null && machine.bestHours !== null && age > machine.bestHours) lateFrom = s + 1;
    }
    stays.push({
      from: xOf(begin),
      to: xOf(shift),
      lateFrom: lateFrom === null || lateFrom >= shift ? null : xOf(lateFrom),
    });
    if (shift < shifts.length) {
      const pinned = machine.pinned.includes(shift);
      const published = machine.published.includes(shift);
      changes.push({
        machine,
        shift,
        x: xOf(shift),
        pinned,
        published,
        hours: age,
        words: `${machine.name}, change after ${fixedNumber(age, 1)} h${pinned ? ', pinned' : ''}`,
      });
    }
    begin = shift;
    age = 0;
  }
  return { machine, y, changes, stays, closed: machine.closed.map(xOf) };
}

function daysOf(
  { shifts }: RoundsPlanView,
  xOf: (shift: number) => number,
  bandwidth: number,
): DrawnPlan['days'] {
  const firsts = shifts.flatMap(({ day }, s) => (s === 0 || shifts[s - 1]!.day !== day ? [s] : []));
  return firsts.map((first, i) => {
    const last = (firsts[i + 1] ?? shifts.length) - 1;
    return {
      x: xOf(first),
      width: xOf(last) + bandwidth - xOf(first),
      text: dateText(shifts[first]!.day, 'day-of-week'),
    };
  });
}
