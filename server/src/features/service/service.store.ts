import { QueryTypes } from 'sequelize';
import type { HoursRun, ServiceEvent } from '@gantelet/core';
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

/** Which machines are in question: one, or with null all that are not retired. */
export interface Asked {
  readonly machineId: string | null;
  readonly tx: Transaction | null;
}

/** A machine in question. */
export interface ServedMachine {
  readonly machineId: string;
  readonly machineClass: string;
  /** The zone whose shifts it works. */
  readonly zoneId: string;
}

const IS_ASKED = (alias: string): string =>
  `(${alias}.id = :machineId OR (:machineId IS NULL AND ${alias}.retired_at IS NULL))`;

export async function findServedMachines(
  { sequelize }: Database,
  { machineId, tx }: Asked,
): Promise<readonly ServedMachine[]> {
  return sequelize.query<ServedMachine>(
    `SELECT m.id AS machineId, m.machine_class AS machineClass, m.zone_id AS zoneId FROM machines m WHERE ${IS_ASKED('m')}`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
}

/** When a service was last done at a machine, and by whom. */
export interface LastService {
  readonly machineId: string;
  readonly kind: string;
  readonly doneAt: Date;
  readonly doneBy: string;
}

/** The last service of each kind at each machine. */
export async function findLastServices(
  { sequelize }: Database,
  { machineId, tx }: Asked,
): Promise<readonly LastService[]> {
  return sequelize.query<LastService>(
    `SELECT s.machine_id AS machineId, s.kind, s.done_at AS doneAt, p.name AS doneBy
       FROM (SELECT machine_id, kind, MAX(done_at) AS done_at FROM machine_services a
              WHERE (:machineId IS NULL OR machine_id = :machineId) AND ${standing('a')} GROUP BY machine_id, kind) last
       JOIN machine_services s ON s.machine_id = last.machine_id AND s.kind = last.kind AND s.done_at = last.done_at
        AND ${standing('s')}
       JOIN people p ON p.id = s.done_by_id`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
}

/** Running time of a machine's needles since a service, and the one stretch that the service falls into. */
export interface RunSince {
  readonly machineId: string;
  /** Running hours of needles installed and removed since. */
  readonly wholeHours: number;
  /** The needle that was in at the time and has been removed since; null when there is none. */
  readonly span: HoursRun | null;
}

/** The last service of one kind at each machine, as a derived table. */
const LAST = `(SELECT machine_id, MAX(done_at) AS done_at FROM machine_services a
                WHERE kind = :kind AND ${standing('a')} GROUP BY machine_id)`;

/** Running time since the last service of a kind, with removed needles, for each machine where it was ever done. */
export async function findRunsSince(
  { sequelize }: Database,
  kind: string,
  { machineId, tx }: Asked,
): Promise<readonly RunSince[]> {
  const rows = await sequelize.query<{
    machineId: string;
    wholeHours: number | null;
    spanFrom: Date | null;
    spanTo: Date | null;
    spanHours: number | null;
  }>(
    // A subquery for each machine reads only what came after its service; a join reads every removal ever made.
    `SELECT m.id AS machineId,
            (SELECT SUM(IF(i.installed_at >= l.done_at, GREATEST(0, r.running_hours - i.entry_hours), 0))
               FROM needle_removals r JOIN needle_installs i ON i.id = r.install_id
              WHERE r.machine_id = m.id AND r.removed_at > l.done_at) AS wholeHours,
            n.installed_at AS spanFrom, o.removed_at AS spanTo, GREATEST(0, o.running_hours - n.entry_hours) AS spanHours
       FROM ${LAST} l
       JOIN machines m ON m.id = l.machine_id
       LEFT JOIN needle_removals o ON o.id =
              (SELECT f.id FROM needle_removals f WHERE f.machine_id = m.id AND f.removed_at > l.done_at
                ORDER BY f.removed_at LIMIT 1)
       LEFT JOIN needle_installs n ON n.id = o.install_id AND n.installed_at < l.done_at
      WHERE ${IS_ASKED('m')}`,
    { type: QueryTypes.SELECT, replacements: { kind, machineId }, transaction: tx },
  );
  return rows.map(({ machineId: of, wholeHours, spanFrom, spanTo, spanHours }) => ({
    machineId: of,
    wholeHours: wholeHours ?? 0,
    span:
      spanFrom && spanTo
        ? { fromMs: spanFrom.getTime(), toMs: spanTo.getTime(), hours: spanHours ?? 0 }
        : null,
  }));
}

/** Running hours of all needles ever removed, by machine. */
export async function findHoursEver(
  { sequelize }: Database,
  { machineId, tx }: Asked,
): Promise<ReadonlyMap<string, number>> {
  // For all machines the tables are scanned: by the machine index every removal would be looked up one by one.
  const removals =
    machineId === null
      ? 'needle_removals r IGNORE INDEX (needle_removals_by_machine) STRAIGHT_JOIN'
      : 'needle_removals r JOIN';
  const rows = await sequelize.query<{ machineId: string; hours: number }>(
    `SELECT r.machine_id AS machineId, SUM(GREATEST(0, r.running_hours - i.entry_hours)) AS hours
       FROM ${removals} needle_installs i ON i.id = r.install_id
      WHERE :machineId IS NULL OR r.machine_id = :machineId GROUP BY r.machine_id`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return new Map(rows.map(({ machineId: of, hours }) => [of, hours]));
}

/** How many events of each sort machine `m` has had since `:sinceAt` or its last service, `l`. */
const EVENTS: Readonly<Record<ServiceEvent, string>> = {
  strikes: `SELECT COUNT(*) FROM needle_removals e
             WHERE e.machine_id = m.id AND e.removed_at > COALESCE(l.done_at, :sinceAt) AND e.cause = 'accident'`,
  'needle-changes': `SELECT COUNT(*) FROM needle_removals e
                      WHERE e.machine_id = m.id AND e.removed_at > COALESCE(l.done_at, :sinceAt)`,
  changeovers: `SELECT COUNT(*) FROM changeovers e
                 WHERE e.machine_id = m.id AND e.ended_at > COALESCE(l.done_at, :sinceAt) AND e.ending = 'finished'`,
};

/** How often something happened at each machine since a service of a kind was last done, or since `sinceAt`. */
export async function countEventsSince(
  { sequelize }: Database,
  kind: string,
  event: ServiceEvent,
  sinceAt: Date,
  { machineId, tx }: Asked,
): Promise<ReadonlyMap<string, number>> {
  const rows = await sequelize.query<{ machineId: string; events: number }>(
    `SELECT m.id AS machineId, (${EVENTS[event]}) AS events
       FROM machines m LEFT JOIN ${LAST} l ON l.machine_id = m.id
      WHERE ${IS_ASKED('m')}`,
    { type: QueryTypes.SELECT, replacements: { kind, sinceAt, machineId }, transaction: tx },
  );
  return new Map(rows.map(({ machineId: of, events }) => [of, Number(events)]));
}
