/** What is on hand, what to order? */
export { coneMetres } from './cone-metres.js';
export {
  STORE_MOVE_KINDS,
  storeLedger,
  type LedgerMove,
  type StoreLedger,
  type StoreMoveKind,
} from './ledger.js';
export { orderAdvice, orderQuantity, type OrderAdvice, type StoreState } from './order-advice.js';
export { reorderPoint, type LeadDemand } from './reorder-point.js';
export { USE_LOOK_BACK_DAYS, usePerDay } from './use-rate.js';
