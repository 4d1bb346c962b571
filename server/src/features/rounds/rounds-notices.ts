import { HOUR_MS } from '@gantelet/core';
import type {
  FloorMachine,
  NeedleOutlook,
  PlannedShift,
  RoundsNotice,
  PublishedRounds,
} from '@gantelet/contracts';

/** An order is announced this long before it must be placed. Assumption. */
const ORDER_SOON_MS = 2 * 24 * HOUR_MS;

/** What notices are derived from. */
export interface RoundsNews {
  readonly machines: readonly Pick<FloorMachine, 'id' | 'name' | 'reports' | 'stops' | 'age'>[];
  readonly needles: readonly NeedleOutlook[];
  readonly shifts: readonly Pick<PlannedShift, 'startsAt'>[];
  readonly leftOver: PublishedRounds['leftOver'];
  /** The shop's date after a given time. */
  readonly dayAfter: (ms: number) => string;
}

/** What needs attention, most urgent first. */
export function roundsNotices({ machines, needles, shifts, leftOver, dayAfter }: RoundsNews): RoundsNotice[] {
  const stopped = machines.filter(({ stops }) => stops.length > 0);
  const reported = machines.filter(({ reports, stops }) => reports.length > 0 && stops.length === 0);
  const due = machines.filter(({ age, reports }) => reports.length === 0 && age?.state === 'due');
  const at = (shift: number): string | null => shifts[shift]?.startsAt ?? null;
  return [
    ...stopped.map(({ id, name: subject }) => ({
      kind: 'stopped' as const,
      subject,
      machineId: id,
      at: null,
    })),
    ...reported.map(({ id, name: subject, reports }) => ({
      kind: 'reported' as const,
      subject,
      machineId: id,
      at: reports[0]?.reportedAt ?? null,
    })),
    ...needles.flatMap(({ needle, runsOut, mayRunOut, order }): RoundsNotice[] => {
      const subject = `${needle.systemId} NM ${needle.nm}`;
      if (runsOut !== null) return [{ kind: 'runs-out', subject, machineId: null, at: at(runsOut) }];
      if (!order || order.by > dayAfter(ORDER_SOON_MS) || mayRunOut === null) return [];
      const kind = order.by < dayAfter(0) ? 'order-late' : 'may-run-out';
      return [{ kind, subject, machineId: null, at: at(mayRunOut) }];
    }),
    ...due.map(({ id, name: subject }) => ({ kind: 'due' as const, subject, machineId: id, at: null })),
    ...leftOver.map(({ machineName, day, shiftName }) => ({
      kind: 'left-over' as const,
      subject: `${machineName}, ${shiftName} ${day}`,
      machineId: null,
      at: null,
    })),
  ];
}
