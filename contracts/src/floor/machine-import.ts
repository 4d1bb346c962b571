import * as z from 'zod';
import { BOBBIN_SIZES, HOOK_SIDES, needleSystem, NEEDLE_SYSTEMS } from '@gantelet/core';
import { choiceOfCell, listRow, numberOfCell, partsOfCell } from '../shared/list-cells.js';
import { DUTIES, FEEDS, MACHINE_CLASSES, MachineEntry, type Zone } from './machine.js';

/** Columns of a machine list; a list with other names is mapped to these. */
export const MACHINE_COLUMNS = [
  'number',
  'name',
  'zone',
  'class',
  'feed',
  'duty',
  'systems',
  'shank',
  'hook',
  'plates',
  'bobbin',
  'wraps',
  'speed',
] as const;
export type MachineColumn = (typeof MACHINE_COLUMNS)[number];

/** A row of a machine list, each cell as text. */
export const MachineRow = listRow(MACHINE_COLUMNS);
export type MachineRow = z.infer<typeof MachineRow>;

/** Machines in one list. */
const MOST_LISTED = 5000;

export const MachineImport = z.strictObject({ rows: z.array(MachineRow).min(1).max(MOST_LISTED) });
export type MachineImport = z.infer<typeof MachineImport>;

export const MachineImportResult = z.object({
  added: z.int(),
  /** Shop numbers that were already registered and were left as they are. */
  there: z.array(z.int()),
});
export type MachineImportResult = z.infer<typeof MachineImportResult>;

/** What is wrong with a cell. */
export interface CellProblem {
  readonly column: MachineColumn;
  readonly message: string;
}

/** The column that each field comes from. */
const COLUMN_OF: Readonly<Record<string, MachineColumn>> = {
  shopNumber: 'number',
  name: 'name',
  zoneId: 'zone',
  systemIds: 'systems',
  shank: 'shank',
  plates: 'plates',
  plateHoleMm: 'plates',
  preTensionWraps: 'wraps',
  speedInUseSpm: 'speed',
};

/**
 * Reads a row as a machine to register. Numbers may have either decimal sign; several needle systems are separated by
 * commas or semicolons, several plate holes by semicolons, the one on the machine first.
 *
 * @returns the entry, or what is wrong with each cell
 */
export function readMachineRow(
  row: MachineRow,
  zones: readonly Zone[],
): { readonly entry: MachineEntry } | { readonly problems: readonly CellProblem[] } {
  const problems: CellProblem[] = [];
  const wrong = (column: MachineColumn, message: string): void => void problems.push({ column, message });
  const systemIds = partsOfCell(row.systems, /[;,]/).map((name) => {
    const id = needleSystem(name)?.id;
    if (id === undefined)
      wrong('systems', `${name} is not one of ${NEEDLE_SYSTEMS.map((s) => s.id).join(', ')}`);
    return id ?? name;
  });
  const choice = <T extends string>(column: MachineColumn, among: readonly T[], otherwise: T | null): T => {
    const said = choiceOfCell(row[column]);
    const found = among.find((one) => one === said) ?? (said === '' ? otherwise : null);
    if (found === null) wrong(column, `one of ${among.join(', ')}`);
    return found ?? among[0]!;
  };
  const bobbins = BOBBIN_SIZES.map(({ id }) => id);
  const holes = partsOfCell(row.plates, /;/).map((text) => numberOfCell(text));
  if (holes.length === 0) wrong('plates', 'the hole of the plate that is on it, in mm');
  const entry = {
    shopNumber: numberOfCell(row.number),
    name: row.name ?? '',
    zoneId: zoneOf(row, zones, wrong),
    machineClass: choice('class', MACHINE_CLASSES, 'flatbed'),
    feed: choice('feed', FEEDS, null),
    duty: choice('duty', DUTIES, 'medium'),
    systemIds: [...new Set(systemIds)],
    shank: choice('shank', ['round', 'flat'], needleSystem(systemIds[0] ?? '')?.shank ?? 'round'),
    hookSide: choiceOfCell(row.hook) === '' ? null : choice('hook', HOOK_SIDES, null),
    plates: holes.map((holeMm) => ({ holeMm, feedDogHoleMm: null })),
    plateHoleMm: holes[0] ?? Number.NaN,
    takeUpStrokeMm: null,
    preTensionWraps: choiceOfCell(row.wraps) === '' ? 1 : numberOfCell(row.wraps),
    bobbinSizeId: choiceOfCell(row.bobbin) === '' ? null : choice('bobbin', bobbins, null),
    stitchDial: [],
    stitchControl: null,
    drive: null,
    speedInUseSpm: choiceOfCell(row.speed) === '' ? null : numberOfCell(row.speed),
    speedMostSpm: null,
    threadTex: { least: null, most: null },
    needleNm: { least: null, most: null },
    oilNotes: '',
    serviceNotes: '',
  };
  const read = MachineEntry.safeParse(entry);
  for (const { path, message } of read.error?.issues ?? []) {
    const column = COLUMN_OF[String(path[0])];
    if (column && !problems.some((one) => one.column === column)) wrong(column, message);
  }
  return read.success && problems.length === 0 ? { entry: read.data } : { problems };
}

function zoneOf(
  { zone }: MachineRow,
  zones: readonly Zone[],
  wrong: (column: MachineColumn, message: string) => void,
): string {
  const said = (zone ?? '').trim().toLowerCase();
  const [only, ...others] = zones;
  const found = zones.find(({ name }) => name.toLowerCase() === said);
  if (found) return found.id;
  if (said === '' && only && others.length === 0) return only.id;
  wrong('zone', `one of ${zones.map(({ name }) => name).join(', ')}`);
  return only?.id ?? '';
}
