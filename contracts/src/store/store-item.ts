import * as z from 'zod';
import { needleKey, STORE_MOVE_KINDS, threadConstruction } from '@gantelet/core';
import { NeedleChoice, ThreadChoice } from '../match/index.js';
import { Day, Id, Instant, Line, Name, Version } from '../shared/index.js';

const Quantity = z.number().min(0).max(100_000_000);

/** What is in the store: needles are counted one by one, thread in metres, everything else in pieces. */
export const StoreThing = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('needle'), needle: NeedleChoice }),
  z.strictObject({
    kind: z.literal('thread'),
    tex: ThreadChoice.shape.tex,
    constructionId: ThreadChoice.shape.constructionId,
    colour: Line(40).min(1),
  }),
  z.strictObject({ kind: z.literal('part'), name: Name }),
]);
export type StoreThing = z.infer<typeof StoreThing>;
export type StoreThingKind = StoreThing['kind'];

/** The same text for the same item. */
export function storeThingKey(thing: StoreThing): string {
  switch (thing.kind) {
    case 'needle':
      return `needle ${needleKey(thing.needle)}`;
    case 'thread':
      return `thread ${thing.tex} ${thing.constructionId} ${thing.colour.toLowerCase()}`;
    case 'part':
      return `part ${thing.name.toLowerCase()}`;
  }
}

/** A thread in words: Tex 135 bonded nylon. */
export function threadText({ tex, constructionId }: { tex: number; constructionId: string }): string {
  const name = threadConstruction(constructionId)?.name ?? constructionId;
  return `Tex ${tex} ${name[0]!.toLowerCase()}${name.slice(1)}`;
}

/** A thread in words for a list or a search: Tex 135 bonded nylon, black. */
export function threadThingText(thread: StoreThing & { kind: 'thread' }): string {
  return `${threadText(thread)}, ${thread.colour}`;
}

/** A store item: its location, and how it is bought. */
export const StoreItemEntry = z.strictObject({
  thing: StoreThing,
  place: Line(60),
  supplier: Line(60),
  /** Pack size: needles, metres on a cone, pieces. */
  packSize: z.number().positive().max(1_000_000),
  /** Price of a pack in the shop's currency; null if not entered. */
  packPrice: z.number().min(0).max(1_000_000).nullable(),
  /** Days from order to delivery, and their usual variation. */
  leadDays: z.int().min(0).max(365),
  leadSpreadDays: z.number().min(0).max(180),
  /** Share of orders that should arrive before stock runs out. */
  service: z.number().min(0.5).max(0.999),
  /** Months it keeps from delivery; null where that does not matter. */
  shelfMonths: z.int().min(1).max(240).nullable(),
  /** It is used here: otherwise it never appears on an order list. */
  inUse: z.boolean(),
});
export type StoreItemEntry = z.infer<typeof StoreItemEntry>;

export const StoreItemRevision = StoreItemEntry.extend({ version: Version });
export type StoreItemRevision = z.infer<typeof StoreItemRevision>;

/** How an item is bought by default: a usual pack, a week, and 19 deliveries of 20 in time. Common practice. */
export const USUAL_BUYING = {
  needle: { packSize: 10, leadDays: 7, leadSpreadDays: 2, service: 0.95, shelfMonths: null },
  thread: { packSize: 5000, leadDays: 7, leadSpreadDays: 2, service: 0.95, shelfMonths: null },
  part: { packSize: 1, leadDays: 7, leadSpreadDays: 2, service: 0.95, shelfMonths: null },
} as const satisfies Record<StoreThingKind, Partial<StoreItemEntry>>;

/** What happened to an item. A count is the total on hand; the others are what came or went. */
export const StoreMoveEntry = z
  .strictObject({ kind: z.enum(STORE_MOVE_KINDS), quantity: Quantity, note: Line(120) })
  .refine(({ kind, quantity }) => kind === 'count' || quantity > 0, {
    path: ['quantity'],
    error: 'above 0',
  });
