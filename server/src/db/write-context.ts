import type { Person } from '@gantelet/contracts';
import type { Database, Transaction } from './database.js';

/** The transaction, person and time of a write. */
export interface WriteContext {
  readonly database: Database;
  readonly tx: Transaction;
  readonly person: Person;
  readonly now: Date;
}
