import { QueryTypes } from 'sequelize';
import { needleKey } from '@gantelet/core';
import {
  ProblemError,
  storeThingKey,
  type StoreItemEntry,
  type StoreMove,
  type StoreOrder,
  type StoreThing,
  type StoreThingKind,
  type StoreView,
} from '@gantelet/contracts';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';
import { needleColumns, needleOfColumns, type NeedleColumns } from '../../db/needle-columns.js';
import type { StoreItemRow, StoreMoveRow, StoreOrderRow } from '../../db/store-rows.js';
import { standing } from '../../db/withdrawn.js';

const NO_NEEDLE = { needleSystem: null, bladeNm: null, pointStyle: null, needleFinish: null };
const NO_THREAD = { tex: null, constructionId: null, colour: null };

function thingColumns(thing: StoreThing) {
  const columns = { thingKind: thing.kind, thingKey: storeThingKey(thing), name: null };
  switch (thing.kind) {
    case 'needle':
      return { ...columns, ...NO_THREAD, ...needleColumns(thing.needle) };
    case 'thread': {
      const { tex, constructionId, colour } = thing;
      return { ...columns, ...NO_NEEDLE, tex, constructionId, colour };
    }
    case 'part':
      return { ...columns, ...NO_NEEDLE, ...NO_THREAD, name: thing.name };
  }
}

/** What a row holds; its kind determines which columns are set. */
function thingOf(row: StoreItemRow): StoreThing {
  switch (row.thingKind) {
    case 'needle':
      return { kind: 'needle', needle: needleOfColumns(row as NeedleColumns) };
    case 'thread':
      return { kind: 'thread', tex: row.tex!, constructionId: row.constructionId!, colour: row.colour! };
    case 'part':
      return { kind: 'part', name: row.name! };
  }
}

/** A stored item, without its moves. */
export type BareItem = StoreItemEntry & { readonly id: string; readonly version: number };

