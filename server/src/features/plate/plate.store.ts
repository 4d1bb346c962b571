import { literal } from 'sequelize';
import { ProblemError, type PlateEntry, type PlateView } from '@gantelet/contracts';
import { danglingColumn, orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import type { PlateRow } from '../../db/plate-rows.js';

/** Where a plate is, as long as its machine still has its hole. */
export const ON_MACHINE = `(SELECT JSON_OBJECT('id', o.id, 'name', o.name) FROM machines o
   WHERE o.id = plates.on_machine_id AND o.plate_hole_mm = plates.hole_mm)`;
const MACHINE_IDS = `(SELECT JSON_ARRAYAGG(pm.machine_id ORDER BY pm.machine_id) FROM plate_machines pm
   WHERE pm.plate_id = plates.id)`;

/** Shared plates, by hole and mark. */
export async function findPlates({ tables }: Database, tx: Transaction | null): Promise<PlateView[]> {
  const found = await tables.plates.findAll({
    attributes: {
      include: [
        [literal(ON_MACHINE), 'on'],
        [literal(MACHINE_IDS), 'machineIds'],
      ],
    },
    order: ['holeMm', 'mark'],
    transaction: tx,
    raw: true,
  });
  return (found as unknown as readonly (PlateRow & Pick<PlateView, 'on' | 'machineIds'>)[]).map(
    ({ onMachineId: _, machineIds, ...plate }) => ({ ...plate, machineIds: machineIds ?? [] }),
  );
}

/** @throws ProblemError `plate.unknown` */
export async function lockPlate({ tables }: Database, id: string, tx: Transaction): Promise<PlateRow> {
  const found = await tables.plates.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('plate.unknown');
  return found.get({ plain: true });
}

/** @throws ProblemError `plate.mark-taken`, `machine.unknown` */
export async function insertPlate(
  database: Database,
  id: string,
  { machineIds, ...traits }: PlateEntry,
  tx: Transaction,
): Promise<void> {
  const row = { id, ...traits, onMachineId: null, version: 0 };
  await orIfDuplicate(database.tables.plates.create(row, { transaction: tx }), markTaken(traits.mark));
  await insertMachines(database, id, machineIds, tx);
}

/** Updates a plate. It is taken off a machine it no longer fits. @throws ProblemError as `insertPlate` */
export async function updatePlate(
  database: Database,
  { id, onMachineId }: PlateRow,
  { machineIds, ...traits }: PlateEntry,
  version: number,
  tx: Transaction,
): Promise<void> {
  const { tables } = database;
  const stays = onMachineId !== null && machineIds.includes(onMachineId);
  const change = { ...traits, version, onMachineId: stays ? onMachineId : null };
  const own = { where: { id }, transaction: tx };
  await orIfDuplicate(tables.plates.update(change, own), markTaken(traits.mark));
  await tables.plateMachines.destroy({ where: { plateId: id }, transaction: tx });
  await insertMachines(database, id, machineIds, tx);
}

export async function deletePlate({ tables }: Database, id: string, tx: Transaction): Promise<void> {
  await tables.plateMachines.destroy({ where: { plateId: id }, transaction: tx });
  await tables.plates.destroy({ where: { id }, transaction: tx });
}

/** Records which shared plate is on a machine; null when none is. It is on no other machine then. */
export async function movePlate(
  { tables }: Database,
  machineId: string,
  plateId: string | null,
  tx: Transaction,
): Promise<void> {
  const off = { where: { onMachineId: machineId }, transaction: tx };
  await tables.plates.update({ onMachineId: null }, off);
  if (plateId === null) return;
  await tables.plates.update({ onMachineId: machineId }, { where: { id: plateId }, transaction: tx });
}

async function insertMachines(
  { tables }: Database,
  plateId: string,
  machineIds: readonly string[],
  tx: Transaction,
): Promise<void> {
  const rows = machineIds.map((machineId) => ({ plateId, machineId }));
  try {
    await tables.plateMachines.bulkCreate(rows, { transaction: tx });
  } catch (error) {
    throw danglingColumn(error) === 'machine_id' ? new ProblemError('machine.unknown') : error;
  }
}

const markTaken = (mark: string) => () => new ProblemError('plate.mark-taken', { mark });
