import { QueryTypes } from 'sequelize';
import type { HoursRun } from '@gantelet/core';
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
): Promise<ReadonlyMap<string, { readonly doneAt: Date; readonly doneBy: string }>> {
  const rows = await sequelize.query<{ kind: string; doneAt: Date; doneBy: string }>(
    `SELECT s.kind, s.done_at AS doneAt, p.name AS doneBy
       FROM (SELECT kind, MAX(done_at) AS done_at FROM machine_services a
              WHERE machine_id = :machineId AND ${standing('a')} GROUP BY kind) last
       JOIN machine_services s ON s.machine_id = :machineId AND s.kind = last.kind AND s.done_at = last.done_at AND ${standing('s')}
       JOIN people p ON p.id = s.done_by_id`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return new Map(rows.map(({ kind, ...done }) => [kind, done]));
}

/** What a machine ran with its needles since an instant, and the one span that the instant falls into. */
export interface RunSinceService {
  readonly machineId: string;
  readonly kind: string;
  readonly machineClass: string;
  /** Null when this service was never logged. */
  readonly doneAt: Date | null;
  /** Running hours of needles that went in and came out since. */
  readonly wholeHours: number;
  /** The needle that was in then and has come out since; null when there is none. */
  readonly span: HoursRun | null;
}

/** For every machine and kind of service, what it ran with needles that have come out since the last one. */
export async function findRunsSinceServices(
  { sequelize }: Database,
  kinds: readonly string[],
): Promise<readonly RunSinceService[]> {
  const found = await Promise.all(
    kinds.map(async (kind) => {
      const rows = await sequelize.query<{
        machineId: string;
        machineClass: string;
        doneAt: Date | null;
        wholeHours: number | null;
        spanFrom: Date | null;
        spanTo: Date | null;
        spanHours: number | null;
      }>(
        `SELECT m.id AS machineId, m.machine_class AS machineClass, l.done_at AS doneAt,
                SUM(IF(i.installed_at >= COALESCE(l.done_at, 0), GREATEST(0, r.running_hours - i.entry_hours), 0)) AS wholeHours,
                MAX(IF(i.installed_at < l.done_at, i.installed_at, NULL)) AS spanFrom,
                MAX(IF(i.installed_at < l.done_at, r.removed_at, NULL)) AS spanTo,
                MAX(IF(i.installed_at < l.done_at, GREATEST(0, r.running_hours - i.entry_hours), NULL)) AS spanHours
           FROM machines m
           LEFT JOIN (SELECT machine_id, MAX(done_at) AS done_at FROM machine_services a
                       WHERE kind = :kind AND ${standing('a')} GROUP BY machine_id) l ON l.machine_id = m.id
           LEFT JOIN needle_removals r ON r.machine_id = m.id AND r.removed_at > COALESCE(l.done_at, 0)
           LEFT JOIN needle_installs i ON i.id = r.install_id
          WHERE m.retired_at IS NULL GROUP BY m.id, m.machine_class, l.done_at`,
        { type: QueryTypes.SELECT, replacements: { kind } },
      );
      return rows.map(({ machineId, machineClass, doneAt, wholeHours, spanFrom, spanTo, spanHours }) => ({
        machineId,
        machineClass,
        kind,
        doneAt,
        wholeHours: wholeHours ?? 0,
        span:
          spanFrom && spanTo
            ? { fromMs: spanFrom.getTime(), toMs: spanTo.getTime(), hours: spanHours ?? 0 }
            : null,
      }));
    }),
  );
  return found.flat();
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
