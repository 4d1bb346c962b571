import { QueryTypes } from 'sequelize';
import type {
  BalancedSetting,
  BobbinReading,
  BobbinReadingInput,
  GaugeReadingInput,
  LoggedGaugeReading,
  LoggedSeam,
  TestSeamInput,
} from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { Tables } from '../../db/tables.js';

/** Test seams of set-ups, oldest first, by set-up. */
export async function findSeams(
  { tables }: Database,
  setupIds: readonly string[],
): Promise<ReadonlyMap<string, readonly LoggedSeam[]>> {
  const where = { setupId: [...setupIds] };
  const rows = plainRows(await tables.testSeams.findAll({ where, order: ['sewnAt', 'id'] }));
  const names = await namesOf(
    tables,
    rows.map((row) => row.sewnById),
  );
  const found = new Map<string, LoggedSeam[]>(setupIds.map((id) => [id, []]));
  for (const { setupId, sewnById, sewnAt, bothTight, ...row } of rows) {
    const sewnBy = names.get(sewnById) ?? '';
    found.get(setupId)?.push({ ...row, bothTight: Boolean(bothTight), sewnAt: sewnAt.toISOString(), sewnBy });
  }
  return found;
}

/** The last balanced setting of every set-up that has one. */
export async function balancedSettings({ sequelize }: Database): Promise<BalancedSetting[]> {
  const rows = await sequelize.query<{ setup_id: string; turns: number; sewn_at: Date }>(
    `SELECT setup_id, turns, sewn_at FROM (
       SELECT setup_id, turns, sewn_at,
              ROW_NUMBER() OVER (PARTITION BY setup_id ORDER BY sewn_at DESC, id DESC) AS newest
         FROM test_seams WHERE grade = 'balanced' AND NOT both_tight) AS balanced
      WHERE newest = 1 ORDER BY setup_id`,
    { type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ setupId: row.setup_id, turns: row.turns, sewnAt: row.sewn_at.toISOString() }));
}

/** Names of people by id. */
async function namesOf(tables: Tables, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  const people = plainRows(await tables.people.findAll({ where: { id: [...new Set(ids)] } }));
  return new Map(people.map((person) => [person.id, person.name]));
}

/** Readings of a machine's bobbin case, oldest first. */
export async function findBobbinReadings({ tables }: Database, machineId: string): Promise<BobbinReading[]> {
  const rows = plainRows(
    await tables.bobbinReadings.findAll({ where: { machineId }, order: ['readAt', 'id'] }),
  );
  const names = await namesOf(
    tables,
    rows.map((row) => row.readById),
  );
  return rows.map(({ machineId: _, readById, readAt, ...row }) => ({
    ...row,
    readAt: readAt.toISOString(),
    readBy: names.get(readById) ?? '',
  }));
}

/** Gauge readings of a machine's needle thread, oldest first, each with the thread of its set-up. */
export async function findGaugeReadings(
  { sequelize }: Database,
  machineId: string,
): Promise<LoggedGaugeReading[]> {
  const rows = await sequelize.query<Omit<LoggedGaugeReading, 'readAt'> & { readAt: Date }>(
    `SELECT g.id, g.setup_id AS setupId, g.turns, g.tension_cn AS tensionCn, g.pulls, g.read_at AS readAt,
            u.thread_tex AS tex, p.name AS readBy
       FROM gauge_readings g
       JOIN setups u ON u.id = g.setup_id
       JOIN people p ON p.id = g.read_by_id
      WHERE g.machine_id = :machineId ORDER BY g.read_at, g.id`,
    { type: QueryTypes.SELECT, replacements: { machineId } },
  );
  return rows.map((row) => ({ ...row, readAt: row.readAt.toISOString() }));
}

export async function insertGaugeReading(
  { tables }: Database,
  ids: ReadingIds,
  reading: GaugeReadingInput,
  tx: Transaction,
): Promise<void> {
  const row = { ...ids, ...reading, readAt: new Date(reading.readAt) };
  await tables.gaugeReadings.create(row, { transaction: tx });
}

/** What a reading hangs on. */
interface ReadingIds {
  readonly id: string;
  readonly machineId: string;
  readonly setupId: string;
  readonly readById: string;
}

export async function insertBobbinReading(
  { tables }: Database,
  ids: ReadingIds,
  reading: BobbinReadingInput,
  tx: Transaction,
): Promise<Omit<BobbinReading, 'readBy'>> {
  const row = { ...ids, ...reading, readAt: new Date(reading.readAt) };
  await tables.bobbinReadings.create(row, { transaction: tx });
  return { id: ids.id, setupId: ids.setupId, ...reading };
}

export async function insertSeam(
  { tables }: Database,
  id: string,
  setupId: string,
  { sewnAt, ...seam }: TestSeamInput,
  sewnById: string,
  stripId: string | null,
  tx: Transaction,
): Promise<void> {
  await tables.testSeams.create(
    { id, setupId, ...seam, sewnAt: new Date(sewnAt), sewnById, stripId },
    { transaction: tx },
  );
}