export async function findItems(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<readonly BareItem[]> {
  const rows = plainRows(await tables.storeItems.findAll({ order: ['thingKey'], transaction: tx }));
  return rows.map(bareItemOf);
}

/** An item, locked until the transaction ends; null if it does not exist. */
export async function lockItem({ tables }: Database, id: string, tx: Transaction): Promise<BareItem | null> {
  const row = await tables.storeItems.findByPk(id, { transaction: tx, lock: true });
  return row && bareItemOf(row.get({ plain: true }));
}

function bareItemOf(row: StoreItemRow): BareItem {
  const { id, version, place, supplier, packSize, packPrice, leadDays, leadSpreadDays } = row;
  const { service, shelfMonths } = row;
  const entry = { place, supplier, packSize, packPrice, leadDays, leadSpreadDays, service, shelfMonths };
  return { id, version, thing: thingOf(row), ...entry, inUse: Boolean(row.inUse) };
}

/** The row of a newly added item. */
export function itemRow(id: string, { thing, ...entry }: StoreItemEntry): StoreItemRow {
  return { id, ...thingColumns(thing), ...entry, version: 0 };
}

/** @throws ProblemError `store.listed` */
export async function insertItem(
  { tables }: Database,
  id: string,
  entry: StoreItemEntry,
  tx: Transaction,
): Promise<void> {
  await orIfDuplicate(
    tables.storeItems.create(itemRow(id, entry), { transaction: tx }),
    () => new ProblemError('store.listed'),
  );
}

/** @throws ProblemError `store.listed` */
export async function updateItem(
  { tables }: Database,
  { id, version, thing, ...entry }: BareItem,
  tx: Transaction,
): Promise<void> {
  const change = { ...thingColumns(thing), ...entry, version };
  await orIfDuplicate(
    tables.storeItems.update(change, { where: { id }, transaction: tx }),
    () => new ProblemError('store.listed'),
  );
}

export async function insertMove({ tables }: Database, row: StoreMoveRow, tx: Transaction): Promise<void> {
  await tables.storeMoves.create(row, { transaction: tx });
}

export async function insertOrder({ tables }: Database, row: StoreOrderRow, tx: Transaction): Promise<void> {
  await tables.storeOrders.create(row, { transaction: tx });
}

/** An order and whether it has arrived, locked until the transaction ends; null if it does not exist. */
export async function lockOrder(
  { sequelize }: Database,
  id: string,
  tx: Transaction,
): Promise<{ readonly itemId: string; readonly isOver: boolean } | null> {
  const [row] = await sequelize.query<{ itemId: string; isOver: number }>(
    `SELECT o.item_id AS itemId,
            EXISTS (SELECT 1 FROM store_moves m WHERE m.order_id = o.id AND ${standing('m')}) AS isOver
       FROM store_orders o WHERE o.id = :id FOR UPDATE`,
    { type: QueryTypes.SELECT, replacements: { id }, transaction: tx },
  );
  return row ? { itemId: row.itemId, isOver: Boolean(row.isOver) } : null;
}

/** Orders that have not arrived, next one first, by item. */
export async function openOrders(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly StoreOrder[]>> {
  const rows = await sequelize.query<StoreOrder & { readonly itemId: string }>(
    `SELECT o.id, o.item_id AS itemId, o.quantity, o.expected_on AS expectedOn FROM store_orders o
      WHERE NOT EXISTS (SELECT 1 FROM store_moves m WHERE m.order_id = o.id AND ${standing('m')})
      ORDER BY o.expected_on, o.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  const byItem = new Map<string, StoreOrder[]>();
  for (const { itemId, ...order } of rows) byItem.set(itemId, [...(byItem.get(itemId) ?? []), order]);
  return byItem;
}

/** A recorded move of an item. */
export type ItemMove = StoreMove & { readonly itemId: string };

/** Moves since an instant and since the last count before it, oldest first. */
export async function movesSince(
  { sequelize }: Database,
  since: Date,
  tx: Transaction | null = null,
): Promise<readonly ItemMove[]> {
  const rows = await sequelize.query<Omit<ItemMove, 'movedAt'> & { readonly movedAt: Date }>(
    `SELECT m.id, m.item_id AS itemId, m.kind, m.quantity, m.note, m.moved_at AS movedAt, p.name AS movedBy
       FROM store_moves m JOIN people p ON p.id = m.moved_by_id
      WHERE ${standing('m')} AND m.moved_at >= COALESCE(
              (SELECT MAX(c.moved_at) FROM store_moves c
                WHERE c.item_id = m.item_id AND c.kind = 'count' AND c.moved_at < :since AND ${standing('c')}), :since)
      ORDER BY m.moved_at, m.id`,
    { type: QueryTypes.SELECT, replacements: { since }, transaction: tx },
  );
  return rows.map(({ movedAt, ...move }) => ({ ...move, movedAt: movedAt.toISOString() }));
}

/** When each item's first entry was made, and so since when its use is known. */
export async function firstMoves(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, Date>> {
  const rows = await sequelize.query<{ itemId: string; at: Date }>(
    'SELECT item_id AS itemId, MIN(moved_at) AS at FROM store_moves GROUP BY item_id',
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return new Map(rows.map(({ itemId, at }) => [itemId, new Date(at)]));
}

/**
 * A query of the store items of a kind, each with its last count; what was never counted counts from `:since`.
 *
 * Grouped, the counts are read once. As a subquery for each item they would be read again for every row they are
 * joined to.
 */
export const lastCounts = (kind: StoreThingKind, columns: string): string =>
  `SELECT s.id, ${columns}, COALESCE(MAX(c.moved_at), :since) AS counted_at
      FROM store_items s LEFT JOIN store_moves c ON c.item_id = s.id AND c.kind = 'count' AND ${standing('c')}
     WHERE s.thing_kind = '${kind}' GROUP BY s.id`;

/**
 * New needles of each stored kind that were installed: since its last count, and since an instant. Part-used ones
 * come out of pockets and use no stock.
 */
export async function needlesInstalled(
  { sequelize }: Database,
  since: Date,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, { readonly sinceCount: number; readonly within: number }>> {
  const rows = await sequelize.query<{ itemId: string; sinceCount: string; within: string }>(
    `WITH s AS (${lastCounts('needle', 's.needle_system, s.blade_nm, s.point_style, s.needle_finish')})
     SELECT s.id AS itemId, SUM(i.installed_at > s.counted_at) AS sinceCount, SUM(i.installed_at >= :since) AS within
       FROM s JOIN needle_installs i ON i.needle_system = s.needle_system AND i.blade_nm = s.blade_nm
        AND i.point_style = s.point_style AND i.needle_finish = s.needle_finish
      WHERE i.entry_hours = 0 AND i.installed_at >= (SELECT LEAST(:since, MIN(counted_at)) FROM s)
        AND i.installed_at >= LEAST(:since, s.counted_at) GROUP BY s.id`,
    { type: QueryTypes.SELECT, replacements: { since }, transaction: tx },
  );
  return new Map(
    rows.map(({ itemId, sinceCount, within }) => [
      itemId,
      { sinceCount: Number(sinceCount), within: Number(within) },
    ]),
  );
}

/** What machines sew with now: their needles, and the threads of their present set-ups. */
export async function sewnWith(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<StoreView['unlisted']> {
  const [needles, threads] = await Promise.all([
    sequelize.query<NeedleColumns>(
      `SELECT DISTINCT i.needle_system AS needleSystem, i.blade_nm AS bladeNm, i.point_style AS pointStyle,
              i.needle_finish AS needleFinish
         FROM machines m JOIN needle_installs i ON i.id = m.present_install_id`,
      { type: QueryTypes.SELECT, transaction: tx },
    ),
    sequelize.query<{ tex: number; constructionId: string }>(
      `SELECT DISTINCT s.thread_tex AS tex, s.thread_construction AS constructionId
         FROM machines m JOIN setups s ON s.id = m.present_setup_id
        WHERE m.retired_at IS NULL ORDER BY tex`,
      { type: QueryTypes.SELECT, transaction: tx },
    ),
  ]);
  const named = needles.map(needleOfColumns);
  return { needles: named.sort((a, b) => (needleKey(a) < needleKey(b) ? -1 : 1)), threads };
}

/** The earliest instant in the shop's records. */
export async function shopBegan({ tables }: Database, tx: Transaction | null = null): Promise<Date> {
  return (await tables.shop.findOne({ attributes: ['beganAt'], transaction: tx }))?.get('beganAt') as Date;
}
