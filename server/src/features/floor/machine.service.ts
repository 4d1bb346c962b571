import { ProblemError, type KnobMark, type Machine } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { MachineRow } from '../../db/tables.js';
import { findMachine, lockMachine, updateMachine } from './machine.store.js';

/** Says which set-up a machine is set for now; null when it has none. */
export async function setPresentSetup(
  database: Database,
  machineId: string,
  setup: { readonly id: string; readonly machineId: string },
  version: number,
  tx: Transaction,
): Promise<Machine> {
  if (setup.machineId !== machineId) throw new ProblemError('setup.other-machine');
  return changeMachine(database, machineId, version, { presentSetupId: setup.id }, tx);
}

/** Records the mark and travel of the top knob. */
export function markKnob(
  database: Database,
  machineId: string,
  { mark, travelTurns }: KnobMark,
  version: number,
  tx: Transaction,
): Promise<Machine> {
  return changeMachine(database, machineId, version, { knobMark: mark, knobTravelTurns: travelTurns }, tx);
}

/** Changes a machine that nobody else changed since it was read. */
async function changeMachine(
  database: Database,
  id: string,
  version: number,
  change: Partial<MachineRow>,
  tx: Transaction,
): Promise<Machine> {
  const present = await lockMachine(database, id, tx);
  if (present.version !== version) {
    throw new ProblemError('version.stale', { sent: version, current: await findMachine(database, id, tx) });
  }
  await updateMachine(database, id, { ...change, version: version + 1 }, tx);
  return findMachine(database, id, tx);
}
