import { monitorEventLoopDelay } from 'node:perf_hooks';
import type { RequestHandler } from 'express';
import { ProblemError, ROUTE_TABLE } from '@gantelet/contracts';

/** Requests worked on at once; beyond that more at once would only make everybody wait. Assumption. */
const AT_ONCE = 160;
/** A server whose own thread is this far behind takes on nothing more that can wait. Assumption. */
const BEHIND_MS = 800;
const LOOK_EVERY_MS = 250;

/** What must get through however busy the server is: whoever stops a machine or signs in to do so. */
const FIRST = new Set([
  'signIn',
  'signInByPin',
  'signInByBadge',
  'readSession',
  'changeNeedle',
  'reportTrouble',
]);
/** Streams stay open and wait for news: they are no load. */
const PASSED = ROUTE_TABLE.filter(({ id, streams }) => FIRST.has(id) || streams).map(({ method, path }) => ({
  method,
  pattern: new RegExp(`^${path.replace(/:\w+/g, '[^/]+')}$`),
}));

/**
 * Turns requests away at once, to be sent again, when there is more to do than the server can: some are answered
 * quickly instead of all after ten seconds.
 */
export function turnAwayOverload({ atOnce = AT_ONCE, behindMs = BEHIND_MS } = {}): RequestHandler {
  let working = 0;
  const delay = monitorEventLoopDelay({ resolution: 20 });
  delay.enable();
  let behind = false;
  setInterval(() => {
    behind = delay.percentile(50) / 1e6 > behindMs;
    delay.reset();
  }, LOOK_EVERY_MS).unref();
  return (request, response, next) => {
    const path = request.baseUrl + request.path;
    const passes = PASSED.some((one) => one.method === request.method && one.pattern.test(path));
    if (!passes && (working >= atOnce || behind)) {
      next(new ProblemError('server.overloaded'));
      return;
    }
    if (passes) {
      next();
      return;
    }
    working += 1;
    response.once('close', () => (working -= 1));
    next();
  };
}
