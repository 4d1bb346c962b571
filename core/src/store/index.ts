/** What is on hand, what to order? */
export { coneMetres } from './cone-metres.js';
export { storeLedger, type LedgerMove, type StoreLedger, type StoreMoveKind } from './ledger.js';
export { orderAdvice, orderQuantity, type OrderAdvice, type StoreState } from './order-advice.js';
export { reorderPoint, type LeadDemand } from './reorder-point.js';
export { usePerDay } from './use-rate.js';
