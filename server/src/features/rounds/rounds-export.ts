import ical from 'ical-generator';
import { needleFinish, pointStyle } from '@gantelet/core';
import type { NeedleChoice, RoundSheet, PublishedRounds } from '@gantelet/contracts';
import { csvOf } from '../../text/csv.js';

const COLUMNS = [
  'day',
  'shift',
  'starts at',
  'mechanic',
  'zone',
  'machine',
  'needle system',
  'size NM',
  'point',
  'finish',
  'minutes',
  'state',
] as const;

/** Rounds as CSV (RFC 4180): a line per change, with CRLF. */
export function roundsTable({ sheets }: PublishedRounds): string {
  const rows = sheets.flatMap((sheet) =>
    sheet.tasks.map((task) => [
      sheet.day,
      sheet.shiftName,
      sheet.startsAt,
      sheet.personName,
      task.zoneName,
      task.machineName,
      task.needle.systemId,
      task.needle.nm,
      pointStyle(task.needle.pointId)?.name ?? task.needle.pointId,
      needleFinish(task.needle.finishId)?.name ?? task.needle.finishId,
      task.minutes,
      task.state,
    ]),
  );
  return csvOf([[...COLUMNS], ...rows]);
}

/**
 * One person's rounds as iCalendar (RFC 5545). A round keeps its UID whatever happens to the plan, and its sequence
 * grows with it, so a calendar moves the event it has and adds no duplicate.
 */
export function roundsCalendar(
  works: string,
  sheets: readonly RoundSheet[],
  { sequence, stamp }: { readonly sequence: number; readonly stamp: Date },
): string {
  const calendar = ical({
    name: `Rounds, ${works}`,
    prodId: { company: 'Gantelet', product: 'Rounds', language: 'EN' },
    ttl: 900,
  });
  for (const { personId, shiftId, shiftName, startsAt, endsAt, minutes, tasks } of sheets) {
    const open = tasks.filter(({ state }) => state === 'open').length;
    calendar.createEvent({
      id: `round-${personId}-${shiftId}-${startsAt}@gantelet`,
      sequence,
      stamp,
      start: new Date(startsAt),
      end: new Date(endsAt),
      summary: `Needle round, ${shiftName}: ${tasks.length} ${tasks.length === 1 ? 'change' : 'changes'}`,
      description: [
        `${Math.round(minutes)} minutes. ${open} open. Carry: ${carried(tasks).join('; ')}.`,
        ...tasks.map((task, i) => `${i + 1}. ${task.zoneName}, ${task.machineName}: ${nameOf(task.needle)}`),
      ].join('\n'),
    });
  }
  return calendar.toString();
}

/** Needles to carry, by kind, with how many of each. */
function carried(tasks: RoundSheet['tasks']): readonly string[] {
  const kinds = new Map<string, number>();
  for (const { needle, state } of tasks)
    if (state === 'open') kinds.set(nameOf(needle), (kinds.get(nameOf(needle)) ?? 0) + 1);
  return kinds.size === 0 ? ['nothing more'] : [...kinds].map(([name, count]) => `${count} x ${name}`);
}

function nameOf({ systemId, nm, pointId }: NeedleChoice): string {
  return `${systemId} NM ${nm}, ${pointStyle(pointId)?.name ?? pointId}`;
}
