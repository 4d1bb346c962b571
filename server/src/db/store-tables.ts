import { DataTypes } from 'sequelize';
import {
  id,
  instant,
  measure,
  measureOrNone,
  ref,
  refOrNone,
  text,
  textOrNone,
  version,
  whole,
  wholeOrNone,
  type DefineTable,
} from './columns.js';
import type { StoreItemRow, StoreMoveRow, StoreOrderRow } from './store-rows.js';

/** The tables of the store. */
export function storeTables(table: DefineTable) {
  return {
    storeItems: table<StoreItemRow>('store_items', {
      id,
      thingKind: text,
      thingKey: text,
      needleSystem: textOrNone,
      bladeNm: wholeOrNone,
      pointStyle: textOrNone,
      needleFinish: textOrNone,
      tex: measureOrNone,
      constructionId: textOrNone,
      colour: textOrNone,
      name: textOrNone,
      place: text,
      supplier: text,
      packSize: measure,
      packPrice: measureOrNone,
      leadDays: whole,
      leadSpreadDays: measure,
      service: measure,
      shelfMonths: wholeOrNone,
      inUse: { type: DataTypes.BOOLEAN, allowNull: false },
      version,
    }),
    storeMoves: table<StoreMoveRow>('store_moves', {
      id,
      itemId: ref,
      kind: text,
      quantity: measure,
      note: text,
      orderId: refOrNone,
      movedAt: instant,
      movedById: ref,
    }),
    storeOrders: table<StoreOrderRow>('store_orders', {
      id,
      itemId: ref,
      quantity: measure,
      expectedOn: { type: DataTypes.DATEONLY, allowNull: false },
      orderedAt: instant,
      orderedById: ref,
    }),
  };
}
