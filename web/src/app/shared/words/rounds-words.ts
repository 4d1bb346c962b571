import type {
  ComparedRule,
  PlanConflict,
  PlannedMachineView,
  PlannedShift,
  RoundsNotice,
  SkipReason,
} from '@gantelet/contracts';
import { needleText } from './changeover-words';
import { counted, dateText } from '../locale';

export const RULE_WORDS: Readonly<Record<ComparedRule['rule'], string>> = {
  plan: 'this plan',
  'every-hours': 'every {hours} running hours',
  'every-monday': 'every Monday',
  'on-failure': 'on failure only',
  'as-done': 'as in the last month',
};

export const SKIP_WORDS: Readonly<Record<SkipReason, string>> = {
  'machine-busy': 'machine could not be stopped',
  'no-needle': 'no needle of this kind',
  'no-time': 'no time left',
  'needle-good': 'needle felt good',
  other: 'other reason',
};

export const UNPLANNED_WORDS: Readonly<Record<NonNullable<PlannedMachineView['unplanned']>, string>> = {
  'no-needle': 'no needle logged',
  stopped: 'stopped: needs a mechanic now',
  'run-to-failure': 'runs to failure: planned changes do not pay',
};

/** Why a needle is left in past its best for the whole plan. */
export const LEFT_LATE_WORDS: Readonly<Record<NonNullable<PlannedMachineView['leftLate']>, string>> = {
  closed: 'overdue: not available in any of these shifts',
  needles: 'overdue: no needle of its kind left',
  minutes: 'overdue: no minutes left in any shift',
  'not-worth-it': 'overdue, but changing it costs more than it saves',
};

/** A shift by its day and name. @example shiftText(...) // Thu 26 Nov, Early */
export function shiftText({ day, name }: Pick<PlannedShift, 'day' | 'name'>): string {
  return `${dayText(day)}, ${name}`;
}

/** The cost of a move compared with the present plan; less than half a penny is nothing. */
export function moveCostText(cost: number, money: (amount: number) => string): string {
  if (Math.abs(cost) < 0.005) return 'no extra cost';
  return `${cost > 0 ? '+' : '−'}${money(Math.abs(cost))}`;
}

export function dayText(day: string): string {
  return dateText(day, 'weekday');
}

/** A broken limit, and the least that would resolve it. */
export function conflictText(
  conflict: PlanConflict,
  shifts: readonly PlannedShift[],
  machineName: (id: string) => string,
): string {
  const shift = shifts[conflict.shift];
  const when = shift ? shiftText(shift) : 'a shift';
  switch (conflict.limit) {
    case 'closed':
      return `${machineName(conflict.machineId)} is not available ${when}: nobody there can do it, or it is down or reserved.`;
    case 'minutes': {
      const who = conflict.machineClasses ? ` for ${conflict.machineClasses.join(' and ')} machines` : '';
      const more = Math.ceil(conflict.wanted - conflict.allowed);
      return `${when}: ${counted(Math.round(conflict.wanted), 'minute')} needed${who}, ${Math.round(conflict.allowed)} available. ${more} more would be enough.`;
    }
    case 'needles': {
      const more = conflict.wanted - conflict.allowed;
      return `${needleText(conflict.needle)}: ${conflict.wanted} needed by ${when}, ${conflict.allowed} available. ${more} more would be enough.`;
    }
  }
}

const NOTICE_WORDS: Readonly<Record<RoundsNotice['kind'], string>> = {
  stopped: 'stopped until a mechanic clears it: a piece of a needle is missing',
  reported: 'reported by an operator: look at it, then re-plan',
  due: 'due',
  'runs-out': 'needles run out under this plan',
  'may-run-out': 'order now, or needles may run out',
  'order-late': 'needles may run out before an order can come',
  'left-over': 'no mechanic has the time or the skill',
};

export function noticeText({ kind, at }: RoundsNotice): string {
  const when = at === null ? '' : `, ${dayText(at.slice(0, 10))}`;
  return `${NOTICE_WORDS[kind]}${when}`;
}
