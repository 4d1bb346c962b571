import * as z from 'zod';
import { MATERIALS } from '@gantelet/core';
import { constructionOfCells, labelOfCell, needleOfCells } from '../shared/label-cells.js';
import { choiceOfCell, listRow, numberOfCell, partsOfCell } from '../shared/list-cells.js';
import type { SchoolChoice } from '../shop/index.js';
import { SetupWork } from './setup.js';

/** Columns of a list of set-ups. */
export const SETUP_COLUMNS = [
  'name',
  'machine',
  'layers',
  'thread',
  'type',
  'needle',
  'point',
  'finish',
  'plate',
  'stitch',
] as const;
export type SetupColumn = (typeof SETUP_COLUMNS)[number];

/** A row of such a list, each cell as text. */
export const SetupRow = listRow(SETUP_COLUMNS);
export type SetupRow = z.infer<typeof SetupRow>;

export const SetupList = z.strictObject({ rows: z.array(SetupRow).min(1).max(1000) });
export type SetupList = z.infer<typeof SetupList>;

export const SetupListResult = z.object({
  added: z.int(),
  /** Set-ups whose machine already has one of that name: left as they are. */
  there: z.int(),
});
export type SetupListResult = z.infer<typeof SetupListResult>;

/** What is wrong with a cell of the list. */
export interface SetupCellProblem {
  readonly column: SetupColumn;
  readonly message: string;
}

/** A machine, as far as rows refer to it. */
export interface MachineOfRow {
  readonly id: string;
  readonly shopNumber: number;
  readonly name: string;
  /** Hole of the plate on it. */
  readonly plateHoleMm: number;
}

/** Placeholder plate for an unknown machine: the error is about the machine. */
const ANY_PLATE = { plateHoleMm: 1 };

type Wrong = (column: SetupColumn, message: string) => void;

const COLUMN_OF: Readonly<Record<string, SetupColumn>> = {
  ...{ name: 'name', machineId: 'machine', layers: 'layers', thread: 'thread', needle: 'needle' },
  ...{ plateHoleMm: 'plate', stitchLengthMm: 'stitch' },
};

/**
 * Reads a row as a set-up. Machines are given by shop number or name; layers are separated by semicolons, each a
 * material with its thickness in mm and its plies, top layer first; thread and needle are read as on spool and pack.
 * Without a plate, the one on the machine is meant. Whether the needle fits the machine is not checked here.
 *
 * @returns the set-up, or what is wrong with each cell
 * @example readSetupRow({ name: 'Strap', machine: '7', layers: 'veg-tan-side 2; duck-10 0.8 x2', ... }, machines,
 * schools)
 */
export function readSetupRow(
  row: SetupRow,
  machines: readonly MachineOfRow[],
  schools: SchoolChoice,
): { readonly work: SetupWork } | { readonly problems: readonly SetupCellProblem[] } {
  const problems: SetupCellProblem[] = [];
  const wrong: Wrong = (column, message) => {
    if (!problems.some((one) => one.column === column)) problems.push({ column, message });
  };
  const machine = machineOf(row, machines, wrong);
  const layers = partsOfCell(row.layers, /;/).map((part) => layerOf(part, wrong));
  if (layers.length === 0) wrong('layers', LAYER_HINT);
  const label = (row.thread ?? '').trim();
  const thread = labelOfCell(label, 'thread', 'a thread size, such as V138 or Tex 135', (_, message) =>
    wrong('thread', message),
  );
  const constructionId = constructionOfCells(row.type, label, wrong);
  const needle = needleOf(row, wrong);
  const read = SetupWork.safeParse({
    ...{ name: (row.name ?? '').trim(), machineId: machine?.id, layers, schools, needle },
    thread: { label, tex: thread?.kind === 'thread' ? thread.thread.tex : null, constructionId },
    plateHoleMm:
      choiceOfCell(row.plate) === '' ? (machine ?? ANY_PLATE).plateHoleMm : numberOfCell(row.plate),
    stitchLengthMm: numberOfCell(row.stitch),
  });
  for (const { path, message } of read.error?.issues ?? [])
    wrong(COLUMN_OF[String(path[0])] ?? 'name', message);
  return read.success && problems.length === 0 ? { work: read.data } : { problems };
}

function machineOf(
  { machine }: SetupRow,
  machines: readonly MachineOfRow[],
  wrong: Wrong,
): MachineOfRow | null {
  const said = (machine ?? '').trim().toLowerCase();
  const found = machines.find(
    ({ shopNumber, name }) => String(shopNumber) === said || name.toLowerCase() === said,
  );
  if (!found) wrong('machine', 'shop number or name of a machine that is registered');
  return found ?? null;
}

const LAYER_HINT = `material, thickness in mm and plies, such as duck-10 0.8 x2; materials: ${MATERIALS.map(({ id }) => id).join(', ')}`;

function layerOf(part: string, wrong: Wrong) {
  const [, name = '', thickness = '', plies = '1'] =
    /^(.*?)\s+(\d+(?:[.,]\d+)?)\s*(?:mm)?\s*(?:[x×]\s*(\d+))?$/i.exec(part) ?? [];
  const said = choiceOfCell(name);
  const material = MATERIALS.find((one) => one.id === said || choiceOfCell(one.name) === said);
  if (!material) wrong('layers', LAYER_HINT);
  return { materialId: material?.id ?? '', thicknessMm: numberOfCell(thickness), plies: Number(plies) };
}

function needleOf(row: SetupRow, wrong: Wrong) {
  const hint = 'system and size, such as 135x17 140/22';
  const toNeedle = (column: 'label' | 'point' | 'finish', message: string): void =>
    wrong(column === 'label' ? 'needle' : column, message);
  const reading = labelOfCell((row.needle ?? '').trim(), 'needle', hint, toNeedle);
  return reading?.kind === 'needle' ? needleOfCells(reading.needle, row, toNeedle) : null;
}
