import type { FloorMachine, RoundSheet, RoundsNotice } from '@gantelet/contracts';
import { byDueOrder } from '@gantelet/core';

/** What needs attention at the machines, most urgent first. */
export interface MachinesNow {
  readonly stopped: readonly FloorMachine[];
  /** With an unanswered report, and not stopped. */
  readonly reported: readonly FloorMachine[];
  /** With a needle past its interval and nothing worse, most overdue first. */
  readonly due: readonly FloorMachine[];
  /** In a changeover: somebody is working on it, or has left it. */
  readonly changing: readonly FloorMachine[];
}

export function machinesNow(machines: readonly FloorMachine[]): MachinesNow {
  const stopped = machines.filter(({ stops }) => stops.length > 0);
  const reported = machines.filter(({ stops, reports }) => stops.length === 0 && reports.length > 0);
  const due = machines
    .filter(({ stops, reports, age }) => stops.length + reports.length === 0 && age?.state === 'due')
    .sort((a, b) => byDueOrder(a.age!, b.age!));
  return { stopped, reported, due, changing: machines.filter(({ changeover }) => changeover !== null) };
}

/** A person's rounds with changes left to make, next one first. */
export function openRounds(
  sheets: readonly RoundSheet[],
  personId: string | null,
): readonly { readonly sheet: RoundSheet; readonly open: number }[] {
  return sheets
    .filter((sheet) => sheet.personId === personId)
    .map((sheet) => ({ sheet, open: sheet.tasks.filter(({ state }) => state === 'open').length }))
    .filter(({ open }) => open > 0);
}

/** Notices from the plan that are about buying needles. */
export function orderNotices(notices: readonly RoundsNotice[]): readonly RoundsNotice[] {
  return notices.filter(({ kind }) => kind === 'may-run-out' || kind === 'runs-out' || kind === 'order-late');
}
