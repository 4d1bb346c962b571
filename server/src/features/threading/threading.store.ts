import { QueryTypes } from 'sequelize';
import { ThreadingDocument, type ThreadingCard, type ThreadingCardEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { ThreadingCardRow } from '../../db/threading-rows.js';

type CardRow = Omit<ThreadingCardRow, 'writtenById'> & { readonly writtenBy: string };

/** Threading cards of machines that are not retired; or of one machine, by id. */
export async function findThreadingCards(
  { sequelize }: Database,
  machineId: string | null = null,
  tx: Transaction | null = null,
): Promise<ThreadingCard[]> {
  const rows = await sequelize.query<CardRow>(
    `SELECT c.machine_id AS machineId, c.document, c.version, c.written_at AS writtenAt, p.name AS writtenBy
       FROM threading_cards c JOIN people p ON p.id = c.written_by_id JOIN machines m ON m.id = c.machine_id
      WHERE m.retired_at IS NULL AND (:machineId IS NULL OR c.machine_id = :machineId) ORDER BY m.shop_number`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return rows.map(({ document, writtenAt, ...row }) => {
    const { format: _, ...card } = ThreadingDocument.parse(JSON.parse(document));
    return { ...card, ...row, writtenAt: writtenAt.toISOString() };
  });
}

/** The row of a machine's card, locked; null if there is none. */
export async function lockThreadingCard(
  { tables }: Database,
  machineId: string,
  tx: Transaction,
): Promise<ThreadingCardRow | null> {
  const found = await tables.threadingCards.findByPk(machineId, { transaction: tx, lock: true });
  return found?.get({ plain: true }) ?? null;
}

/** Creates or replaces a machine's card. */
export async function keepThreadingCard(
  { tables }: Database,
  machineId: string,
  { version, ...card }: ThreadingCardEntry,
  written: { readonly at: Date; readonly byId: string },
  tx: Transaction,
): Promise<void> {
  const row = { machineId, version: version + 1, writtenAt: written.at, writtenById: written.byId };
  await tables.threadingCards.upsert({ ...row, document: threadingDocument(card) }, { transaction: tx });
}

export const threadingDocument = (card: Omit<ThreadingCardEntry, 'version'>): string =>
  JSON.stringify({ format: 1, ...card });
