import { createHash } from 'node:crypto';
import { newId } from '@gantelet/contracts';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { firstSealOf, NO_SEAL, sealOf, writeEnd, writeSeals, type Sealed } from '../book-seals.js';
import type { Migration } from '../migration.js';

const CODE = (length: number) => `CHAR(${length}) CHARACTER SET ascii COLLATE ascii_bin`;
const RESEALED = 'resealBook';
const HIDDEN = '[hidden]';
const AT_ONCE = 2000;

type Row = Sealed & { readonly place: number | null; readonly seal: string | null };

/**
 * The book seals everything it shows: names, search words, its numbers. Entries that are there are sealed again, and
 * secrets that stood in them in the clear are taken out first; the last entry says so, with the old end of the chain.
 * Tokens that stood there are blocked.
 */
export const bookSeals: Migration = {
  name: '20270112-book-seals',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE book_entries ADD COLUMN IF NOT EXISTS by_name VARCHAR(80) NOT NULL DEFAULT '',
         ADD COLUMN IF NOT EXISTS machine_name VARCHAR(80), ADD COLUMN IF NOT EXISTS entry_key ${CODE(36)} UNIQUE,
         ADD COLUMN IF NOT EXISTS mark ${CODE(64)}`,
    );
    await context.transaction((tx) => resealOnce(context, tx));
  },
  down: async ({ context }) => {
    // The entry that tells of it was unknown before; the chain cannot be made as it was, and starts again.
    await context.query(`DELETE FROM book_entries WHERE kind = '${RESEALED}'`);
    await context.query('UPDATE book_entries SET place = NULL, seal = NULL');
    await context.query('UPDATE book_end SET place = 0, seal = :seal', { replacements: { seal: NO_SEAL } });
    await context.query(
      'ALTER TABLE book_entries DROP COLUMN IF EXISTS by_name, DROP COLUMN IF EXISTS machine_name, DROP COLUMN IF EXISTS entry_key, DROP COLUMN IF EXISTS mark',
    );
  },
};

/** All of it or nothing, and not again after a start that was cut short. */
async function resealOnce(sequelize: Sequelize, tx: Transaction): Promise<void> {
  const done = await select(
    sequelize,
    tx,
    `SELECT 1 AS x FROM book_entries WHERE kind = '${RESEALED}' LIMIT 1`,
  );
  const [any] = await select<{ personId: string }>(
    sequelize,
    tx,
    `SELECT id AS personId FROM people ORDER BY role = 'lead' DESC, id LIMIT 1`,
  );
  const [entry] = await select(sequelize, tx, 'SELECT 1 AS x FROM book_entries LIMIT 1');
  if (done.length > 0 || !any || !entry) return;
  const former = await formerChain(sequelize, tx);
  const hidden = await hideSecrets(sequelize, tx);
  await sequelize.query(
    `UPDATE book_entries e JOIN people p ON p.id = e.person_id LEFT JOIN machines m ON m.id = e.machine_id
        SET e.by_name = p.name, e.machine_name = m.name`,
    { transaction: tx },
  );
  const body = {
    why: 'Gantelet was updated: names, search words and numbers are sealed too, and secrets were taken out.',
    ...{ former, entriesWithSecrets: hidden.entries, tokensBlocked: hidden.tokens },
  };
  await sequelize.query(
    `INSERT INTO book_entries (at, person_id, by_name, kind, subject, details, words, device, entry_key)
     VALUES (UTC_TIMESTAMP(6), :personId, 'Gantelet, when it was updated', '${RESEALED}', 'book', :details, '', '', :key)`,
    {
      transaction: tx,
      replacements: { ...any, key: newId(), details: JSON.stringify({ params: {}, body }) },
    },
  );
  await sealAll(sequelize, tx);
  if (hidden.tokens > 0)
    console.log(
      `Note: ${hidden.tokens} tokens of devices stood in the book in the clear. They are blocked: register those devices again.`,
    );
}

/** Where the chain ended as it was sealed before, and whether it was whole. */
async function formerChain(sequelize: Sequelize, tx: Transaction) {
  let [place, seal, whole] = [0, NO_SEAL, true];
  for await (const row of rowsOf(sequelize, tx)) {
    if (row.place === null) continue;
    place += 1;
    seal = firstSealOf(row, place, seal);
    whole &&= Number(row.place) === place && seal === row.seal;
  }
  const [end] = await select<{ place: number; seal: string }>(
    sequelize,
    tx,
    'SELECT place, seal FROM book_end',
  );
  whole &&= Number(end?.place ?? 0) === place && (end?.seal ?? NO_SEAL) === seal;
  return { place: Number(end?.place ?? 0), seal: end?.seal ?? NO_SEAL, whole };
}

/** Takes secrets out of what was sent, and blocks the devices whose token stood there. */
async function hideSecrets(
  sequelize: Sequelize,
  tx: Transaction,
): Promise<{ entries: number; tokens: number }> {
  const rows = await select<{ id: string; details: string; words: string }>(
    sequelize,
    tx,
    `SELECT id, details, words FROM book_entries WHERE kind IN ('registerDevice', 'addMessageTarget')`,
  );
  let [entries, tokens] = [0, 0];
  for (const { id, details, words } of rows) {
    const told = JSON.parse(details) as { body: { token?: string; address?: string; way?: string } | null };
    const secret = told.body?.token ?? (told.body?.way === 'webhook' ? told.body.address : undefined);
    if (!told.body || secret === undefined || secret === HIDDEN) continue;
    if (told.body.token !== undefined) told.body.token = HIDDEN;
    else told.body.address = `${/^https?:\/\/[^/?#]*/i.exec(secret)?.[0].replace(/\/\/.*@/, '//') ?? ''}/…`;
    await sequelize.query('UPDATE book_entries SET details = :details, words = :words WHERE id = :id', {
      transaction: tx,
      replacements: { id, details: JSON.stringify(told), words: words.replaceAll(secret, '').trim() },
    });
    entries += 1;
    tokens += await blockToken(sequelize, tx, secret);
  }
  return { entries, tokens };
}

async function blockToken(sequelize: Sequelize, tx: Transaction, token: string): Promise<number> {
  const tokenHash = createHash('sha256').update(token).digest('hex');
  return sequelize.query(
    'UPDATE devices SET revoked_at = UTC_TIMESTAMP(6) WHERE token_hash = :tokenHash AND revoked_at IS NULL',
    { transaction: tx, replacements: { tokenHash }, type: QueryTypes.BULKUPDATE },
  );
}

/** Seals every entry: those that were sealed at their places, the others after them. */
async function sealAll(sequelize: Sequelize, tx: Transaction): Promise<void> {
  let [place, seal] = [0, NO_SEAL];
  let batch: (readonly [string, number, string])[] = [];
  const write = async () => {
    await writeSeals(sequelize, batch, tx);
    batch = [];
  };
  for await (const row of rowsOf(sequelize, tx)) {
    place = row.place === null ? place + 1 : Number(row.place);
    seal = sealOf(row, place, seal);
    batch.push([String(row.id), place, seal]);
    if (batch.length === AT_ONCE) await write();
  }
  if (batch.length > 0) await write();
  await writeEnd(sequelize, { place, seal }, tx);
}

/** Entries in the order of the chain, unsealed ones last. */
async function* rowsOf(sequelize: Sequelize, tx: Transaction): AsyncGenerator<Row> {
  const columns = `id, at, person_id AS personId, by_name AS byName, kind, machine_id AS machineId, machine_name AS machineName,
                   subject, details, words, device, entry_key AS entryKey, place, seal`;
  for (const [where, order] of [
    ['place IS NOT NULL AND place > :after', 'place'],
    ['place IS NULL AND id > :after', 'id'],
  ] as const) {
    for (let after = 0; ;) {
      const rows = await select<Row>(
        sequelize,
        tx,
        `SELECT ${columns} FROM book_entries WHERE ${where} ORDER BY ${order} LIMIT ${AT_ONCE}`,
        { after },
      );
      yield* rows;
      if (rows.length < AT_ONCE) break;
      after = Number(rows.at(-1)![order]);
    }
  }
}

function select<T extends object = object>(
  sequelize: Sequelize,
  transaction: Transaction,
  sql: string,
  replacements: Record<string, unknown> = {},
): Promise<T[]> {
  return sequelize.query<T>(sql, { type: QueryTypes.SELECT, transaction, replacements });
}
