import { QueryTypes } from 'sequelize';
import { needleKey } from '@gantelet/core';
import {
  ProblemError,
  type NeedleStock,
  type Person,
  type StockCount,
  type StockDelivery,
  type StockOrder,
} from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';
import { needleColumns, needleOfColumns, type NeedleColumns } from '../../db/needle-columns.js';

interface CountRow extends NeedleColumns {
  readonly countId: string;
  readonly counted: number;
  readonly countedAt: Date;
  readonly countedBy: string;
  readonly used: number;
  readonly received: number;
}

const SAME = (a: string, b: string): string =>
  ['needle_system', 'blade_nm', 'point_style', 'needle_finish']
    .map((name) => `${a}.${name} = ${b}.${name}`)
    .join(' AND ');

/**
 * Every kind of needle that was counted or ordered: what is there by the last count, what came since, and the new needles
 * that went in since. Part-used ones come out of pockets and take none.
 */
export async function readStock({ sequelize, tables }: Database): Promise<NeedleStock[]> {
  const counts = await sequelize.query<CountRow>(
    `SELECT c.id AS countId, c.needle_system AS needleSystem, c.blade_nm AS bladeNm, c.point_style AS pointStyle,
            c.needle_finish AS needleFinish, c.counted, c.counted_at AS countedAt, p.name AS countedBy,
            (SELECT COUNT(*) FROM needle_installs i
              WHERE i.installed_at > c.counted_at AND i.entry_hours = 0 AND ${SAME('i', 'c')}) AS used,
            (SELECT COALESCE(SUM(o.received_quantity), 0) FROM stock_orders o
              WHERE o.received_at > c.counted_at AND ${SAME('o', 'c')}) AS received
       FROM stock_counts c JOIN people p ON p.id = c.counted_by_id
      WHERE ${standing('c')} AND NOT EXISTS (SELECT 1 FROM stock_counts d WHERE ${SAME('d', 'c')} AND ${standing('d')}
                           AND (d.counted_at > c.counted_at OR (d.counted_at = c.counted_at AND d.id > c.id)))`,
    { type: QueryTypes.SELECT },
  );
  const orders = plainRows(
    await tables.stockOrders.findAll({
      where: { receivedAt: null },
      order: [
        ['expectedOn', 'ASC'],
        ['id', 'ASC'],
      ],
    }),
  );
  const kinds = new Map<string, NeedleStock>();
  for (const row of counts) {
    const needle = needleOfColumns(row);
    kinds.set(needleKey(needle), {
      needle,
      countId: row.countId,
      onHand: Math.max(0, row.counted + Number(row.received) - Number(row.used)),
      countedAt: row.countedAt.toISOString(),
      countedBy: row.countedBy,
      orders: [],
    });
  }
  for (const order of orders) {
    const needle = needleOfColumns(order);
    const kind = kinds.get(needleKey(needle)) ?? {
      needle,
      countId: null,
      onHand: null,
      countedAt: null,
      countedBy: null,
      orders: [],
    };
    const { id, quantity, expectedOn } = order;
    kinds.set(needleKey(needle), { ...kind, orders: [...kind.orders, { id, quantity, expectedOn }] });
  }
  return [...kinds].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, kind]) => kind);
}

export async function countStock(
  { tables }: Database,
  id: string,
  { needle, counted }: StockCount,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  const row = { id, ...needleColumns(needle), counted, countedAt: now, countedById: person.id };
  await tables.stockCounts.create(row, { transaction: tx });
  return { id };
}

export async function orderNeedles(
  { tables }: Database,
  id: string,
  order: StockOrder,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  await tables.stockOrders.create(openOrder(id, order, person, now), { transaction: tx });
  return { id };
}

/** Needles that came without an order. */
export async function deliverNeedles(
  { tables }: Database,
  id: string,
  { needle, quantity }: StockDelivery,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  const order = { needle, quantity, expectedOn: now.toISOString().slice(0, 10) };
  const received = { receivedAt: now, receivedById: person.id, receivedQuantity: quantity };
  await tables.stockOrders.create({ ...openOrder(id, order, person, now), ...received }, { transaction: tx });
  return { id };
}

function openOrder(id: string, { needle, quantity, expectedOn }: StockOrder, person: Person, now: Date) {
  const ordered = { orderedAt: now, orderedById: person.id };
  const open = { receivedAt: null, receivedById: null, receivedQuantity: null };
  return { id, ...needleColumns(needle), quantity, expectedOn, ...ordered, ...open };
}

/** @throws ProblemError `order.unknown`, `order.over` */
export async function receiveNeedles(
  { tables }: Database,
  id: string,
  quantity: number,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  if (!(await tables.stockOrders.findByPk(id, { transaction: tx }))) throw new ProblemError('order.unknown');
  const [changed] = await tables.stockOrders.update(
    { receivedAt: now, receivedById: person.id, receivedQuantity: quantity },
    { where: { id, receivedAt: null }, transaction: tx },
  );
  if (changed === 0) throw new ProblemError('order.over');
  return { id };
}
