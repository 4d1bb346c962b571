import pLimit from 'p-limit';
import {
  ConnectionError,
  DatabaseError,
  Sequelize,
  type Model,
  type Options,
  type Transaction,
} from 'sequelize';
import { ProblemError } from '@gantelet/contracts';
import type { DatabaseConfig } from '../config.js';
import { allowRawResults } from './mariadb-results.js';
import { defineTables, type Tables } from './tables.js';

export type { Transaction };

/** A connection pool with its tables. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly tables: Tables;
  /** Runs work in one transaction; starts over when another writer got in the way. */
  transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** MariaDB's error number for a duplicate key. */
const DUPLICATE_KEY = 1062;
/** ER_DISK_FULL, ER_RECORD_FILE_FULL, ER_ERROR_ON_WRITE of MariaDB. */
const [DISK_FULL, TABLE_FULL, WRITE_FAILED] = [1021, 1114, 1026];
/** Its message when a number it assigned itself is already taken: cluster nodes number rows independently. */
const NUMBER_TAKEN = /^Duplicate entry '\d+' for key '(?:[^'.]*\.)?PRIMARY'/;
/** Its error number for a row that points at one that does not exist. */
const NO_REFERENCED_ROW = 1452;
/** Its error number for a lock wait that timed out. */
const LOCK_WAIT_TIMEOUT = 1205;
/** Its error number for a statement that ran longer than its session allows. */
const STATEMENT_TIMEOUT = 1969;
/** Its error number for a row that another transaction, perhaps on another node, has changed since it was read. */
const CHANGED_SINCE_READ = 1020;
/** Its error number for a cluster node that accepts no queries now: it is joining, or has lost the others. */
const NODE_NOT_READY = 1047;
/** Its error number for a failed commit: the node has lost the others and cannot tell them. */
const COMMIT_FAILED = 1180;
const OFTEN = 6;
/** How often a transaction is tried, by error, before the client is told to try later. */
const TRIES: ReadonlyMap<number, number> = new Map([
  [1213, OFTEN], // deadlock
  [CHANGED_SINCE_READ, OFTEN],
  [LOCK_WAIT_TIMEOUT, 2],
  [NODE_NOT_READY, 2],
  [COMMIT_FAILED, 2],
]);
const LONGEST_WAIT_MS = 40;

/** Connections of one process, and how many of them may be in a transaction at once: the rest are for reading. */
const CONNECTIONS = 16;
const WRITERS = 10;

/**
 * A busy machine may take seconds to open a connection; the driver's own limit of one second would turn people away.
 */
const CONNECT_TIMEOUT_MS = 8000;

/** Limits for a database session, so that one locked row or runaway query does not hold up the rest. */
const SESSION_LIMITS = { max_statement_time: 30, innodb_lock_wait_timeout: 4 };

/**
 * In a cluster, every read waits until its node has applied all earlier commits, so that people see what they have
 * just written through another node. A single database ignores the setting.
 */
const READ_OWN_WRITES = { wsrep_sync_wait: 1 };

/** Opens the pool shared by requests and jobs. */
export function openDatabase(config: DatabaseConfig): Database {
  allowRawResults();
  const sequelize = connect(config, {
    pool: { max: CONNECTIONS, min: 0, acquire: 10_000 },
    dialectOptions: {
      connectTimeout: CONNECT_TIMEOUT_MS,
      sessionVariables: { ...SESSION_LIMITS, ...READ_OWN_WRITES },
    },
  });
  retryAlone(sequelize);
  const inTurn = pLimit(WRITERS);
  return {
    sequelize,
    tables: defineTables(sequelize),
    transaction: (work) => withRetries(() => inTurn(() => sequelize.transaction(work))),
    close: () => sequelize.close(),
  };
}

/**
 * One connection that stays open for as long as the work takes. The database closes it when its process is killed.
 */
export function openOneConnection(config: DatabaseConfig): Sequelize {
  allowRawResults();
  return connect(config, {
    pool: { max: 1, min: 1, acquire: 60_000 },
    dialectOptions: { connectTimeout: CONNECT_TIMEOUT_MS },
  });
}

