import type { Person } from '@gantelet/contracts';
import type { Database, Transaction } from './database.js';

/** In which transaction, by whom and when something is written. */
export interface WriteContext {
  readonly database: Database;
  readonly tx: Transaction;
  readonly person: Person;
  readonly now: Date;
}
