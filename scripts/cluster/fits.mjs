import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { query } from '../lib/galera.mjs';
import { ROOT } from '../lib/paths.mjs';
import { until } from '../lib/wait.mjs';
import { signedIn } from './people.mjs';

/** A fit whose server was killed is restarted by another within seconds. */
const DONE_WITHIN_MS = 120_000;
/** A fit that took its server down three times is given up. */
const MOST_TRIES = 3;

/**
 * A person who requests fits of needle life, each until it is acknowledged.
 *
 * @returns a function that requests one, and one that reports how the acknowledged ones ended
 */
export async function askForFits(parts) {
  const { routes, newId } = await import(join(ROOT, 'contracts/dist/index.js'));
  const client = await signedIn(`http://127.0.0.1:${parts.balancer.webPort}`);
  const asked = new Set();
  const ask = async () => {
    const key = newId();
    await until(async () => {
      const answer = await client.call(routes.fitLives, { key, body: {} }).catch(() => null);
      // One that is already waiting or running serves instead.
      if (answer?.status === 200) asked.add(answer.body.id);
      return answer?.status === 200;
    });
  };
  return { ask, ended: () => howTheyEnded(parts, asked) };
}

/** How many were requested, done, given up, left open, and done by more than one runner. */
async function howTheyEnded(parts, asked) {
  const read = async () =>
    (await query(parts.balancer.databasePort, 'SELECT id, state, tries FROM gantelet.jobs')).output
      .trim()
      .split('\n')
      .map((line) => line.split('\t'))
      .filter(([id]) => asked.has(id));
  const isOver = async () => (await read()).every(([, state]) => !['queued', 'running'].includes(state));
  await until(isOver, 500, DONE_WITHIN_MS).catch(() => undefined);
  const jobs = await read();
  const done = jobs.filter(([, state]) => state === 'done').length;
  const givenUp = jobs.filter(([, state, tries]) => state === 'failed' && Number(tries) >= MOST_TRIES).length;
  const times = timesDone(parts);
  const twice = [...asked].filter((id) => (times.get(id) ?? 0) > 1).length;
  return { asked: asked.size, done, givenUp, open: asked.size - done - givenUp, twice };
}

/** How often the servers' logs say that a job was done. */
function timesDone({ servers }) {
  const times = new Map();
  for (const { logFile } of servers)
    for (const [, id] of readFileSync(logFile, 'utf8').matchAll(/"job":"([\w-]+)"[^\n]*"job done"/g))
      times.set(id, (times.get(id) ?? 0) + 1);
  return times;
}
