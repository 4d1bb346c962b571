import { hookReadingText } from './hook-words';
import {
  causeById,
  goesByEvents,
  symptom,
  inTurns,
  type ServiceClock,
  type ServiceKind,
} from '@gantelet/core';
import type { MachineEvent, MachineService } from '@gantelet/contracts';
import { needleText } from './changeover-words';
import { removalText, TROUBLE_WORDS } from './floor-words';
import { counted, dateText, fixedNumber, plural, shortNumber } from '../locale';
import { DROP_WORDS, GRADE_WORDS } from './tension-words';

export const SERVICE_WORDS: Readonly<Record<ServiceKind, string>> = {
  oil: 'Oil between the marks',
  lint: 'Lint out of hook and case',
  'drain-magnet': 'Drain magnet cleaned',
  'burr-check': 'Hook, plate and case checked for burrs',
};

/** A service by its own name, or by the wording of a built-in kind. */
export const serviceName = ({ kind, name }: Pick<MachineService, 'kind' | 'name'>): string =>
  name ?? SERVICE_WORDS[kind as ServiceKind];

export const CLOCK_WORDS: Readonly<Record<ServiceClock, string>> = {
  hours: 'running hours',
  days: 'days',
  strikes: 'needle strikes',
  'needle-changes': 'needle changes',
  changeovers: 'changeovers',
};

/** What is counted, in the form for one of it or for more. */
const clockWord = (clock: ServiceClock, count: number): string =>
  plural(count, CLOCK_WORDS[clock].slice(0, -1), CLOCK_WORDS[clock]);

/** How often a service is done. @example 'every 180 days' 'after each needle strike' */
export function everyText({ clock, interval }: Pick<MachineService, 'clock' | 'interval'>): string {
  const word = clockWord(clock, interval);
  if (interval === 1) return goesByEvents(clock) ? `after each ${word}` : `every ${word}`;
  return `every ${shortNumber(interval)} ${word}`;
}

/**
 * How far a service is from being due, or by how much it is overdue.
 *
 * @param from what it is counted from, including the word 'since'
 * @example '3.5 of 8 running hours' '9.6 running hours since Mon, due every 8' '2 needle strikes, due after each'
 */
export function sinceText(
  { since, clock, interval }: Pick<MachineService, 'since' | 'clock' | 'interval'>,
  from = '',
): string {
  const done = clock === 'hours' ? fixedNumber(since, 1) : String(Math.floor(since));
  const start = from && ` ${from}`;
  if (since <= interval) return `${done} of ${shortNumber(interval)} ${clockWord(clock, interval)}${start}`;
  const every = interval === 1 && goesByEvents(clock) ? 'after each' : `every ${shortNumber(interval)}`;
  return `${done} ${clockWord(clock, since)}${start}, due ${every}`;
}

const FINDING_WORDS = {
  'needle-changed': 'needle changed',
  'nothing-found': 'nothing found',
  mended: 'fixed',
  'piece-found': 'every piece found',
  'work-quarantined': 'work quarantined',
  'none-missing': 'no piece was missing',
} as const;

const FAULT_ENDING_WORDS = {
  mended: 'fixed',
  'handed-over': 'handed over',
  'put-aside': 'set aside',
} as const;
const ENDING_WORDS = { finished: 'finished', 'put-aside': 'set aside', 'taken-back': 'cancelled' } as const;

/** What happened, with its details. */
export function eventText(event: MachineEvent): { readonly head: string; readonly more: string } {
  switch (event.kind) {
    case 'needle-in': {
      const used = event.entryHours > 0 ? `, part-used, ${fixedNumber(event.entryHours, 1)} h` : '';
      const lot = event.lotCode === null ? '' : `, lot ${event.lotCode}`;
      return { head: 'Needle in', more: `${needleText(event.needle)}${used}${lot}` };
    }
    case 'needle-out':
      return {
        head: `Needle out, ${removalText(event.cause, event.fragments)}`,
        more: `${fixedNumber(event.runningHours, 1)} running hours`,
      };
    case 'change-undone':
      return { head: 'Needle change undone', more: '' };
    case 'cleared':
      return { head: 'Cleared to run', more: FINDING_WORDS[event.finding] };
    case 'report':
      return {
        head: `Reported: ${TROUBLE_WORDS[event.trouble]}`,
        more: event.finding === null ? 'not answered yet' : FINDING_WORDS[event.finding],
      };
    case 'service':
      return {
        head: serviceName({ kind: event.service, name: event.serviceName }),
        more: listed(event.note, takenBackText(event.withdrawnBy)),
      };
    case 'pieces':
      return piecesText(event);
    case 'set-for':
      return { head: 'Set up for another job', more: event.setupName };
    case 'changeover': {
      const reason = event.reason === '' ? '' : `: ${event.reason}`;
      return { head: `Changeover ${ENDING_WORDS[event.ending]}${reason}`, more: `to ${event.setupName}` };
    }
    case 'fault':
      return faultText(event);
    case 'hook':
      return {
        head: event.set ? 'Hook set' : 'Hook checked',
        more: listed(hookReadingText(event.reading), event.note, takenBackText(event.withdrawnBy)),
      };
    case 'setup-saved':
      return { head: 'Set-up saved', more: event.setupName };
    case 'seams':
      return {
        head: counted(event.seams, 'test seam'),
        more: `${event.setupName}, the last at ${inTurns(event.turns)}: ${GRADE_WORDS[event.grade]}`,
      };
    case 'bobbin-reading':
      return { head: 'Bobbin tension measured', more: bobbinText(event) };
    case 'gauge-reading':
      return {
        head: 'Top tension measured',
        more: `${Math.round(event.tensionCn)} cN at ${inTurns(event.turns)}`,
      };
  }
}

const listed = (...parts: readonly string[]): string => parts.filter(Boolean).join('; ');
const takenBackText = (by: string | null): string => (by === null ? '' : `removed by ${by}`);

function piecesText({
  pieces,
  stitchesPerPiece,
  from,
  withdrawnBy,
}: Extract<MachineEvent, { kind: 'pieces' }>) {
  const each = `${counted(stitchesPerPiece, 'stitch', 'stitches')} each, from ${dateText(from, 'time')}`;
  return { head: `${counted(pieces, 'piece')} sewn`, more: listed(each, takenBackText(withdrawnBy)) };
}

function bobbinText({ outcome, tensionCn }: Extract<MachineEvent, { kind: 'bobbin-reading' }>): string {
  const drop = outcome === null ? '' : DROP_WORDS[outcome];
  const gauge = tensionCn === null ? '' : `${Math.round(tensionCn)} cN`;
  return [drop, gauge].filter(Boolean).join(', ');
}

function faultText({ symptom: id, ending, cause, note }: Extract<MachineEvent, { kind: 'fault' }>): {
  readonly head: string;
  readonly more: string;
} {
  const what = symptom(id)?.name ?? id;
  const ended = FAULT_ENDING_WORDS[ending as keyof typeof FAULT_ENDING_WORDS] ?? ending;
  const found = cause === null ? '' : (causeById(cause)?.name ?? cause);
  return { head: `${what}: ${ended}`, more: [found, note].filter(Boolean).join('; ') };
}
