import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Name } from '../shared/index.js';
import { Day } from './rounds-settings.js';

const Needles = z.int().min(0).max(1_000_000);

/** Needles of a kind, counted. */
export const StockCount = z.strictObject({ needle: NeedleChoice, counted: Needles });
export type StockCount = z.infer<typeof StockCount>;

/** Needles that came without an order. */
export const StockDelivery = z.strictObject({ needle: NeedleChoice, quantity: Needles.min(1) });
export type StockDelivery = z.infer<typeof StockDelivery>;

/** Needles ordered, and when they should come. */
export const StockOrder = z.strictObject({ needle: NeedleChoice, quantity: Needles.min(1), expectedOn: Day });
export type StockOrder = z.infer<typeof StockOrder>;

/** What came of an order. */
export const StockReceipt = z.strictObject({ quantity: Needles });
export type StockReceipt = z.infer<typeof StockReceipt>;

/** One kind of needle in the store. */
export const NeedleStock = z.object({
  needle: NeedleChoice,
  /** By the last count, what came and what went in since; null before the first count. */
  onHand: z.int().nullable(),
  /** The last count, which can be taken back; null before the first. */
  countId: Id.nullable(),
  countedAt: Instant.nullable(),
  countedBy: Name.nullable(),
  /** Orders that have not come, the next first. */
  orders: z.array(z.object({ id: Id, quantity: z.int(), expectedOn: Day })),
});
export type NeedleStock = z.infer<typeof NeedleStock>;
