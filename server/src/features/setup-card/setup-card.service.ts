import type { Values } from '@gantelet/core';
import {
  fieldProblems,
  newId,
  ProblemError,
  SETUP_CARD_FORMAT,
  SetupCard,
  type FieldProblem,
  type Machine,
  type Person,
  type Setup,
  type SetupCardFile,
  type SetupImport,
  type SetupImportResult,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findMachineByNumber } from '../floor/index.js';
import { findSetups, insertSetup, needleProblems } from '../match/index.js';

/** What an export needs besides the set-ups. */
export interface ExportContext {
  readonly worksName: string;
  readonly machines: readonly Machine[];
  /** Last balanced top setting by set-up id. */
  readonly topTurns: ReadonlyMap<string, number>;
}

/** A file of set-up cards. */
export function cardFileOf(setups: readonly Setup[], context: ExportContext, now: Date): SetupCardFile {
  return {
    format: SETUP_CARD_FORMAT,
    version: 1,
    works: context.worksName,
    exportedAt: now.toISOString(),
    cards: setups.map((setup) => cardOf(setup, context)),
  };
}

function cardOf(setup: Setup, { machines, topTurns }: ExportContext): SetupCard {
  const machine = machines.find(({ id }) => id === setup.machineId);
  if (!machine) throw new ProblemError('machine.unknown');
  const { name, layers, thread, needle, plateHoleMm, stitchLengthMm, schools } = setup;
  return {
    name,
    machine: { shopNumber: machine.shopNumber, name: machine.name },
    layers,
    thread,
    needle,
    plateHoleMm,
    stitchLengthMm,
    schools,
    topTurns: topTurns.get(setup.id) ?? null,
  };
}

/**
 * Imports a file of set-up cards, row by row in one transaction: good rows become set-ups, bad rows are returned with
 * their fields. A row whose name its machine already has is refused, so importing a file twice changes nothing.
 */
export async function importCards(
  database: Database,
  { cards }: SetupImport,
  values: Values,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<SetupImportResult> {
  const result: SetupImportResult = { kept: [], refused: [] };
  for (const [row, raw] of cards.entries()) {
    const read = SetupCard.safeParse(raw);
    const judged = read.success
      ? await placeOf(database, read.data, values, tx)
      : fieldProblems(read.error, '').map(({ path, message }) => ({
          path: path.replace(/^\./, ''),
          message,
        }));
    if ('machineId' in judged && read.success) {
      const setupId = newId();
      const { machine: _, topTurns: __, ...work } = read.data;
      await insertSetup(database, setupId, { ...work, ...judged }, person.id, now, tx);
      result.kept.push({ row, setupId, name: work.name });
    } else {
      result.refused.push({ row, fields: [...(judged as readonly FieldProblem[])] });
    }
  }
  return result;
}

/** The machine that a card is for, or what is wrong with it. */
async function placeOf(
  database: Database,
  card: SetupCard,
  values: Values,
  tx: Transaction,
): Promise<{ readonly machineId: string } | readonly FieldProblem[]> {
  const machine = await findMachineByNumber(database, card.machine.shopNumber, tx);
  if (!machine) return [{ path: 'machine.shopNumber', message: 'no machine has this number' }];
  const there = await findSetups(database, { machineId: machine.id }, tx);
  if (there.some(({ name }) => name === card.name)) {
    return [{ path: 'name', message: `${machine.name} has a set-up of this name already` }];
  }
  const problems = needleProblems(machine, card, values);
  return problems.length > 0 ? problems : { machineId: machine.id };
}
