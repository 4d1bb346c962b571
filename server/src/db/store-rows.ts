import type { StoreMoveKind } from '@gantelet/core';
import type { StoreThingKind } from '@gantelet/contracts';
import type { NeedleColumns } from './needle-columns.js';

type OrNone<Columns> = { readonly [Name in keyof Columns]: Columns[Name] | null };

/** An item in the store. Which columns describe it depends on its kind; the others are null. */
export interface StoreItemRow extends OrNone<NeedleColumns> {
  id: string;
  thingKind: StoreThingKind;
  /** The same text for the same item, so that none is stored twice. */
  thingKey: string;
  tex: number | null;
  constructionId: string | null;
  colour: string | null;
  name: string | null;
  place: string;
  supplier: string;
  packSize: number;
  packPrice: number | null;
  leadDays: number;
  leadSpreadDays: number;
  service: number;
  shelfMonths: number | null;
  inUse: boolean;
  version: number;
}
export interface StoreMoveRow {
  id: string;
  itemId: string;
  kind: StoreMoveKind;
  quantity: number;
  note: string;
  /** The order it came with. */
  orderId: string | null;
  movedAt: Date;
  movedById: string;
}
export interface StoreOrderRow {
  id: string;
  itemId: string;
  quantity: number;
  expectedOn: string;
  orderedAt: Date;
  orderedById: string;
}
