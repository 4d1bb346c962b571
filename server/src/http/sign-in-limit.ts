import { QueryTypes } from 'sequelize';
import pLimit from 'p-limit';
import { ipKeyGenerator, rateLimit, type Store } from 'express-rate-limit';
import type { Request, RequestHandler } from 'express';
import { ProblemError } from '@gantelet/contracts';
import type { Database, Transaction } from '../db/database.js';

const WINDOW_MS = 5 * 60_000;
/** Wrong attempts on one person from one address, and on one name from anywhere. */
const [OF_A_PERSON, OF_A_NAME] = [10, 50];

/** Failed attempts within the window that block, and what they are counted by. */
interface Limit {
  readonly tries: number;
  /** Null for attempts that are not counted this way. */
  readonly by: (request: Request) => string | null;
}

const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? '');
const LIMITS: readonly Limit[] = [
  { tries: OF_A_PERSON, by: (request) => `${addressOf(request)} ${signInNameOf(request.body)}` },
  // A whole shop may share one address; only somebody guessing tries a name from many.
  { tries: 100, by: (request) => `address ${addressOf(request)}` },
  { tries: OF_A_NAME, by: (request) => `name ${signInNameOf(request.body)}` },
];

/** Sign-ins handled at once, and how many may wait: the database is there for people who are signed in. */
const AT_ONCE = 2;
const MOST_WAITING = 100;

/** Handles few sign-ins at once, and turns away those that would wait too long before they cost anything. */
function fewAtOnce(): RequestHandler {
  const inTurn = pLimit(AT_ONCE);
  return (_request, response, next) => {
    if (inTurn.pendingCount >= MOST_WAITING) {
      next(new ProblemError('server.busy'));
      return;
    }
    void inTurn(
      () =>
        new Promise<void>((resolve) => {
          response.once('close', resolve);
          if (response.closed) resolve();
          else next();
        }),
    );
  };
}

/** Counts failed sign-ins in the database, so that every server instance sees the same count. */
function limitSignIns(database: Database): readonly RequestHandler[] {
  return [fewAtOnce(), ...limited(database, LIMITS)];
}

/** Counts wrong sign-in codes separately: a wrong password does not use up anybody's code. */
function limitCodeSignIns(database: Database): readonly RequestHandler[] {
  const limits = LIMITS.map(({ tries, by }) => ({ tries, by: (request: Request) => `code ${by(request)}` }));
  return [fewAtOnce(), ...limited(database, limits)];
}

/** Keeps anyone from guessing the code of a first start. */
function limitFirstStarts(database: Database): readonly RequestHandler[] {
  return limited(database, [{ tries: 10, by: () => 'first start' }]);
}

/** Keeps anyone from guessing the password of a person who left a session open. */
function limitPasswordChanges(database: Database): readonly RequestHandler[] {
  return limited(database, [{ tries: 10, by: ({ session }) => `password ${session.personId ?? ''}` }]);
}

/** Keeps anyone from guessing PINs of many people: those of one are counted and locked over all tablets. */
function limitPins(database: Database): readonly RequestHandler[] {
  return [
    fewAtOnce(),
    ...limited(database, [
      { tries: 5, by: ({ body }) => joined('badge', textIn(body, 'deviceId'), textIn(body, 'badge')) },
      { tries: 30, by: ({ body }) => joined('pins', textIn(body, 'deviceId')) },
      { tries: 200, by: (request) => `pins ${addressOf(request)}` },
    ]),
  ];
}

/** Keeps anyone from guessing the password of a person who left a session open by way of their PIN. */
function limitPinChanges(database: Database): readonly RequestHandler[] {
  return limited(database, [{ tries: 10, by: ({ session }) => `own pin ${session.personId ?? ''}` }]);
}

/** A count over several things at once; null, and not counted, if one of them is missing. */
function joined(...parts: readonly (string | null)[]): string | null {
  return parts.includes(null) ? null : parts.join(' ');
}

function textIn(body: unknown, field: string): string | null {
  const value = (body as Readonly<Record<string, unknown>> | null | undefined)?.[field];
  return typeof value === 'string' && value !== '' ? value.slice(0, 40) : null;
}

