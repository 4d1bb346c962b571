import { platesOf, plateToFetch } from '@gantelet/core';
import {
  ProblemError,
  type KnobMark,
  type Machine,
  type MachineEntry,
  type Person,
} from '@gantelet/contracts';
import { duplicateKey, type Database, type Transaction } from '../../db/database.js';
import { movePlate } from '../plate/index.js';
import type { MachineRow, MachineSetupRow } from '../../db/rows.js';
import {
  columnsOfMachine,
  findMachine,
  findMachineByNumber,
  insertMachine,
  insertMachines,
  type NewMachine,
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
  requirePlate(entry, []);
  await orIfNumberTaken(insertMachine(database, id, entry, tx), entry);
  await writeMachineLists(database, id, entry, tx);
  return findMachine(database, id, tx);
}

/** How many machines are written in one statement. */
const AT_ONCE = 500;

/** Registers machines of a list, whose numbers are free and which stand nowhere on the plan yet. */
export async function registerMachines(
  database: Database,
  machines: readonly NewMachine[],
  tx: Transaction,
): Promise<void> {
  for (const { entry } of machines) requirePlate(entry, []);
  for (let i = 0; i < machines.length; i += AT_ONCE)
    await insertMachines(database, machines.slice(i, i + AT_ONCE), tx);
}

/** Changes a machine's details. */
export async function reviseMachine(
  database: Database,
  id: string,
  entry: MachineEntry,
  version: number,
  tx: Transaction,
): Promise<Machine> {
  const present = await lockMachine(database, id, tx);
  await requireVersion(database, present, version, tx);
  await requirePlace(database, id, entry, tx);
  const { sharedPlates } = await findMachine(database, id, tx);
  requirePlate(entry, sharedPlates);
  if (present.plateHoleMm !== entry.plateHoleMm) {
    const fetched = plateToFetch({ plates: entry.plates, sharedPlates }, entry.plateHoleMm);
    await movePlate(database, id, fetched?.id ?? null, tx);
  }
  const change = { ...columnsOfMachine(entry), version: version + 1 };
  await orIfNumberTaken(updateMachine(database, id, change, tx), entry);
  await writeMachineLists(database, id, entry, tx);
  return findMachine(database, id, tx);
}

/** Sets the machine's present set-up and puts its plate on. */
export async function setPresentSetup(
  database: Database,
  machineId: string,
  setup: { readonly id: string; readonly machineId: string; readonly plateHoleMm: number },
  version: number,
  by: { readonly id: string; readonly at: Date; readonly person: Person },
  tx: Transaction,
): Promise<Machine> {
  if (setup.machineId !== machineId) throw new ProblemError('setup.other-machine');
  const before = await findMachine(database, machineId, tx);
  if (before.plateHoleMm !== setup.plateHoleMm)
    await movePlate(database, machineId, plateToFetch(before, setup.plateHoleMm)?.id ?? null, tx);
  const change = { presentSetupId: setup.id, plateHoleMm: setup.plateHoleMm };
  const machine = await changeMachine(database, machineId, version, change, tx);
  const row = { id: by.id, machineId, setupId: setup.id, setAt: by.at, setById: by.person.id };
  await insertMachineSetup(database, row, tx);
  return machine;
}

/** Sets the machine's present set-up, whatever plate is on it. */
export async function setForSetup(database: Database, row: MachineSetupRow, tx: Transaction): Promise<void> {
  const { version } = await lockMachine(database, row.machineId, tx);
  const change = { presentSetupId: row.setupId, version: version + 1 };
  await updateMachine(database, row.machineId, change, tx);
  await insertMachineSetup(database, row, tx);
}

/** Records which plate is on a machine. @param sharedId of the plate if it is a shared one */
export async function putPlateOn(
  database: Database,
  machineId: string,
  plateHoleMm: number,
  sharedId: string | null,
  tx: Transaction,
): Promise<void> {
  const { version } = await lockMachine(database, machineId, tx);
  await movePlate(database, machineId, sharedId, tx);
  await updateMachine(database, machineId, { plateHoleMm, version: version + 1 }, tx);
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

/** Changes a machine unless somebody else has since it was read. */
async function changeMachine(
  database: Database,
  id: string,
  version: number,
  change: Partial<MachineRow>,
  tx: Transaction,
): Promise<Machine> {
  await requireVersion(database, await lockMachine(database, id, tx), version, tx);
  await updateMachine(database, id, { ...change, version: version + 1 }, tx);
  return findMachine(database, id, tx);
}

/** @param present the machine's row, locked. @throws ProblemError `version.stale` with the present state */
export async function requireVersion(
  database: Database,
  present: MachineRow,
  version: number,
  tx: Transaction,
): Promise<void> {
  if (present.version === version) return;
  const current = await findMachine(database, present.id, tx);
  throw new ProblemError('version.stale', { sent: version, current });
}

/** The result of the write, unless another machine took the shop number in the same moment. */
async function orIfNumberTaken(written: Promise<void>, { shopNumber }: MachineEntry): Promise<void> {
  try {
    await written;
  } catch (error) {
    throw duplicateKey(error) === 'shop_number' ? numberTaken(shopNumber, 'another machine') : error;
  }
}

function numberTaken(shopNumber: number, name: string): ProblemError {
  return new ProblemError('machine.number-taken', { shopNumber, name }, [
    { path: 'body.shopNumber', message: 'a number no other machine has' },
  ]);
}

/** Puts the plate named for a machine on it. */
function requirePlate({ plates, plateHoleMm }: MachineEntry, sharedPlates: Machine['sharedPlates']): void {
  const goOn = platesOf({ plates, sharedPlates }).map(({ holeMm }) => holeMm);
  if (goOn.includes(plateHoleMm)) return;
  const message = `the hole of one of its plates: ${goOn.join(', ')}`;
  throw new ProblemError('request.invalid', {}, [{ path: 'body.plateHoleMm', message }]);
}

/** Checks that the zone exists and the shop number is free. */
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
  if (other && other.id !== id) throw numberTaken(shopNumber, other.name);
}
