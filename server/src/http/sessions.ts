import { csrfSync } from 'csrf-sync';
import connectSessionSequelize from 'connect-session-sequelize';
import session from 'express-session';
import type { Request, RequestHandler } from 'express';
import { DataTypes, Op, QueryTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import { CSRF_HEADER, type Person } from '@gantelet/contracts';
import type { Config } from '../config.js';
import type { Database } from '../db/database.js';
import type { SessionControl } from './handle.js';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
    signedInAtMs?: number;
    /** Signed in by PIN or badge on a shared tablet. */
    onTablet?: boolean;
    /** When it was to expire at the time it was read: set only on sessions read from the database. */
    endsAtMs?: number;
    /** The person signed in, as of when it was read; null for one who has left. */
    person?: Person | null;
  }
}

/** A shared tablet signs out after this long without a request. */
const IDLE_MS = 60 * 60_000;
/** Sessions by PIN or badge expire sooner. */
const TABLET_IDLE_MS = 10 * 60_000;
/** Expiry is extended in steps of this. */
const TOUCH_EVERY_MS = 60_000;
/** Everybody signs in again after a long shift, however busy the session was. */
const LONGEST_MS = 12 * 60 * 60_000;

/** A session with its person: every request needs both, so they are read together. */
const READ_SESSION = `SELECT s.data, s.expires, p.id, p.name, p.role FROM sessions s
   LEFT JOIN people p ON p.id = s.person_id AND p.active WHERE s.sid = :sid AND s.expires > :now`;

interface SessionRow {
  sid: string;
  expires: Date;
  data: string;
  personId: string | null;
}

export interface Sessions {
  readonly middleware: RequestHandler;
  /** Those of some sessions that are still valid. */
  standing(sids: readonly string[]): Promise<ReadonlySet<string>>;
  /** Ends every session of a person, on all devices. */
  endAll(personId: string): Promise<void>;
}

/**
 * Sessions stored in the database, so that any instance can answer. An expired one is invalid, whether or not it was
 * deleted.
 */
export function sessionsInDatabase({ sequelize }: Database, config: Config): Sessions {
  const rows = sequelize.define<Model<SessionRow, Partial<SessionRow>>>(
    'sessions',
    {
      sid: { type: DataTypes.STRING(64), primaryKey: true },
      expires: DataTypes.DATE(6),
      data: DataTypes.TEXT,
      personId: DataTypes.STRING(36),
    },
    { tableName: 'sessions', underscored: true },
  );
  const store = new (liveStore(sequelize, rows))({
    db: sequelize,
    table: 'sessions',
    expiration: IDLE_MS,
    // Expired sessions are invalid and are pruned with the rest (jobs/prune.ts).
    checkExpirationInterval: 0,
    extendDefaultFields: (defaults: object, data: { personId?: string }) => ({
      ...defaults,
      personId: data.personId ?? null,
    }),
  });
  const kept = session({
    store,
    name: 'gantelet.sid',
    secret: config.sessionSecret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure: config.behindTls, maxAge: IDLE_MS },
  });
  return {
    middleware: (request, response, next) => {
      kept(request, response, (error?: unknown) => {
        if (error) next(error);
        else endWhenTooLong(request).then(() => next(), next);
      });
    },
    standing: async (sids) => {
      const found = await rows.findAll({
        attributes: ['sid'],
        where: { sid: { [Op.in]: [...sids] }, ...notOver() },
      });
      return new Set(found.map((row) => row.get('sid') as string));
    },
    endAll: async (personId) => void (await rows.destroy({ where: { personId } })),
  };
}

const notOver = () => ({ expires: { [Op.gt]: new Date() } });

type SessionOfPerson = Pick<SessionRow, 'data' | 'expires'> & (Person | { readonly id: null });

function sessionOf({ data, expires, ...person }: SessionOfPerson): session.SessionData {
  const kept = JSON.parse(data) as session.SessionData;
  return { ...kept, endsAtMs: expires.getTime(), person: person.id === null ? null : person };
}

/** The package's store, except that an expired session does not exist and cannot be extended. */
function liveStore(sequelize: Sequelize, rows: ModelStatic<Model<SessionRow, Partial<SessionRow>>>) {
  return class extends connectSessionSequelize(session.Store) {
    override get(sid: string, done: (error: unknown, data?: session.SessionData | null) => void): void {
      sequelize
        .query<SessionOfPerson>(READ_SESSION, {
          type: QueryTypes.SELECT,
          replacements: { sid, now: new Date() },
        })
        .then(([row]) => done(null, row ? sessionOf(row) : null), done);
    }
    override readonly touch = (
      sid: string,
      data: session.SessionData,
      done?: (error: unknown) => void,
    ): void => {
      const expires = new Date(data.cookie.expires ?? Date.now() + IDLE_MS);
      // A read that extends the session by seconds is not worth a write to disk.
      const early = new Date(expires.getTime() - TOUCH_EVERY_MS);
      if ((data.endsAtMs ?? 0) >= early.getTime()) return done?.(null);
      const where = { sid, expires: { [Op.gt]: new Date(), [Op.lt]: early } };
      rows.update({ expires }, { where }).then(
        () => done?.(null),
        (error: unknown) => done?.(error),
      );
    };
  };
}

/** Ends a session that has lasted too long, and lets no request extend it beyond that. */
async function endWhenTooLong({ session: current }: Request): Promise<void> {
  const { personId, signedInAtMs = 0, onTablet = false, cookie } = current;
  if (personId === undefined) return;
  const leftMs = signedInAtMs + LONGEST_MS - Date.now();
  if (leftMs > 0) cookie.maxAge = Math.min(onTablet ? TABLET_IDLE_MS : IDLE_MS, leftMs);
  else await called((done) => current.regenerate(done));
}

const csrf = csrfSync({ getTokenFromRequest: (request) => request.header(CSRF_HEADER) });

/** Whether a request carries its session's CSRF token. */
export const carriesToken = (request: Request): boolean => csrf.isRequestValid(request);

export function sessionControl(request: Request, sessions: Pick<Sessions, 'endAll'>): SessionControl {
  const signIn = async (personId: string, onTablet = false): Promise<string> => {
    await called((done) => request.session.regenerate(done));
    request.session.personId = personId;
    request.session.signedInAtMs = Date.now();
    if (onTablet) {
      request.session.onTablet = true;
      request.session.cookie.maxAge = TABLET_IDLE_MS;
    }
    const token = csrf.generateToken(request, true);
    await called((done) => request.session.save(done));
    return token;
  };
  return {
    signIn: (personId) => signIn(personId),
    signInOnTablet: (personId) => signIn(personId, true),
    renew: async (personId, signedIn) => {
      const onTablet = signedIn === 'as before' && request.session.onTablet === true;
      await sessions.endAll(personId);
      return signIn(personId, onTablet);
    },
    get onTablet() {
      return request.session.onTablet === true;
    },
    signOut: () => called((done) => request.session.destroy(done)),
    signOutEverywhere: async () => {
      const { personId } = request.session;
      if (personId !== undefined) await sessions.endAll(personId);
      await called((done) => request.session.destroy(done));
    },
    csrfToken: () => (request.session.personId ? csrf.generateToken(request) : ''),
  };
}

function called(start: (done: (error?: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    start((error) => (error ? reject(error instanceof Error ? error : new Error(String(error))) : resolve()));
  });
}
