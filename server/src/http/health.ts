import { setTimeout as pause } from 'node:timers/promises';
import type { RequestHandler } from 'express';
import { ProblemError } from '@gantelet/contracts';
import type { Database } from '../db/database.js';

/** The longest a health check may take. */
const ANSWER_WITHIN_MS = 800;

/** Says that the process is alive, whatever state its database is in: supervisors restart one that is not. */
export const answerAlive: RequestHandler = (_request, response) => {
  response.json({ ok: true });
};

/** Says whether the server and its database answer: 200, or 503 without waiting long for the database. */
export function answerHealth({ sequelize }: Pick<Database, 'sequelize'>): RequestHandler {
  return async (_request, response) => {
    const answers = sequelize.authenticate().then(
      () => true,
      () => false,
    );
    const healthy = await Promise.race([answers, pause(ANSWER_WITHIN_MS, false, { ref: false })]);
    if (!healthy) throw new ProblemError('server.busy');
    response.json({ ok: true });
  };
}
