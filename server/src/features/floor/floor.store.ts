import { QueryTypes } from 'sequelize';
import type { FloorMachine, NeedleInMachine, RecentChange, TroubleReport } from '@gantelet/contracts';
import { versionOfContent } from '../../http/version-watch.js';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { readManyRows } from '../../db/many-rows.js';
import type {
  LifeIntervalRow,
  NeedleInstallRow,
  NeedleRemovalRow,
  SetupLayerRow,
  TroubleReportRow,
} from '../../db/rows.js';

/** A machine as it stands on the floor, before its needle's age is calculated. */
export interface StandingMachine {
  readonly zoneId: string;
  readonly entryHours: number;
  /** From the last fit of its group; null if that is too uncertain. */
  readonly byLife: { readonly hours: number | null } | null;
  readonly machine: Omit<FloorMachine, 'age' | 'changeover' | 'counter' | 'planned' | 'reports' | 'stops'>;
}

interface FloorRow {
  readonly id: string;
  readonly shop_number: number;
  readonly name: string;
  readonly zone_id: string;
  readonly systems: string | null;
  readonly install_id: string | null;
  readonly needle_system: string;
  readonly blade_nm: number;
  readonly point_style: string;
  readonly needle_finish: string;
  readonly installed_at: Date;
  readonly installed_by: string;
  readonly lot_code: string | null;
  readonly entry_hours: number | null;
  readonly setup_id: string | null;
  readonly setup_name: string;
  readonly setup_system: string;
  readonly setup_nm: number;
  readonly setup_point: string;
  readonly setup_finish: string;
  readonly plan_column: number | null;
  readonly plan_row: number | null;
  readonly advice: LifeIntervalRow['advice'] | null;
  readonly interval_hours: number | null;
}

/** Every machine with its needle, in one query over primary keys; or a single machine. */
export async function readStandingMachines(
  { sequelize }: Database,
  only: string | null = null,
  tx: Transaction | null = null,
): Promise<readonly StandingMachine[]> {
  const rows = await readManyRows<FloorRow>(
    sequelize,
    `SELECT m.id, m.shop_number, m.name, m.zone_id, m.plan_column, m.plan_row,
            (SELECT GROUP_CONCAT(s.system_id ORDER BY s.position SEPARATOR '|')
               FROM machine_systems s WHERE s.machine_id = m.id) AS systems,
            i.id AS install_id, i.needle_system, i.blade_nm, i.point_style, i.needle_finish,
            i.installed_at, i.entry_hours,
            p.name AS installed_by, n.code AS lot_code,
            u.id AS setup_id, u.name AS setup_name, u.needle_system AS setup_system, u.blade_nm AS setup_nm,
            u.point_style AS setup_point, u.needle_finish AS setup_finish, l.advice, l.interval_hours
       FROM machines m
       LEFT JOIN needle_installs i ON i.id = m.present_install_id
       LEFT JOIN life_intervals l ON l.life_group = i.life_group
       LEFT JOIN people p ON p.id = i.installed_by_id
       LEFT JOIN needle_lots n ON n.id = i.lot_id
       LEFT JOIN setups u ON u.id = m.present_setup_id
      WHERE ${only === null ? 'm.retired_at IS NULL' : 'm.id = :only'}
      ORDER BY m.shop_number`,
    { only },
    tx,
  );
  return rows.map((row) => ({
    zoneId: row.zone_id,
    entryHours: row.entry_hours ?? 0,
    byLife: row.advice === null || row.advice === 'too-little' ? null : { hours: row.interval_hours },
    machine: {
      id: row.id,
      shopNumber: row.shop_number,
      name: row.name,
      systemIds: row.systems?.split('|') ?? [],
      needle: needleOf(row),
      presentSetup: setupOf(row),
      place:
        row.plan_column === null || row.plan_row === null
          ? null
          : { column: row.plan_column, row: row.plan_row },
    },
  }));
}

function setupOf(row: FloorRow): FloorMachine['presentSetup'] {
  if (row.setup_id === null) return null;
  const { setup_system: systemId, setup_nm: nm, setup_point: pointId, setup_finish: finishId } = row;
  return { id: row.setup_id, name: row.setup_name, needle: { systemId, nm, pointId, finishId } };
}

function needleOf(row: FloorRow): NeedleInMachine | null {
  if (row.install_id === null) return null;
  return {
    installId: row.install_id,
    systemId: row.needle_system,
    nm: row.blade_nm,
    pointId: row.point_style,
    finishId: row.needle_finish,
    installedAt: row.installed_at.toISOString(),
    installedBy: row.installed_by,
    lotCode: row.lot_code,
    entryHours: row.entry_hours ?? 0,
  };
}

interface RecentRow {
  readonly id: string;
  readonly machine_name: string;
  readonly removed_at: Date;
  readonly cause: RecentChange['cause'];
  readonly fragments: RecentChange['fragments'];
  readonly running_hours: number;
  readonly person_name: string;
}

