import * as z from 'zod';
import { isOfOurTime } from '../shared/index.js';
import {
  MATERIAL_KINDS,
  readLabel,
  toInstantMs,
  USUAL_FINISH,
  type FragmentCount,
  type MaterialKind,
  type RemovalCause,
  type UtcOffsetMinutes,
} from '@gantelet/core';
import { type NeedleChoice } from '../match/index.js';
import { listRow, numberOfCell } from '../shared/list-cells.js';

/** Columns of a list of needles used before the shop's records begin. */
export const PAST_STAY_COLUMNS = [
  'machine',
  'needle',
  'in',
  'out',
  'why',
  'hours',
  'job',
  'material',
  'lot',
] as const;
export type PastStayColumn = (typeof PAST_STAY_COLUMNS)[number];

/** A row of such a list, each cell as text. */
export const PastStayRow = listRow(PAST_STAY_COLUMNS);
export type PastStayRow = z.infer<typeof PastStayRow>;

export const PastStayImport = z.strictObject({ rows: z.array(PastStayRow).min(1).max(5000) });
export type PastStayImport = z.infer<typeof PastStayImport>;

export const PastStayImportResult = z.object({
  added: z.int(),
  /** Rows that were already recorded: same machine, same start. */
  there: z.int(),
});
export type PastStayImportResult = z.infer<typeof PastStayImportResult>;

/** One needle from its installation to its removal. */
export interface PastStay {
  readonly machineId: string;
  readonly needle: NeedleChoice;
  readonly inMs: number;
  readonly outMs: number;
  readonly cause: RemovalCause;
  readonly fragments: FragmentCount;
  /** Null if nobody recorded them: then they are calculated from the shifts. */
  readonly runningHours: number | null;
  readonly setupId: string | null;
  /** Null if the set-up says what it sewed. */
  readonly material: MaterialKind | null;
  readonly lotCode: string | null;
}

/** What is needed to read a row. */
export interface PastStayShop {
  readonly machines: readonly { readonly id: string; readonly shopNumber: number; readonly name: string }[];
  readonly setups: readonly { readonly id: string; readonly name: string; readonly machineId: string }[];
  /** In the shop's time zone. */
  readonly utcOffset: UtcOffsetMinutes;
  readonly nowMs: number;
}

interface CellProblem {
  readonly column: PastStayColumn;
  readonly message: string;
}

/** Words for why a needle came out. */
const WHY: Readonly<Record<string, readonly [RemovalCause, FragmentCount]>> = {
  planned: ['scheduled', 'whole'],
  scheduled: ['scheduled', 'whole'],
  worn: ['wear', 'whole'],
  wear: ['wear', 'whole'],
  blunt: ['wear', 'whole'],
  broken: ['accident', 'all-found'],
  'hit something': ['accident', 'whole'],
  accident: ['accident', 'whole'],
  bent: ['accident', 'whole'],
  'changing job': ['changeover', 'whole'],
  changeover: ['changeover', 'whole'],
  unknown: ['unknown', 'whole'],
  '': ['unknown', 'whole'],
};
const WHY_NAMED = 'planned, worn, broken, hit something, changing job or unknown';
/** A stay longer than this is probably two, with a change that was not recorded. */
const LONGEST_HOURS = 5000;

/**
 * Reads a row as a needle's stay. Times are the shop's local time, such as `2026-03-04 07:30`; a needle is named as
 * on its pack.
 *
 * @returns the stay, or what is wrong with each cell
 */
