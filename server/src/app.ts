import { randomBytes } from 'node:crypto';
import compression from 'compression';
import express, { Router, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Logger } from 'pino';
import { openApiOf, ProblemError, ROUTE_TABLE } from '@gantelet/contracts';
import type { Config } from './config.js';
import type { Database } from './db/database.js';
import { handlersOf } from './handlers.js';
import { enterInBook } from './features/book/index.js';
import { openDeviceLine, openGate } from './features/device/index.js';
import { mountRoutes } from './http/mount.js';
import { answerAlive, answerHealth } from './http/health.js';
import { metricsOf, type Metrics } from './http/metrics.js';
import { openStreams } from './http/open-streams.js';
import { turnAwayOverload } from './http/overload.js';
import { answerProblems, BODY_LIMIT, LIST_LIMIT, refuseDeepJson, unknownRoute } from './http/problems.js';
import { requestLog } from './http/request-log.js';
import { sealUnder } from './http/seal.js';
import { sessionsInDatabase } from './http/sessions.js';
import { signInLimits } from './http/sign-in-limit.js';
import { nonceOf, webFiles } from './http/web-files.js';

const API_VERSION = '0.1.0';

export interface App {
  readonly express: Express;
  /** Stops everything the application runs in the background. */
  stop(): void;
}

export interface AppOptions {
  readonly config: Config;
  readonly database: Database;
  readonly log: Logger;
  readonly now?: () => Date;
  readonly checkReplies?: boolean;
}

/**
 * The whole application on top of one database. It keeps no state between requests that another instance would need.
 */
export function createApp({
  config,
  database,
  log,
  now = () => new Date(),
  checkReplies = false,
}: AppOptions): App {
  const app = express();
  const sessions = sessionsInDatabase(database, config);
  const line = openDeviceLine(config.broker);
  const gate = openGate(database);
  const seal = sealUnder(config.sessionSecret);
  const ends = new AbortController();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  // Only configured proxies are trusted to say where a request came from.
  app.set('trust proxy', [...config.trustedProxies]);
  const metrics = metricsOf(database, config.metricsToken);
  app.use(requestLog(log), metrics.timing);
  app.use((_request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64');
    next();
  });
  app.use(securityHeaders(config));
  app.use(compression({ level: 1 }));
  app.use('/api', neverStored);
  app.use(ofItself(database, metrics));
  app.use('/api', turnAwayOverload(), wantTls(config), sessions.middleware);
  app.use('/api', jsonBodies(), refuseDeepJson);
  app.use(
    mountRoutes(handlersOf({ database, line, now, config }), {
      database,
      now,
      checkReplies,
      streams: openStreams((sids) => sessions.standing(sids), ends.signal),
      sessions,
      seal,
      enter: (deed, tx) => enterInBook({ database, seal }, deed, tx),
      letsIn: (id, token) => gate({ id, token }),
      before: signInLimits(database),
    }),
  );
  app.use('/api', unknownRoute);
  if (config.webRoot !== null) app.use(webFiles(config.webRoot));
  app.use(unknownRoute);
  app.use(answerProblems(log));
  return {
    express: app,
    stop: () => {
      ends.abort();
      line.stop();
    },
  };
}

/** Reads JSON: lists from spreadsheets may be larger than anything that people type. */
function jsonBodies(): RequestHandler {
  const lists = new Set(ROUTE_TABLE.filter(({ takesList }) => takesList).map(({ path }) => path));
  const [typed, listed] = [BODY_LIMIT, LIST_LIMIT].map((limit) => express.json({ limit, strict: true }));
  return (request, response, next) =>
    (lists.has(request.baseUrl + request.path) ? listed : typed)!(request, response, next);
}

/** What the server says about itself, to anyone and without a session. */
function ofItself(database: Database, metrics: Metrics): Router {
  // Generated on first use: it would add a fifth of a second to every start.
  let openApi: string | undefined;
  return Router()
    .get('/api/alive', answerAlive)
    .get('/api/health', answerHealth(database))
    .get('/metrics', metrics.answer)
    .get('/api/openapi.json', (_request, response) => {
      openApi ??= JSON.stringify(openApiOf(ROUTE_TABLE, API_VERSION));
      response.type('json').send(openApi);
    });
}

/** API answers hold for this moment and this person only. */
const neverStored: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

/**
 * Behind TLS the browser returns a cookie over TLS only: over plain HTTP a sign-in would seem to work and then be
 * forgotten.
 */
function wantTls({ behindTls }: Config): RequestHandler {
  return (request, _response, next) => {
    next(behindTls && !request.secure ? new ProblemError('session.no-tls') : undefined);
  };
}

/**
 * Nothing from outside, no inline scripts, and only the application's own styles and those it adds with its nonce.
 */
function securityHeaders(config: Config) {
  const withNonce = (_request: IncomingMessage, response: ServerResponse) =>
    `'nonce-${nonceOf(response as never)}'`;
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", withNonce],
        styleSrc: ["'self'", withNonce],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: config.behindTls,
  });
}
