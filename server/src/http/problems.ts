import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { DatabaseError } from 'sequelize';
import { danglingColumn, duplicateKey, isForLater, isFull } from '../db/database.js';
import { IDEMPOTENCY_HEADER, PROBLEM_MEDIA_TYPE, ProblemError, problemOf } from '@gantelet/contracts';

const TRY_LATER = 503;
const TRY_AFTER_S = '1';

/** Largest request body accepted, and the largest list. */
export const BODY_LIMIT = '256kb';
export const LIST_LIMIT = '8mb';

/** The one place where anything thrown becomes a problem document. Only our own faults are logged as errors. */
export function answerProblems(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = asProblem(error);
    if (problem.code === 'server.fault' || problem.code === 'server.full') log.error(error);
    const { status } = problemOf(problem);
    if (status === TRY_LATER) response.set('Retry-After', TRY_AFTER_S);
    response
      .status(status)
      .type(PROBLEM_MEDIA_TYPE)
      .send(JSON.stringify(problemOf(problem)));
  };
}

/** Nothing that people enter is nested deeper. */
const DEEPEST_JSON = 32;

/**
 * Refuses a body nested so deeply that parsing it could exhaust the stack. Descends level by level, without
 * recursion.
 */
export const refuseDeepJson: RequestHandler = (request, _response, next) => {
  let level: readonly unknown[] = [request.body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST_JSON) throw new ProblemError('request.too-deep', { limit: DEEPEST_JSON });
    level = level.flatMap((value) =>
      typeof value === 'object' && value !== null ? Object.values(value as object) : [],
    );
  }
  next();
};

/** Answers any address that no route matched. */
export const unknownRoute: RequestHandler = () => {
  throw new ProblemError('route.unknown');
};

function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (isForLater(error)) return new ProblemError('server.busy');
  if (isFull(error)) return new ProblemError('server.full');
  const clash = clashOf(error);
  if (clash) return clash;
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  if (type === 'entity.too.large')
    return new ProblemError('request.too-large', {
      limit: (error as { limit: number }).limit > 1e6 ? LIST_LIMIT : BODY_LIMIT,
    });
  const fromBodyOrAddress = status !== undefined && status >= 400 && status < 500;
  if (fromBodyOrAddress && !(error instanceof DatabaseError)) return new ProblemError('request.malformed');
  return new ProblemError('server.fault');
}

/** What the database refused because something exists or is missing: somebody was faster, or sent a wrong id. */
function clashOf(error: unknown): ProblemError | null {
  const key = duplicateKey(error);
  if (key === 'PRIMARY')
    return new ProblemError('key.reused', {}, [{ path: IDEMPOTENCY_HEADER, message: 'a new UUIDv7' }]);
  if (key !== null) return new ProblemError('entry.clash');
  const column = danglingColumn(error);
  if (column === null) return null;
  const path = `body.${column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase())}`;
  return new ProblemError('entry.dangling', {}, [{ path, message: 'the id of something that is there' }]);
}
