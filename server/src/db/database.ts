import { Sequelize, type Model, type Transaction } from 'sequelize';
import { ProblemError } from '@gantelet/contracts';
import type { DatabaseConfig } from '../config.js';
import { allowRawResults } from './mariadb-results.js';
import { defineTables, type Tables } from './tables.js';

export type { Transaction };

/** A connection pool with its tables. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly tables: Tables;
  /** Runs work in one transaction; begins again when another writer got in the way. */
  transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** MariaDB's number for a row whose key another has. */
const DUPLICATE_KEY = 1062;
/** Its numbers for a deadlock and for a lock waited for too long: the transaction may simply be run again. */
const RETRY_ERRNOS: readonly number[] = [1213, 1205];
const TRIES = 6;
const LONGEST_WAIT_MS = 40;

export function openDatabase(config: DatabaseConfig): Database {
  allowRawResults();
  const sequelize = new Sequelize(config.name, config.user, config.password, {
    host: config.host,
    port: config.port,
    dialect: 'mariadb',
    timezone: '+00:00',
    logging: false,
    pool: { max: 12, min: 0, acquire: 10_000 },
  });
  return {
    sequelize,
    tables: defineTables(sequelize),
    transaction: (work) => withRetries(() => sequelize.transaction(work)),
    close: () => sequelize.close(),
  };
}

async function withRetries<T>(attempt: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await attempt();
    } catch (error) {
      if (!RETRY_ERRNOS.includes(databaseErrno(error))) throw error;
      if (tries === TRIES) throw new ProblemError('server.busy');
      await new Promise((resolve) => setTimeout(resolve, Math.random() * LONGEST_WAIT_MS * tries));
    }
  }
}

/** MariaDB's error number behind a Sequelize error, 0 when there is none. */
export function databaseErrno(error: unknown): number {
  const parent = (error as { parent?: { errno?: number } } | null)?.parent;
  return parent?.errno ?? 0;
}

/** Whether the database refused a row because another has its key. */
export function isDuplicate(error: unknown): boolean {
  return databaseErrno(error) === DUPLICATE_KEY;
}

/** What was written, or a problem when the database refused a row because another has its key. */
export async function orIfDuplicate<T>(written: Promise<T>, problem: () => Error): Promise<T> {
  try {
    return await written;
  } catch (error) {
    throw isDuplicate(error) ? problem() : error;
  }
}

/** The plain rows of found instances. */
export function plainRows<Row extends object>(found: readonly Model<Row, Row>[]): Row[] {
  return found.map((one) => one.get({ plain: true }));
}
