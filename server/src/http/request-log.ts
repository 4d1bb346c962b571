import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** Headers that let somebody in. */
const SECRET_HEADERS = ['cookie', 'authorization', 'x-csrf-token'].map((name) => `req.headers["${name}"]`);
/** A calendar's address is its key: whoever has it reads the rounds of a person. */
const CALENDAR = /(\/api\/rounds\/calendars\/)[^/?]+/;

/** An address without what lets somebody in. */
export const withoutSecrets = (url: string): string => url.replace(CALENDAR, '$1[hidden]');

/** Logs each request without anything that lets somebody in. */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
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
