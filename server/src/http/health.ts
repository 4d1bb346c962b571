import { setTimeout as pause } from 'node:timers/promises';
import type { RequestHandler } from 'express';
import { ProblemError } from '@gantelet/contracts';
import type { Database } from '../db/database.js';

/** Whoever asks for health waits no longer. */
const ANSWER_WITHIN_MS = 800;

/** Says that the process answers, whatever its database does: a supervisor restarts one that does not. */
export const answerAlive: RequestHandler = (_request, response) => {
  response.json({ ok: true });
};

/** Says whether the server and its database answer: 200 or, soon whatever the database does, 503. */
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
