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
  /** Runs work in one transaction; begins again when another writer got in the way. */
  transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** MariaDB's number for a row whose key another has. */
const DUPLICATE_KEY = 1062;
/** ER_DISK_FULL, ER_RECORD_FILE_FULL, ER_ERROR_ON_WRITE of MariaDB. */
const [DISK_FULL, TABLE_FULL, WRITE_FAILED] = [1021, 1114, 1026];
/** What it says of a row whose number, given by the database itself, is another's: nodes of a cluster give them apart. */
const NUMBER_TAKEN = /^Duplicate entry '\d+' for key '(?:[^'.]*\.)?PRIMARY'/;
/** Its number for a row that points at one that is not there. */
const NO_REFERENCED_ROW = 1452;
/** Its number for a lock that was waited for too long. */
const LOCK_WAIT_TIMEOUT = 1205;
/** Its number for a statement that ran longer than its session allows. */
const STATEMENT_TIMEOUT = 1969;
/** Its number for a row that another transaction, perhaps on another node, has changed since it was read. */
const CHANGED_SINCE_READ = 1020;
/** Its number for a node of a cluster that takes nothing now: it joins, or has lost the others. */
const NODE_NOT_READY = 1047;
/** Its number for a commit that failed: a node that has lost the others cannot tell them of it. */
const COMMIT_FAILED = 1180;
const OFTEN = 6;
/** How often a transaction is run before its sender is told to try later, by what got in its way. */
const TRIES: ReadonlyMap<number, number> = new Map([
  [1213, OFTEN], // deadlock
  [CHANGED_SINCE_READ, OFTEN],
  [LOCK_WAIT_TIMEOUT, 2],
  [NODE_NOT_READY, 2],
  [COMMIT_FAILED, 2],
]);
const LONGEST_WAIT_MS = 40;

/** Connections of one process, and how many of them may be in a transaction at once: the others are for reading. */
const CONNECTIONS = 16;
const WRITERS = 10;

/** A busy machine may take seconds to open a connection; the driver's own limit of one second refuses people for it. */
const CONNECT_TIMEOUT_MS = 8000;

/** What a session of the database may take, so that one locked row or lost query does not hold the rest up. */
const SESSION_LIMITS = { max_statement_time: 30, innodb_lock_wait_timeout: 4 };

/**
 * In a cluster every read waits until its node has what was committed anywhere before it: what somebody wrote a moment ago
 * over another node is there. A database by itself takes no notice.
 */
const READ_OWN_WRITES = { wsrep_sync_wait: 1 };

/** Opens the pool that requests and jobs share. */
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

/** One connection that is kept and may work as long as it has to. The database ends it when its process is killed. */
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

/** A statement by itself that another writer got in the way of changed nothing, and is done again as a transaction is. */
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

/** MariaDB's error number behind a Sequelize error, 0 when there is none. */
export function databaseErrno(error: unknown): number {
  const parent = (error as { parent?: { errno?: number } } | null)?.parent;
  return parent?.errno ?? 0;
}

/** Whether the database gave up waiting or working: nothing is wrong with what was asked. */
function isTimeout(error: unknown): boolean {
  return [LOCK_WAIT_TIMEOUT, STATEMENT_TIMEOUT].includes(databaseErrno(error));
}

/** Whether another writer or the state of a cluster got in the way: the same may go through in a moment. */
function isPassing(error: unknown): boolean {
  return TRIES.has(databaseErrno(error));
}

/** Whether the database is away, or busy with others: nothing is wrong with what was asked, and later it may go through. */
export function isForLater(error: unknown): boolean {
  const gaveUp = error instanceof ProblemError && error.code === 'server.busy';
  return (
    gaveUp || error instanceof ConnectionError || isBroken(error) || isTimeout(error) || isPassing(error)
  );
}

/** Whether the connection to the database broke in the middle of a query. */
function isBroken(error: unknown): boolean {
  return error instanceof DatabaseError && (error.parent as { fatal?: boolean }).fatal === true;
}

/** Whether the database has no room left for what is written. */
export function isFull(error: unknown): boolean {
  return [DISK_FULL, TABLE_FULL, WRITE_FAILED].includes(databaseErrno(error));
}

/** Whether the database refused a row because another has its key. */
export function isDuplicate(error: unknown): boolean {
  return databaseErrno(error) === DUPLICATE_KEY;
}

/** What MariaDB said of an error, empty when it said nothing. */
function sqlMessageOf(error: unknown): string {
  return (error as { parent?: { sqlMessage?: string } } | null)?.parent?.sqlMessage ?? '';
}

/** Name of the key that another row has, 'PRIMARY' for the id of a row; null for any other error. */
export function duplicateKey(error: unknown): string | null {
  if (!isDuplicate(error)) return null;
  return /for key '(?:[^'.]*\.)?([^']*)'/.exec(sqlMessageOf(error))?.[1] ?? '';
}

/** The column that points at a row that is not there; null for any other error. */
export function danglingColumn(error: unknown): string | null {
  if (databaseErrno(error) !== NO_REFERENCED_ROW) return null;
  return /FOREIGN KEY \(`([^`]+)`\)/.exec(sqlMessageOf(error))?.[1] ?? '';
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
