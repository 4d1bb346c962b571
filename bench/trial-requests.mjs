import { newId, ROUTE_TABLE } from '@gantelet/contracts';
import { connectTo } from './reach.mjs';

/** Values that a careless or malicious person might send. */
const ODD = [
  null,
  true,
  -1,
  0,
  0.1,
  1e15,
  1e308,
  '',
  ' ',
  'x',
  'x'.repeat(5000),
  '0,75',
  'NaN',
  "' OR 1=1 --",
  '\u0000',
  '\u202e',
  '../../etc/passwd',
  '2026-13-45',
  '9999-12-31T23:59:59.999Z',
  '1970-01-01T00:00:00.000Z',
  [],
  [[]],
  {},
  { __proto__: null },
  [null],
  'constructor',
  '=1+1',
  '<script>',
  '\ud800',
  4_294_967_296,
  -0,
  '01a00000-0000-7000-8000-000000000000',
];
const BATCH = 250;

/**
 * Sends mutated requests to every route, as people of every role. Returns how many got a server error, and how many
 * batches of refusals changed the number of rows of any table.
 */
export async function sendMutated(environment, people, count, random) {
  const db = await connectTo(environment);
  try {
    return await sendBatches(db, people, count, random);
  } finally {
    await db.end();
  }
}

async function sendBatches(db, people, count, random) {
  const tables = (
    await db.query(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()
        AND table_name NOT IN ('sessions', 'sign_in_tries', 'jobs', 'counter_readings', 'counter_hours', 'needle_counts')`,
    )
  ).map(({ name }) => name);
  const rows = async () => {
    const sums = tables.map((name) => `(SELECT COUNT(*) FROM ${name})`).join(', ');
    return JSON.stringify(
      await db.query({ sql: `SELECT CONCAT_WS(',', ${sums}) AS counts`, rowsAsArray: true }),
    );
  };
  const pick = (from) => from[Math.floor(random() * from.length)];
  // Signing in has limits of its own, and a stream does not end.
  const routes = ROUTE_TABLE.filter(
    ({ id, streams }) => !streams && !['signIn', 'signOut', 'signOutEverywhere'].includes(id),
  );
  const outcome = { sent: 0, faults: 0, written: 0, statuses: new Map(), faulty: new Set() };
  while (outcome.sent < count) {
    const before = await rows();
    const answers = await Promise.all(
      Array.from({ length: BATCH }, async () => {
        const route = pick(routes);
        const path = route.path.replace(/:\w+/g, () => (random() < 0.7 ? newId() : inAddress(pick(ODD))));
        const query = random() < 0.2 ? `?${pick(['q', 'before', 'x'])}=${inAddress(pick(ODD))}` : '';
        const answered = await pick(people)
          .send(
            route.method,
            path + query,
            route.method === 'GET' ? undefined : bodyFor(route, random, pick),
            newId(),
          )
          .catch((error) => ({ status: 599, body: String(error) }));
        outcome.statuses.set(answered.status, (outcome.statuses.get(answered.status) ?? 0) + 1);
        if (answered.status >= 500 && answered.status !== 503) {
          outcome.faults++;
          outcome.faulty.add(`${answered.status} ${route.id}`);
        }
        return { write: route.method !== 'GET', status: answered.status };
      }),
    );
    outcome.sent += BATCH;
    const allRefused = answers.every(({ write, status }) => !write || status >= 400);
    if (allRefused && (await rows()) !== before) outcome.written++;
  }
  return outcome;
}

const inAddress = (value) => encodeURIComponent(String(JSON.stringify(value)).toWellFormed());

/** A body with the fields of a route, each odd or left out, and now and then something else altogether. */
function bodyFor(route, random, pick) {
  if (random() < 0.1) return pick(ODD);
  const fields = Object.keys(route.body.shape ?? route.body.def?.in?.shape ?? {});
  const body = Object.fromEntries(fields.flatMap((name) => (random() < 0.85 ? [[name, pick(ODD)]] : [])));
  return random() < 0.1 ? { ...body, surprise: pick(ODD) } : body;
}
