import { QueryTypes } from 'sequelize';
import type { CaseReading } from '@gantelet/core';
import { ProblemError, type BobbinCaseEntry } from '@gantelet/contracts';
import type { BobbinCaseRow, BobbinCaseSwapRow } from '../../db/bobbin-case-rows.js';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';

/** Of one machine, or of all. */
export interface OfMachine {
  readonly machineId?: string;
}

/** Marked cases, by mark. */
export async function findCases(
  { tables }: Database,
  of: OfMachine,
  tx: Transaction | null,
): Promise<readonly BobbinCaseRow[]> {
  return plainRows(await tables.bobbinCases.findAll({ where: { ...of }, order: ['mark'], transaction: tx }));
}

/** @throws ProblemError `bobbin-case.unknown` */
export async function lockCase({ tables }: Database, id: string, tx: Transaction): Promise<BobbinCaseRow> {
  const found = await tables.bobbinCases.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('bobbin-case.unknown');
  return found.get({ plain: true });
}

/** @throws ProblemError `bobbin-case.mark-taken` */
export async function insertCase(
  { tables }: Database,
  id: string,
  machineId: string,
  entry: BobbinCaseEntry,
  tx: Transaction,
): Promise<void> {
  const row = { id, machineId, ...entry, thrownAway: false, version: 0 };
  await orIfDuplicate(tables.bobbinCases.create(row, { transaction: tx }), markTaken(entry));
}

/** @throws ProblemError `bobbin-case.mark-taken` */
export async function updateCase(
  { tables }: Database,
  id: string,
  change: Omit<BobbinCaseRow, 'id' | 'machineId'>,
  tx: Transaction,
): Promise<void> {
  const written = tables.bobbinCases.update(change, { where: { id }, transaction: tx });
  await orIfDuplicate(written, markTaken(change));
}

const markTaken =
  ({ mark }: { readonly mark: string }) =>
  () =>
    new ProblemError('bobbin-case.mark-taken', { mark });

/** Which case was put in when, oldest first. */
export async function findSwaps(
  { tables }: Database,
  of: OfMachine,
  tx: Transaction | null,
): Promise<readonly BobbinCaseSwapRow[]> {
  const order = ['putInAt', 'id'];
  return plainRows(await tables.bobbinCaseSwaps.findAll({ where: { ...of }, order, transaction: tx }));
}

export async function insertSwap(
  { tables }: Database,
  row: BobbinCaseSwapRow,
  tx: Transaction,
): Promise<void> {
  await tables.bobbinCaseSwaps.create(row, { transaction: tx });
}

/** A reading of some bobbin case, with its machine and time. */
export type LoggedCaseReading = CaseReading & { readonly machineId: string; readonly at: Date };

/** Everything logged about bobbin cases, including seams with a drop test, oldest first. */
export async function findCaseReadings(
  { sequelize }: Database,
  { machineId }: OfMachine,
  tx: Transaction | null,
): Promise<readonly LoggedCaseReading[]> {
  const only = machineId === undefined ? '' : 'WHERE machineId = :machineId';
  return sequelize.query<LoggedCaseReading>(
    `SELECT machineId, tex, outcome, screwTurns, at FROM (
       SELECT b.machine_id AS machineId, u.thread_tex AS tex, b.outcome, b.screw_turns AS screwTurns,
              b.read_at AS at, b.id
         FROM bobbin_readings b JOIN setups u ON u.id = b.setup_id WHERE ${standing('b')}
       UNION ALL
       SELECT u.machine_id, u.thread_tex, t.bobbin_drop, 0, t.sewn_at, t.id
         FROM test_seams t JOIN setups u ON u.id = t.setup_id WHERE t.bobbin_drop IS NOT NULL
          AND ${standing('t')}) AS logged ${only}
      ORDER BY at, id`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
}
