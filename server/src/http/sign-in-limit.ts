import { QueryTypes } from 'sequelize';
import { rateLimit, type Store } from 'express-rate-limit';
import { ipKeyGenerator } from 'express-rate-limit';
import type { RequestHandler } from 'express';
import { ProblemError } from '@gantelet/contracts';
import type { Database } from '../db/database.js';

const WINDOW_MS = 5 * 60_000;
const TRIES_PER_WINDOW = 10;

/** Counts failed sign-ins per address and name in the database, so that every server instance sees the same count. */
export function limitSignIns(database: Database): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit: TRIES_PER_WINDOW,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    store: triesInDatabase(database),
    keyGenerator: (request) => `${ipKeyGenerator(request.ip ?? '')} ${signInNameOf(request.body)}`,
    handler: (_request, _response, next) => {
      next(new ProblemError('session.too-many', { seconds: WINDOW_MS / 1000 }));
    },
  });
}

function signInNameOf(body: unknown): string {
  const name = (body as { signInName?: unknown } | null)?.signInName;
  return typeof name === 'string' ? name.trim().toLowerCase().slice(0, 40) : '';
}

/** The package's store contract over one table; each count is one atomic statement. */
function triesInDatabase({ sequelize, tables }: Database): Store {
  return {
    async increment(who) {
      const resetsAt = new Date(Date.now() + WINDOW_MS);
      await sequelize.query(
        `INSERT INTO sign_in_tries (who, tries, resets_at) VALUES (:who, 1, :resetsAt)
         ON DUPLICATE KEY UPDATE tries = IF(resets_at < :now, 1, tries + 1),
                                 resets_at = IF(resets_at < :now, :resetsAt, resets_at)`,
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
