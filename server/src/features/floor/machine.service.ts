import {
  ProblemError,
  type KnobMark,
  type Machine,
  type MachineEntry,
  type Person,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { MachineRow } from '../../db/rows.js';
import {
  columnsOfMachine,
  findMachine,
  findMachineByNumber,
  insertMachine,
  insertMachineSetup,
  listZones,
  lockMachine,
  updateMachine,
  writeMachineLists,
} from './machine.store.js';

/** Registers a machine under the key it was sent with. */
export async function registerMachine(
  database: Database,
  id: string,
  entry: MachineEntry,
  tx: Transaction,
): Promise<Machine> {
  await requirePlace(database, id, entry, tx);
  await insertMachine(database, id, entry, tx);
  await writeMachineLists(database, id, entry, tx);
  return findMachine(database, id, tx);
}

/** Changes what is known of a machine. */
export async function reviseMachine(
  database: Database,
  id: string,
  entry: MachineEntry,
  version: number,
  tx: Transaction,
): Promise<Machine> {
  await requireVersion(database, id, version, tx);
  await requirePlace(database, id, entry, tx);
  await updateMachine(database, id, { ...columnsOfMachine(entry), version: version + 1 }, tx);
  await writeMachineLists(database, id, entry, tx);
  return findMachine(database, id, tx);
}

/** Says which set-up a machine is set for now; its plate is on the machine then. */
export async function setPresentSetup(
  database: Database,
  machineId: string,
  setup: { readonly id: string; readonly machineId: string; readonly plateHoleMm: number },
  version: number,
  by: { readonly id: string; readonly at: Date; readonly person: Person },
  tx: Transaction,
): Promise<Machine> {
  if (setup.machineId !== machineId) throw new ProblemError('setup.other-machine');
  const change = { presentSetupId: setup.id, plateHoleMm: setup.plateHoleMm };
  const machine = await changeMachine(database, machineId, version, change, tx);
  const row = { id: by.id, machineId, setupId: setup.id, setAt: by.at, setById: by.person.id };
  await insertMachineSetup(database, row, tx);
  return machine;
}

/** Records the mark and travel of the top knob, and the mark of the pre-tension. */
export function markKnob(
  database: Database,
  machineId: string,
  { mark, travelTurns, preTensionMark = null }: KnobMark,
  version: number,
  tx: Transaction,
): Promise<Machine> {
  const change = { knobMark: mark, knobTravelTurns: travelTurns, preTensionMark };
  return changeMachine(database, machineId, version, change, tx);
}

/** Changes a machine that nobody else changed since it was read. */
async function changeMachine(
  database: Database,
  id: string,
  version: number,
  change: Partial<MachineRow>,
  tx: Transaction,
): Promise<Machine> {
  await requireVersion(database, id, version, tx);
  await updateMachine(database, id, { ...change, version: version + 1 }, tx);
  return findMachine(database, id, tx);
}

/** Locks the machine. @throws ProblemError `version.stale` with what stands there now */
async function requireVersion(
  database: Database,
  id: string,
  version: number,
  tx: Transaction,
): Promise<void> {
  const present = await lockMachine(database, id, tx);
  if (present.version === version) return;
  throw new ProblemError('version.stale', { sent: version, current: await findMachine(database, id, tx) });
}

/** The zone is there and the shop number is free. */
async function requirePlace(
  database: Database,
  id: string,
  { zoneId, shopNumber }: MachineEntry,
  tx: Transaction,
): Promise<void> {
  const zones = await listZones(database, tx);
  if (!zones.some((zone) => zone.id === zoneId)) {
    const message = `one of ${zones.map(({ name }) => name).join(', ')}`;
    throw new ProblemError('zone.unknown', {}, [{ path: 'body.zoneId', message }]);
  }
  const other = await findMachineByNumber(database, shopNumber, tx);
  if (other && other.id !== id) {
    throw new ProblemError('machine.number-taken', { shopNumber, name: other.name }, [
      { path: 'body.shopNumber', message: 'a number no other machine has' },
    ]);
  }
}
