import { ProblemError, type Zone, type ZonePlan } from '@gantelet/contracts';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';
import type { ZoneRow } from '../../db/rows.js';

export async function lockZone({ tables }: Database, id: string, tx: Transaction): Promise<ZoneRow | null> {
  return (await tables.zones.findByPk(id, { transaction: tx, lock: true }))?.get({ plain: true }) ?? null;
}

export async function zoneMachineIds(
  { tables }: Database,
  zoneId: string,
  tx: Transaction,
): Promise<ReadonlySet<string>> {
  const rows = await tables.machines.findAll({ where: { zoneId }, attributes: ['id'], transaction: tx });
  return new Set(plainRows(rows).map(({ id }) => id));
}

/** Adds a zone after the others; it works every shift of the shop. @throws ProblemError `zone.name-taken` */
export async function insertZone({ tables }: Database, { id, name }: Zone, tx: Transaction): Promise<void> {
  const inOne = { transaction: tx };
  const position = await tables.zones.count(inOne);
  const row = { id, name, position, sampleSewing: null, sampleChecks: null, planVersion: 0 };
  await orIfDuplicate(tables.zones.create(row, inOne), () => nameTaken(name));
  const shifts = plainRows(await tables.shifts.findAll(inOne));
  await tables.zoneShifts.bulkCreate(
    shifts.map((shift) => ({ zoneId: id, shiftId: shift.id })),
    inOne,
  );
}

/** @throws ProblemError `zone.name-taken` */
export async function renameZoneRow(
  { tables }: Database,
  { id, name }: Zone,
  tx: Transaction,
): Promise<void> {
  await orIfDuplicate(tables.zones.update({ name }, { where: { id }, transaction: tx }), () =>
    nameTaken(name),
  );
}

const nameTaken = (name: string): ProblemError =>
  new ProblemError('zone.name-taken', { name }, [{ path: 'body.name', message: 'a name no other zone has' }]);

/** Sets where every machine of a zone stands, and the version of its plan. */
export async function placeMachines(
  { tables }: Database,
  zoneId: string,
  planVersion: number,
  places: ZonePlan['places'],
  tx: Transaction,
): Promise<void> {
  const inOne = { transaction: tx };
  await tables.machines.update({ planColumn: null, planRow: null }, { where: { zoneId }, ...inOne });
  for (const { machineId, column, row } of places) {
    await tables.machines.update(
      { planColumn: column, planRow: row },
      { where: { id: machineId }, ...inOne },
    );
  }
  await tables.zones.update({ planVersion }, { where: { id: zoneId }, ...inOne });
}
