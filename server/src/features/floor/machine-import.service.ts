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
import { registerMachine } from './machine.service.js';
import { findMachineByNumber, listZones } from './machine.store.js';

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
  for (const [i, row] of rows.entries()) {
    const read = readMachineRow(row, zones);
    if ('entry' in read) {
      if (entries.some(({ shopNumber }) => shopNumber === read.entry.shopNumber))
        wrong.push({ path: `body.rows.${i}.number`, message: 'each shop number once' });
      entries.push(read.entry);
    } else
      for (const { column, message } of read.problems)
        wrong.push({ path: `body.rows.${i}.${column}`, message });
  }
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  const there: number[] = [];
  for (const entry of entries) {
    if (await findMachineByNumber(database, entry.shopNumber, tx)) there.push(entry.shopNumber);
    else await registerMachine(database, newId(), entry, tx);
  }
  return { added: entries.length - there.length, there };
}
