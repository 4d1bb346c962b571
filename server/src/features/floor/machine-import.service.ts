import {
  newId,
  ProblemError,
  readMachineRow,
  type FieldProblem,
  type MachineEntry,
  type MachineImport,
  type MachineImportResult,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { registerMachines } from './machine.service.js';
import { findNumbersTaken, listZones } from './machine.store.js';

/**
 * Registers a list of machines, all or none. A machine whose number exists is left as it is, so importing a list
 * twice changes nothing.
 *
 * @throws ProblemError `request.invalid` naming every cell that is wrong
 */
export async function importMachines(
  database: Database,
  { rows }: MachineImport,
  tx: Transaction,
): Promise<MachineImportResult> {
  const zones = await listZones(database, tx);
  const wrong: FieldProblem[] = [];
  const entries: MachineEntry[] = [];
  const numbers = new Set<number>();
  for (const [i, row] of rows.entries()) {
    const read = readMachineRow(row, zones);
    if ('entry' in read) {
      if (numbers.has(read.entry.shopNumber))
        wrong.push({ path: `body.rows.${i}.number`, message: 'each shop number once' });
      numbers.add(read.entry.shopNumber);
      entries.push(read.entry);
    } else
      for (const { column, message } of read.problems)
        wrong.push({ path: `body.rows.${i}.${column}`, message });
  }
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  const there = await findNumbersTaken(database, [...numbers], tx);
  const added = entries.filter(({ shopNumber }) => !there.has(shopNumber));
  await registerMachines(
    database,
    added.map((entry) => ({ id: newId(), entry })),
    tx,
  );
  return { added: added.length, there: [...numbers].filter((number) => there.has(number)) };
}
