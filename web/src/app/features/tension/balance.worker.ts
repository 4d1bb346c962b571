import { expose } from 'comlink';
import { balanceSearch } from './balance-search';

/** The search for the next test seam, off the main thread. */
const worker = { search: balanceSearch };
export type BalanceWorker = typeof worker;

expose(worker);