function connect(config: DatabaseConfig, options: Options): Sequelize {
  return new Sequelize(config.name, config.user, config.password, {
    host: config.host,
    port: config.port,
    dialect: 'mariadb',
    timezone: '+00:00',
    logging: false,
    ...options,
  });
}

/** A single statement that another writer got in the way of changed nothing, so it is retried like a transaction. */
function retryAlone(sequelize: Sequelize): void {
  const query = sequelize.query.bind(sequelize) as (...args: readonly unknown[]) => Promise<unknown>;
  sequelize.query = ((sql: unknown, options?: { readonly transaction?: unknown }) =>
    options?.transaction
      ? query(sql, options)
      : withRetries(() => query(sql, options))) as Sequelize['query'];
}

async function withRetries<T>(attempt: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await attempt();
    } catch (error) {
      const most = NUMBER_TAKEN.test(sqlMessageOf(error)) ? OFTEN : TRIES.get(databaseErrno(error));
      if (most === undefined) throw error;
      if (tries >= most) throw new ProblemError('server.busy');
      await new Promise((resolve) => setTimeout(resolve, Math.random() * LONGEST_WAIT_MS * tries));
    }
  }
}

/** MariaDB's error number behind a Sequelize error; 0 if there is none. */
export function databaseErrno(error: unknown): number {
  const parent = (error as { parent?: { errno?: number } } | null)?.parent;
  return parent?.errno ?? 0;
}

/** Whether the database timed out: nothing is wrong with the request itself. */
function isTimeout(error: unknown): boolean {
  return [LOCK_WAIT_TIMEOUT, STATEMENT_TIMEOUT].includes(databaseErrno(error));
}

/** Whether another writer or the state of the cluster got in the way: a retry may succeed in a moment. */
function isPassing(error: unknown): boolean {
  return TRIES.has(databaseErrno(error));
}

/** Whether the database is down or overloaded: nothing is wrong with the request, and it may succeed later. */
export function isForLater(error: unknown): boolean {
  const gaveUp = error instanceof ProblemError && error.code === 'server.busy';
  return (
    gaveUp || error instanceof ConnectionError || isBroken(error) || isTimeout(error) || isPassing(error)
  );
}

/** Whether the connection to the database broke during a query. */
function isBroken(error: unknown): boolean {
  return error instanceof DatabaseError && (error.parent as { fatal?: boolean }).fatal === true;
}

/** Whether the database has no room left for the write. */
export function isFull(error: unknown): boolean {
  return [DISK_FULL, TABLE_FULL, WRITE_FAILED].includes(databaseErrno(error));
}

/** Whether the database refused a row as a duplicate. */
export function isDuplicate(error: unknown): boolean {
  return databaseErrno(error) === DUPLICATE_KEY;
}

/** MariaDB's message for an error; empty if there is none. */
function sqlMessageOf(error: unknown): string {
  return (error as { parent?: { sqlMessage?: string } } | null)?.parent?.sqlMessage ?? '';
}

/** Name of the key that another row already has, 'PRIMARY' for the id; null for any other error. */
export function duplicateKey(error: unknown): string | null {
  if (!isDuplicate(error)) return null;
  return /for key '(?:[^'.]*\.)?([^']*)'/.exec(sqlMessageOf(error))?.[1] ?? '';
}

/** The column that points at a row that does not exist; null for any other error. */
export function danglingColumn(error: unknown): string | null {
  if (databaseErrno(error) !== NO_REFERENCED_ROW) return null;
  return /FOREIGN KEY \(`([^`]+)`\)/.exec(sqlMessageOf(error))?.[1] ?? '';
}

/** The result of a write, or a problem when the database refused it as a duplicate. */
export async function orIfDuplicate<T>(written: Promise<T>, problem: () => Error): Promise<T> {
  try {
    return await written;
  } catch (error) {
    throw isDuplicate(error) ? problem() : error;
  }
}

/** The plain rows of model instances. */
export function plainRows<Row extends object>(found: readonly Model<Row, Row>[]): Row[] {
  return found.map((one) => one.get({ plain: true }));
}
