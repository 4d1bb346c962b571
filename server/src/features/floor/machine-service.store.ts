import { QueryTypes } from 'sequelize';
import type { HoursRun, ServiceKind } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';
import type { MachineServiceRow } from '../../db/rows.js';

export async function insertService(
  { tables }: Database,
  row: MachineServiceRow,
  tx: Transaction,
): Promise<void> {
  await tables.machineServices.create(row, { transaction: tx });
}

/** The last service of each kind. */
export async function findLastServices(
  { sequelize }: Database,
  machineId: string,
  tx: Transaction | null,
): Promise<ReadonlyMap<ServiceKind, { readonly doneAt: Date; readonly doneBy: string }>> {
  const rows = await sequelize.query<{ kind: ServiceKind; doneAt: Date; doneBy: string }>(
    `SELECT s.kind, s.done_at AS doneAt, p.name AS doneBy
       FROM (SELECT kind, MAX(done_at) AS done_at FROM machine_services a
              WHERE machine_id = :machineId AND ${standing('a')} GROUP BY kind) last
       JOIN machine_services s ON s.machine_id = :machineId AND s.kind = last.kind AND s.done_at = last.done_at AND ${standing('s')}
       JOIN people p ON p.id = s.done_by_id`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return new Map(rows.map(({ kind, ...done }) => [kind, done]));
}

/** What a machine ran with each needle that has come out. */
export async function findRuns(
  { sequelize }: Database,
  machineId: string,
  tx: Transaction | null,
): Promise<readonly HoursRun[]> {
  const rows = await sequelize.query<{ installedAt: Date; removedAt: Date; hours: number }>(
    `SELECT i.installed_at AS installedAt, r.removed_at AS removedAt, r.running_hours - i.entry_hours AS hours
       FROM needle_removals r JOIN needle_installs i ON i.id = r.install_id WHERE r.machine_id = :machineId`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return rows.map(({ installedAt, removedAt, hours }) => ({
    fromMs: installedAt.getTime(),
    toMs: removedAt.getTime(),
    hours: Math.max(0, hours),
  }));
}
