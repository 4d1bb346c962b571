import { createConnection } from 'mariadb';
import { quantile } from './quantile.mjs';

/** The database of a server's environment, queried directly. */
export function connectTo(env) {
  return createConnection({
    host: env.GANTELET_DB_HOST,
    port: Number(env.GANTELET_DB_PORT),
    user: env.GANTELET_DB_USER,
    password: env.GANTELET_DB_PASSWORD,
    database: env.GANTELET_DB_NAME,
  });
}

/** Signs a demo mechanic in and returns the cookie. */
export async function signIn(address) {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ signInName: 'tam', password: 'needle-and-hide' }),
  });
  if (response.status !== 200) throw new Error(`Sign-in answered ${response.status}`);
  return response.headers.getSetCookie()[0].split(';')[0];
}

/** Sorted times of some work, in ms, after `warm` warm-up runs. */
export async function timesOf(work, rounds, warm = Math.ceil(rounds / 5)) {
  for (let i = 0; i < warm; i++) await work();
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    await work();
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b);
}

/** Median and 95th percentile of some times, in whole ms. */
export function quantiles(times) {
  const sorted = [...times].sort((a, b) => a - b);
  return { p50: Math.round(quantile(sorted, 0.5)), p95: Math.round(quantile(sorted, 0.95)) };
}
