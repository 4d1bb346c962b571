import { randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { REQUEST_ID_HEADER } from '@gantelet/contracts';

/** Headers with credentials. */
const SECRET_HEADERS = ['cookie', 'authorization', 'x-csrf-token'].map((name) => `req.headers["${name}"]`);
/** A calendar's address is its key: anyone who has it can read a person's rounds. */
const CALENDAR = /(\/api\/rounds\/calendars\/)[^/?]+/;

/** What a client may use as a request id: nothing that would break a log line. */
const REQUEST_ID = /^[\w-]{8,64}$/;

/** An address without credentials. */
export const withoutSecrets = (url: string): string => url.replace(CALENDAR, '$1[hidden]');

/** Logs each request without credentials. */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
    genReqId: (request, response) => {
      const sent = request.headers[REQUEST_ID_HEADER.toLowerCase()];
      const id = typeof sent === 'string' && REQUEST_ID.test(sent) ? sent : randomUUID();
      response.setHeader(REQUEST_ID_HEADER, id);
      return id;
    },
    autoLogging: { ignore: () => !log.isLevelEnabled('info') },
    redact: { paths: [...SECRET_HEADERS, 'res.headers["set-cookie"]'], censor: '[hidden]' },
    serializers: {
      req: (request: { url: string; params?: unknown }) => ({
        ...request,
        url: withoutSecrets(request.url),
        params: undefined,
      }),
    },
  });
}
