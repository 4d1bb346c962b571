import { ProblemError, type KnobMark, type Machine } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { MachineRow } from '../../db/tables.js';

/** All machines by shop number. */
export async function listMachines(database: Database): Promise<Machine[]> {
  return machinesWhere(database, {}, null);
}

/** One machine. @throws ProblemError `machine.unknown` */
export async function findMachine(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Machine> {
  const [machine] = await machinesWhere(database, { id }, tx);
  if (!machine) throw new ProblemError('machine.unknown');
  return machine;
}

/**
 * Locks a machine's row: everything that happens to one machine happens in turn.
 *
 * @throws ProblemError `machine.unknown`
 */
export async function lockMachine({ tables }: Database, id: string, tx: Transaction): Promise<MachineRow> {
  const found = await tables.machines.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('machine.unknown');
  return found.get({ plain: true });
}

export async function updateMachine(
  { tables }: Database,
  id: string,
  change: Partial<MachineRow>,
  tx: Transaction,
): Promise<void> {
  await tables.machines.update(change, { where: { id }, transaction: tx });
}

async function machinesWhere(
  { tables }: Database,
  where: { readonly id?: string },
  tx: Transaction | null,
): Promise<Machine[]> {
  const rows = plainRows(await tables.machines.findAll({ where, order: ['shopNumber'], transaction: tx }));
  const systems = plainRows(
    await tables.machineSystems.findAll({
      where: { machineId: rows.map((row) => row.id) },
      order: ['position'],
      transaction: tx,
    }),
  );
  const zones = plainRows(await tables.zones.findAll({ transaction: tx }));
  const zoneNames = new Map(zones.map((zone) => [zone.id, zone.name]));
  return rows.map((row) => ({
    id: row.id,
    shopNumber: row.shopNumber,
    name: row.name,
    machineClass: row.machineClass,
    feed: row.feed,
    duty: row.duty,
    zone: { id: row.zoneId, name: zoneNames.get(row.zoneId) ?? '' },
    systemIds: systems.filter((one) => one.machineId === row.id).map((one) => one.systemId),
    shank: row.shank,
    plateHoleMm: row.plateHoleMm,
    knob: knobOf(row),
    presentSetupId: row.presentSetupId,
    version: row.version,
  }));
}

function knobOf({ knobMark, knobTravelTurns }: MachineRow): KnobMark | null {
  return knobMark === null || knobTravelTurns === null
    ? null
    : { mark: knobMark, travelTurns: knobTravelTurns };
}