export type StoreMoveEntry = z.infer<typeof StoreMoveEntry>;

/** A move as it is recorded. Without a time, it happened now; a device without a network says when. */
export const StoreMoveWrite = StoreMoveEntry.safeExtend({ movedAt: Instant.optional() });
export type StoreMoveWrite = z.infer<typeof StoreMoveWrite>;

/** Ordered, and when it should arrive. */
export const StoreOrderEntry = z.strictObject({ quantity: Quantity.positive(), expectedOn: Day });
export type StoreOrderEntry = z.infer<typeof StoreOrderEntry>;

/** What arrived of an order; zero if nothing will. */
export const StoreReceipt = z.strictObject({ quantity: Quantity });
export type StoreReceipt = z.infer<typeof StoreReceipt>;

/** An order that has not arrived. */
export const StoreOrder = z.object({ id: Id, quantity: Quantity, expectedOn: Day });
export type StoreOrder = z.infer<typeof StoreOrder>;

/** An entry for an item, newest first; it can be withdrawn. */
export const StoreMove = z.object({
  id: Id,
  kind: z.enum(STORE_MOVE_KINDS),
  quantity: Quantity,
  note: z.string(),
  movedAt: Instant,
  movedBy: Name,
});
export type StoreMove = z.infer<typeof StoreMove>;

/** An item in the store, with its stock and what to do about it. */
export const StoreItem = StoreItemEntry.extend({
  id: Id,
  version: Version,
  /** From the last count and what came and went since, sewn thread included; null before the first count. */
  onHand: Quantity.nullable(),
  countedAt: Instant.nullable(),
  /** Metres of this thread, in any colour, that machines sewed since the count; null if none do. */
  sewn: z
    .object({
      sinceCount: Quantity,
      /** Several colours of it are in use, so nobody knows which was sewn: nothing is subtracted. */
      isShared: z.boolean(),
      /** Machines that sew it but have no speed entered: what they sew is not included. */
      machinesWithoutSpeed: z.int(),
    })
    .nullable(),
  /** Metres of this thread, in any colour, that waiting jobs need. */
  waiting: Quantity,
  /** What is past its shelf life, and when more will be; zero if it has none. */
  overage: Quantity,
  overageFrom: Instant.nullable(),
  /** Use per day; null while too little is known. */
  perDay: z.number().nullable(),
  /** Order at or below this; null while stock or use is not known. */
  reorderAt: Quantity.nullable(),
  /** What to order now, in whole packs; 0 for nothing. */
  toOrder: Quantity,
  orders: z.array(StoreOrder),
  /** The latest moves. */
  moves: z.array(StoreMove),
});
export type StoreItem = z.infer<typeof StoreItem>;

/** Everything in the store. */
export const StoreView = z.object({
  /** ISO 4217. */
  currency: z.string(),
  items: z.array(StoreItem),
  /** What machines sew with that is not in the store yet. */
  unlisted: z.object({
    needles: z.array(NeedleChoice),
    threads: z.array(ThreadChoice.pick({ tex: true, constructionId: true })),
  }),
});
export type StoreView = z.infer<typeof StoreView>;

/** A thread that waiting jobs need, in any colour, beside its stock. */
export const ThreadNeed = ThreadChoice.pick({ tex: true, constructionId: true }).extend({
  neededMetres: Quantity,
  /** Metres in the store; null if it is not stocked or was never counted. */
  thereMetres: Quantity.nullable(),
  orderedMetres: Quantity,
  /** Metres are null where a machine's speed is not entered. */
  jobs: z.array(z.object({ jobId: Id, setupName: Name, neededMetres: Quantity.nullable() })),
});
export type ThreadNeed = z.infer<typeof ThreadNeed>;

/** One kind of needle, as round planning sees the store. */
export const NeedleStock = z.object({
  needle: NeedleChoice,
  onHand: z.int().nullable(),
  packSize: z.int(),
  leadDays: z.int(),
  orders: z.array(StoreOrder),
});
export type NeedleStock = z.infer<typeof NeedleStock>;