function limited(database: Database, limits: readonly Limit[]): readonly RequestHandler[] {
  return limits.map(({ tries, by }) =>
    rateLimit({
      windowMs: WINDOW_MS,
      limit: tries,
      skipSuccessfulRequests: true,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      store: triesInDatabase(database),
      skip: (request) => by(request) === null,
      keyGenerator: (request) => by(request) ?? '',
      handler: (_request, _response, next) => {
        next(new ProblemError('session.too-many', { seconds: WINDOW_MS / 1000 }));
      },
    }),
  );
}

function signInNameOf(body: unknown): string {
  const name = (body as { signInName?: unknown } | null)?.signInName;
  return typeof name === 'string' ? name.trim().toLowerCase().slice(0, 40) : '';
}

/** Somebody who cannot sign in for now because of wrong attempts. */
interface BlockedSignIn {
  readonly personId: string;
  readonly until: Date;
}

/** People whose sign-in name, password or code is blocked now. */
export function blockedSignIns(
  { sequelize }: Database,
  now: Date,
  transaction: Transaction | null,
): Promise<BlockedSignIn[]> {
  return sequelize.query<BlockedSignIn>(
    `SELECT p.id AS personId, MAX(t.resets_at) AS until FROM sign_in_tries t JOIN people p
         ON p.active AND (t.who LIKE CONCAT('% ', p.sign_in_name) OR t.who LIKE CONCAT('% ', p.id))
      WHERE t.resets_at > :now AND t.resets_at <= :latest
        AND t.tries > IF(t.who LIKE 'name %' OR t.who LIKE 'code name %', ${OF_A_NAME}, ${OF_A_PERSON})
      GROUP BY p.id`,
    {
      ...{ type: QueryTypes.SELECT, transaction },
      replacements: { now, latest: new Date(now.getTime() + WINDOW_MS) },
    },
  );
}

/** Lets a person try again at once: a lead knows that it is them. */
export async function liftSignInBlocks(
  { sequelize }: Database,
  personId: string,
  transaction: Transaction,
): Promise<void> {
  await sequelize.query(
    `DELETE t FROM sign_in_tries t JOIN people p
         ON t.who LIKE CONCAT('% ', p.sign_in_name) OR t.who LIKE CONCAT('% ', p.id)
      WHERE p.id = :personId`,
    { replacements: { personId }, transaction },
  );
}

/**
 * The package's store contract over one table; each count is one atomic statement. A window that ends later than a
 * window can is from a clock that was set back since: it is over.
 */
function triesInDatabase({ sequelize, tables }: Database): Store {
  return {
    async increment(who) {
      const resetsAt = new Date(Date.now() + WINDOW_MS);
      await sequelize.query(
        `INSERT INTO sign_in_tries (who, tries, resets_at) VALUES (:who, 1, :resetsAt)
         ON DUPLICATE KEY UPDATE tries = IF(resets_at < :now OR resets_at > :resetsAt, 1, tries + 1),
                                 resets_at = IF(resets_at < :now OR resets_at > :resetsAt, :resetsAt, resets_at)`,
        { replacements: { who, resetsAt, now: new Date() }, type: QueryTypes.INSERT },
      );
      const row = await tables.signInTries.findByPk(who);
      return { totalHits: row?.get('tries') as number, resetTime: row?.get('resetsAt') as Date };
    },
    async decrement(who) {
      await sequelize.query('UPDATE sign_in_tries SET tries = GREATEST(0, tries - 1) WHERE who = :who', {
        replacements: { who },
        type: QueryTypes.UPDATE,
      });
    },
    async resetKey(who) {
      await tables.signInTries.destroy({ where: { who } });
    },
  };
}

/** Limits in front of each route where somebody signs in or proves who they are, by route id. */
export function signInLimits(database: Database) {
  return {
    signIn: limitSignIns(database),
    signInByCode: limitCodeSignIns(database),
    firstStart: limitFirstStarts(database),
    changePassword: limitPasswordChanges(database),
    setPin: limitPinChanges(database),
    signInByPin: limitPins(database),
    signInByBadge: limitPins(database),
  };
}
