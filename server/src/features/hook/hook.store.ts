import { QueryTypes } from 'sequelize';
import { HookDocument, type HookCheck, type HookCheckEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { HookCheckRow } from '../../db/hook-rows.js';
import { standing } from '../../db/withdrawn.js';

type CheckRow = Omit<HookCheckRow, 'checkedById'> & { readonly checkedBy: string };

/** A machine's hook checks that were not withdrawn, newest first. */
export async function findHookChecks(
  { sequelize }: Database,
  machineId: string,
  most: number,
  tx: Transaction | null = null,
): Promise<HookCheck[]> {
  const rows = await sequelize.query<CheckRow>(
    `SELECT c.id, c.machine_id AS machineId, c.document, c.note, c.checked_at AS checkedAt, p.name AS checkedBy
       FROM hook_checks c JOIN people p ON p.id = c.checked_by_id
      WHERE c.machine_id = :machineId AND ${standing('c')} ORDER BY c.checked_at DESC, c.id DESC LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { machineId, most }, transaction: tx },
  );
  return rows.map(({ document, checkedAt, ...row }) => {
    const { reading, book, set } = HookDocument.parse(JSON.parse(document));
    return { ...row, reading, book, set, checkedAt: checkedAt.toISOString() };
  });
}

export async function insertHookCheck(
  { tables }: Database,
  id: string,
  machineId: string,
  { reading, book, set, note, checkedAt }: HookCheckEntry,
  checkedById: string,
  tx: Transaction,
): Promise<void> {
  const document = JSON.stringify({ version: 1, reading, book, set });
  await tables.hookChecks.create(
    { id, machineId, document, note, checkedAt: new Date(checkedAt), checkedById },
    { transaction: tx },
  );
}
