/** What is on hand, and what to order. */
export { coneMetres } from './cone-metres.js';
export {
  leftAfterSewing,
  STORE_MOVE_KINDS,
  storeLedger,
  type LedgerMove,
  type StoreLedger,
  type StoreMoveKind,
} from './ledger.js';
export { orderAdvice, orderQuantity, type OrderAdvice, type StoreState } from './order-advice.js';
export { reorderPoint, type LeadDemand } from './reorder-point.js';
export { shelfAge, type Delivery, type ShelfAge } from './shelf-life.js';
export { threadSewnMetres, type SewnSeam } from './thread-sewn.js';
export { SEWN_LOOK_BACK_DAYS, USE_LOOK_BACK_DAYS, usePerDay } from './use-rate.js';
