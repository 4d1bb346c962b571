import { csrfSync } from 'csrf-sync';
import connectSessionSequelize from 'connect-session-sequelize';
import session from 'express-session';
import type { Request, RequestHandler } from 'express';
import { DataTypes } from 'sequelize';
import { CSRF_HEADER } from '@gantelet/contracts';
import type { Config } from '../config.js';
import type { Database } from '../db/database.js';
import type { SessionControl } from './handle.js';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
  }
}

/** A shared tablet signs out by itself after this long without a request. */
const IDLE_MS = 60 * 60_000;

/** Sessions kept in the database, so that any instance can answer. */
export function sessionsInDatabase(
  { sequelize }: Database,
  config: Config,
): { middleware: RequestHandler; stop(): void } {
  sequelize.define(
    'sessions',
    {
      sid: { type: DataTypes.STRING(64), primaryKey: true },
      expires: DataTypes.DATE(6),
      data: DataTypes.TEXT,
    },
    { tableName: 'sessions', underscored: true },
  );
  const store = new (connectSessionSequelize(session.Store))({
    db: sequelize,
    table: 'sessions',
    expiration: IDLE_MS,
  });
  const middleware = session({
    store,
    name: 'gantelet.sid',
    secret: config.sessionSecret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure: config.behindTls, maxAge: IDLE_MS },
  });
  return { middleware, stop: () => store.stopExpiringSessions() };
}

const csrf = csrfSync({ getTokenFromRequest: (request) => request.header(CSRF_HEADER) });

/** Whether a request carries the write token of its session. */
export const carriesToken = (request: Request): boolean => csrf.isRequestValid(request);

export function sessionControl(request: Request): SessionControl {
  return {
    signIn: async (personId) => {
      await called((done) => request.session.regenerate(done));
      request.session.personId = personId;
      const token = csrf.generateToken(request, true);
      await called((done) => request.session.save(done));
      return token;
    },
    signOut: () => called((done) => request.session.destroy(done)),
    csrfToken: () => (request.session.personId ? csrf.generateToken(request) : ''),
  };
}

function called(start: (done: (error?: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    start((error) => (error ? reject(error instanceof Error ? error : new Error(String(error))) : resolve()));
  });
}
