import { createHash, timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { QueryTypes } from 'sequelize';
import { ProblemError } from '@gantelet/contracts';
import type { Database } from '../db/database.js';

/** What a process reports to monitoring. */
export interface Metrics {
  /** Times every request by route, never by person. */
  readonly timing: RequestHandler;
  /** Answers in the Prometheus text format, to callers with the token. */
  readonly answer: RequestHandler;
}

/** From a page that appears at once to one that nobody waits for. Seconds. */
const BUCKETS_S = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** Work waiting in the database, counted on request. */
const WAITING: readonly { readonly name: string; readonly help: string; readonly sql: string }[] = [
  {
    name: 'gantelet_jobs_open',
    help: 'Fits and plans that are queued or run',
    sql: `SELECT COUNT(*) AS value FROM jobs WHERE state IN ('queued', 'running')`,
  },
  {
    name: 'gantelet_book_unsealed',
    help: 'Entries of the book that have no seal yet',
    sql: 'SELECT COUNT(*) AS value FROM book_entries WHERE place IS NULL',
  },
  {
    name: 'gantelet_machines_stopped',
    help: 'Machines that stand for a missing piece of a needle',
    sql: `SELECT COUNT(DISTINCT machine_id) AS value FROM safety_stops WHERE id NOT IN (SELECT stop_id FROM clearances)`,
  },
];

/**
 * @param token expected as a bearer token; null refuses everybody
 */
export function metricsOf({ sequelize }: Pick<Database, 'sequelize'>, token: string | null): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const durations = new Histogram({
    name: 'gantelet_http_request_seconds',
    help: 'Time to answer a request, by route and status; streams are left out',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS_S,
    registers: [registry],
  });
  for (const { name, help, sql } of WAITING)
    new Gauge({
      name,
      help,
      registers: [registry],
      async collect() {
        const [row] = await sequelize.query<{ value: number }>(sql, { type: QueryTypes.SELECT });
        this.set(Number(row?.value ?? 0));
      },
    });
  return {
    timing: (request, response, next) => {
      const began = performance.now();
      response.once('finish', () => {
        const route = (request.route as { path?: string } | undefined)?.path;
        if (route === undefined || response.getHeader('content-type') === 'text/event-stream') return;
        const labels = { method: request.method, route, status: String(response.statusCode) };
        durations.observe(labels, (performance.now() - began) / 1000);
      });
      next();
    },
    answer: async (request, response) => {
      if (token === null || !carries(request.header('authorization'), token))
        throw new ProblemError('route.unknown');
      response.type(registry.contentType).send(await registry.metrics());
    },
  };
}

/** Compared by digests, so that timing reveals nothing about the token. */
function carries(header: string | undefined, token: string): boolean {
  const digest = (text: string) => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(header ?? ''), digest(`Bearer ${token}`));
}