export function readPastStay(
  row: PastStayRow,
  shop: PastStayShop,
): { readonly stay: PastStay } | { readonly problems: readonly CellProblem[] } {
  const problems: CellProblem[] = [];
  const wrong = (column: PastStayColumn, message: string): null => {
    problems.push({ column, message });
    return null;
  };
  const machine =
    machineOf(row.machine, shop) ?? wrong('machine', 'the number or name of a machine that is registered');
  const needle = needleOf(row.needle) ?? wrong('needle', 'system, size and point, such as 135x17 NM 110 R');
  const inMs = instantOf(row.in, shop.utcOffset) ?? wrong('in', AS_DATE);
  const outMs = instantOf(row.out, shop.utcOffset) ?? wrong('out', AS_DATE);
  if (inMs !== null && outMs !== null && outMs <= inMs) wrong('out', 'after it went in');
  if (outMs !== null && outMs > shop.nowMs) wrong('out', 'in the past');
  const why = WHY[plain(row.why)] ?? wrong('why', WHY_NAMED);
  const runningHours = hoursOf(row.hours);
  if (Number.isNaN(runningHours)) wrong('hours', `running hours, 0 to ${LONGEST_HOURS}, or empty`);
  const setup = machine && setupOf(row.job, machine.id, shop);
  if (plain(row.job) !== '' && machine && !setup) wrong('job', 'a saved set-up of this machine, or empty');
  const material = MATERIAL_KINDS.find((kind) => kind === plain(row.material)) ?? null;
  if (!setup && material === null)
    wrong('material', `one of ${MATERIAL_KINDS.join(', ')}, where no job is named`);
  if (problems.length > 0 || !machine || !needle || inMs === null || outMs === null || !why)
    return { problems };
  return {
    stay: {
      ...{ machineId: machine.id, needle, inMs, outMs, cause: why[0], fragments: why[1], runningHours },
      setupId: setup?.id ?? null,
      material: setup ? null : material,
      lotCode: (row.lot ?? '').trim() || null,
    },
  };
}

const AS_DATE = 'a time such as 2026-03-04 07:30, or a day such as 2026-03-04';

const plain = (text: string | undefined): string => (text ?? '').trim().toLowerCase().replace(/\s+/g, ' ');

function machineOf(text: string | undefined, { machines }: PastStayShop) {
  const said = plain(text);
  return machines.find(({ shopNumber, name }) => String(shopNumber) === said || plain(name) === said) ?? null;
}

function setupOf(text: string | undefined, machineId: string, { setups }: PastStayShop) {
  const said = plain(text);
  return setups.find((one) => one.machineId === machineId && plain(one.name) === said) ?? null;
}

/** A complete needle from the words on its pack, with the usual finish. */
function needleOf(text: string | undefined): NeedleChoice | null {
  const read = readLabel((text ?? '').trim());
  if (read.outcome !== 'read') return null;
  for (const reading of read.readings) {
    if (reading.kind !== 'needle' || reading.needle.doubts.length > 0) continue;
    const { system, size, point } = reading.needle;
    if (system && size && point)
      return { systemId: system.id, nm: size.nm, pointId: point.id, finishId: USUAL_FINISH.id };
  }
  return null;
}

function instantOf(text: string | undefined, utcOffset: UtcOffsetMinutes): number | null {
  const said = /^(\d{4})-(\d\d)-(\d\d)(?:[ T](\d\d?):(\d\d)(?::\d\d)?)?$/.exec((text ?? '').trim());
  if (!said) return null;
  const [year, month, day, hour = 0, minute = 0] = said.slice(1).map((part) => Number(part ?? 0));
  const localMs = Date.UTC(year!, month! - 1, day, hour, minute);
  const back = new Date(localMs);
  // The 31st of a short month does not exist, nor does 25 o'clock.
  const isReal =
    isOfOurTime(said[1]!) &&
    back.getUTCMonth() === month! - 1 &&
    back.getUTCDate() === day &&
    hour < 24 &&
    minute < 60;
  return isReal ? toInstantMs(localMs, utcOffset) : null;
}

/** Null for an empty cell, NaN for anything that is not a number of hours. */
function hoursOf(text: string | undefined): number | null {
  if ((text ?? '').trim() === '') return null;
  const hours = numberOfCell(text);
  return hours >= 0 && hours <= LONGEST_HOURS ? hours : Number.NaN;
}