/** The latest changes on the floor, newest first. */
export async function readRecentChanges({ sequelize }: Database, most: number): Promise<RecentChange[]> {
  const rows = await sequelize.query<RecentRow>(
    `SELECT r.id, m.name AS machine_name, r.removed_at, r.cause, r.fragments, r.running_hours, p.name AS person_name
       FROM (SELECT * FROM needle_removals ORDER BY removed_at DESC LIMIT :most) r
       JOIN machines m ON m.id = r.machine_id
       JOIN people p ON p.id = r.removed_by_id
      ORDER BY r.removed_at DESC`,
    { type: QueryTypes.SELECT, replacements: { most } },
  );
  return rows.map((row) => ({
    removalId: row.id,
    machineName: row.machine_name,
    at: row.removed_at.toISOString(),
    cause: row.cause,
    fragments: row.fragments,
    runningHours: row.running_hours,
    personName: row.person_name,
  }));
}

export async function findInstall(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<NeedleInstallRow | null> {
  return (await tables.needleInstalls.findByPk(id, { transaction: tx }))?.get({ plain: true }) ?? null;
}

export async function insertInstall(
  { tables }: Database,
  row: NeedleInstallRow,
  tx: Transaction,
): Promise<void> {
  await tables.needleInstalls.create(row, { transaction: tx });
}

export async function insertRemoval(
  { tables }: Database,
  row: NeedleRemovalRow,
  tx: Transaction,
): Promise<void> {
  await tables.needleRemovals.create(row, { transaction: tx });
}

/** How often running counters count as a change. */
const COUNTS_EVERY_S = 15;

/** A version that changes whenever a needle, a machine or a count does. */
export async function floorVersion({ sequelize }: Database): Promise<string> {
  const [row] = await sequelize.query<Record<string, unknown>>(
    `SELECT (SELECT MAX(id) FROM needle_installs) AS installs, (SELECT MAX(id) FROM needle_removals) AS removals,
            (SELECT MAX(id) FROM trouble_reports) AS reports,
            (SELECT COUNT(*) FROM trouble_reports WHERE answered_at IS NULL) AS open,
            (SELECT MAX(fitted_at) FROM life_intervals) AS lives, (SELECT MAX(id) FROM piece_counts) AS pieces,
            (SELECT MAX(withdrawn_at) FROM piece_counts) AS withdrawn,
            (SELECT SUM(plan_version) FROM zones) AS plans,
            (SELECT SUM(CRC32(CONCAT(id, held_pocket))) FROM part_used_needles WHERE held_pocket IS NOT NULL) AS pockets,
            (SELECT CONCAT_WS(' ', SUM(version), COUNT(present_install_id)) FROM machines) AS machines,
            (SELECT MAX(withdrawn_at) FROM withdrawals) AS taken_back, (SELECT COUNT(*) FROM safety_stops) AS stops, (SELECT COUNT(*) FROM clearances) AS clearances,
            (SELECT CONCAT_WS(' ', MAX(id), COUNT(open_machine_id)) FROM changeovers) AS changeovers,
            (SELECT MAX(id) FROM changeover_ticks) AS ticks,
            (SELECT FLOOR(UNIX_TIMESTAMP(MAX(last_heard_at)) / ${COUNTS_EVERY_S}) FROM devices) AS counts`,
    { type: QueryTypes.SELECT },
  );
  return versionOfContent(row);
}

/** Unanswered reports, by machine, oldest first. */
export async function findOpenReports(
  { sequelize }: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly TroubleReport[]>> {
  const rows = await sequelize.query<
    Omit<TroubleReport, 'reportedAt'> & { machineId: string; reportedAt: Date }
  >(
    `SELECT r.id, r.machine_id AS machineId, r.trouble, r.reported_at AS reportedAt, p.name AS reportedBy
       FROM trouble_reports r JOIN people p ON p.id = r.reported_by_id
      WHERE r.answered_at IS NULL ${only === null ? '' : 'AND r.machine_id = :only'} ORDER BY r.reported_at, r.id`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  const byMachine = new Map<string, TroubleReport[]>();
  for (const { machineId, reportedAt, ...report } of rows) {
    byMachine.set(machineId, [
      ...(byMachine.get(machineId) ?? []),
      { ...report, reportedAt: reportedAt.toISOString() },
    ]);
  }
  return byMachine;
}

export async function findReport(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<TroubleReportRow | null> {
  return (
    (await tables.troubleReports.findByPk(id, { transaction: tx, lock: true }))?.get({ plain: true }) ?? null
  );
}

export async function insertReport(
  { tables }: Database,
  row: TroubleReportRow,
  tx: Transaction,
): Promise<void> {
  await tables.troubleReports.create(row, { transaction: tx });
}

/** Answers one report, or all open reports of a machine. */
export async function answerReports(
  { tables }: Database,
  which: { readonly id: string } | { readonly machineId: string },
  answer: Required<Pick<TroubleReportRow, 'answeredAt' | 'answeredById' | 'finding'>>,
  tx: Transaction,
): Promise<void> {
  await tables.troubleReports.update(answer, { where: { ...which, answeredAt: null }, transaction: tx });
}

/** The layers of a set-up, top first. */
export async function findLayers(
  { tables }: Database,
  setupId: string,
  tx: Transaction,
): Promise<readonly SetupLayerRow[]> {
  return plainRows(
    await tables.setupLayers.findAll({ where: { setupId }, order: ['position'], transaction: tx }),
  );
}
