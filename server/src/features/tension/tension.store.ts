import { Op, QueryTypes } from 'sequelize';
import type { SeamGrade } from '@gantelet/core';
import type {
  BalancedSetting,
  BobbinReading,
  BobbinReadingInput,
  GaugeReadingInput,
  KeptSetting,
  KeptSettingInput,
  LoggedGaugeReading,
  LoggedSeam,
  TestSeamInput,
} from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { STANDING, standing } from '../../db/withdrawn.js';
import type { Tables } from '../../db/tables.js';

/** Test seams of set-ups, oldest first, by set-up. */
export async function findSeams(
  { tables }: Database,
  setupIds: readonly string[],
): Promise<ReadonlyMap<string, readonly LoggedSeam[]>> {
  const where = { [Op.and]: [{ setupId: [...setupIds] }, STANDING] };
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

/** The last balanced or saved setting of every set-up that has one. */
export async function balancedSettings(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<BalancedSetting[]> {
  const rows = await sequelize.query<{ setup_id: string; turns: number; sewn_at: Date }>(
    `SELECT setup_id, turns, sewn_at FROM (
       SELECT settled.*, ROW_NUMBER() OVER (PARTITION BY setup_id ORDER BY sewn_at DESC, id DESC) AS newest FROM (
         SELECT setup_id, turns, sewn_at, id FROM test_seams t
          WHERE grade = 'balanced' AND NOT both_tight AND ${standing('t')}
         UNION ALL SELECT setup_id, turns, kept_at, id FROM kept_settings k WHERE ${standing('k')}) AS settled) AS balanced
      WHERE newest = 1 ORDER BY setup_id`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return rows.map((row) => ({ setupId: row.setup_id, turns: row.turns, sewnAt: row.sewn_at.toISOString() }));
}

/** Names of people by id. */
async function namesOf(tables: Tables, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  const people = plainRows(await tables.people.findAll({ where: { id: [...new Set(ids)] } }));
  return new Map(people.map((person) => [person.id, person.name]));
}

/** Readings of a machine's bobbin case, oldest first. */
export async function findBobbinReadings(
  { sequelize }: Database,
  machineId: string,
): Promise<BobbinReading[]> {
  const rows = await sequelize.query<Omit<BobbinReading, 'readAt'> & { readAt: Date }>(
    `SELECT b.id, b.setup_id AS setupId, u.thread_tex AS tex, b.method, b.outcome, b.grams,
            b.tension_cn AS tensionCn, b.screw_turns AS screwTurns, b.read_at AS readAt, p.name AS readBy
       FROM bobbin_readings b
       JOIN setups u ON u.id = b.setup_id
       JOIN people p ON p.id = b.read_by_id
      WHERE b.machine_id = :machineId AND ${standing('b')} ORDER BY b.read_at, b.id`,
    { type: QueryTypes.SELECT, replacements: { machineId } },
  );
  return rows.map((row) => ({ ...row, readAt: row.readAt.toISOString() }));
}

/** A seam whose true state is known, with who judged it. */
export type JudgedByPerson = {
  readonly personId: string;
  readonly name: string;
  readonly grade: SeamGrade;
} & (
  | { readonly halfWindows: number; readonly lockDepth: null }
  | { readonly halfWindows: null; readonly lockDepth: number }
);

/** Seams whose true state is known: from practice machines, or with a measured knot. The newest of each person. */
export async function findKnownSeams({ sequelize }: Database, most: number): Promise<JudgedByPerson[]> {
  return sequelize.query<JudgedByPerson>(
    `SELECT personId, name, grade, halfWindows, lockDepth FROM (
       SELECT known.*, p.name, ROW_NUMBER() OVER (PARTITION BY personId ORDER BY at DESC) AS newest FROM (
         SELECT r.person_id AS personId, j.grade, j.half_windows AS halfWindows, NULL AS lockDepth,
                r.finished_at AS at
           FROM practice_judgements j JOIN practice_runs r ON r.id = j.run_id
         UNION ALL
         SELECT sewn_by_id, grade, NULL, lock_depth, sewn_at FROM test_seams t
          WHERE lock_depth IS NOT NULL AND ${standing('t')}
       ) AS known JOIN people p ON p.id = known.personId) AS ranked
      WHERE newest <= :most`,
    { type: QueryTypes.SELECT, replacements: { most } },
  );
}

/** The setting last saved for each of some set-ups, by set-up. */
export async function findKept(
  { tables }: Database,
  setupIds: readonly string[],
): Promise<ReadonlyMap<string, KeptSetting>> {
  const rows = plainRows(
    await tables.keptSettings.findAll({
      where: { [Op.and]: [{ setupId: [...setupIds] }, STANDING] },
      order: ['keptAt', 'id'],
    }),
  );
  const names = await namesOf(
    tables,
    rows.map(({ keptById }) => keptById),
  );
  return new Map(
    rows.map(({ setupId, keptById, keptAt, ...row }) => [
      setupId,
      { ...row, keptAt: keptAt.toISOString(), keptBy: names.get(keptById) ?? '' },
    ]),
  );
}

export async function insertKept(
  { tables }: Database,
  id: string,
  setupId: string,
  { keptAt, ...kept }: KeptSettingInput,
  keptById: string,
  tx: Transaction,
): Promise<void> {
  const row = { id, setupId, ...kept, keptAt: new Date(keptAt), keptById };
  await tables.keptSettings.create(row, { transaction: tx });
}

/** Gauge readings of a machine's needle thread, oldest first, each with its set-up's thread. */
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
      WHERE g.machine_id = :machineId AND ${standing('g')} ORDER BY g.read_at, g.id`,
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

/** What a reading belongs to. */
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
): Promise<Omit<BobbinReading, 'readBy' | 'tex'>> {
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
