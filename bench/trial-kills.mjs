import { newId } from '@gantelet/contracts';
import { connectTo } from './reach.mjs';

const JSON_TYPE = { 'content-type': 'application/json' };
const PATIENCE_MS = 60_000;
/** An answer that takes longer counts as none. */
const ANSWER_WITHIN_MS = 20_000;

/** A demo person using the API, who retries with the same key until there is an answer. */
export async function personAt(addressOf, signInName, password, onStatus = () => undefined) {
  let cookie = '';
  let token = '';
  async function signIn() {
    const answered = await fetch(`${addressOf()}/api/session`, {
      method: 'POST',
      headers: JSON_TYPE,
      body: JSON.stringify({ signInName, password }),
    });
    if (answered.status !== 200) return false;
    cookie = answered.headers.getSetCookie()[0].split(';')[0];
    token = (await answered.json()).csrfToken;
    return true;
  }
  async function send(method, path, body, key) {
    const headers = { ...JSON_TYPE, cookie, 'x-csrf-token': token, 'idempotency-key': key ?? '' };
    const answered = await fetch(addressOf() + path, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
    });
    onStatus(answered.status);
    return { status: answered.status, body: await answered.json().catch(() => null) };
  }
  /** The server's final answer; null if it gives none for a minute. */
  async function surely(method, path, body, key) {
    for (const end = Date.now() + PATIENCE_MS; Date.now() < end; await pause(50)) {
      const answered = await send(method, path, body, key).catch(() => null);
      if (answered?.status === 401 || answered?.status === 403) await signIn().catch(() => false);
      else if (answered && answered.status < 500) return answered;
    }
    return null;
  }
  return { signIn, send, surely };
}

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Mixed writes by several people until told to stop: each has machines of their own, changes needles, breaks some
 * with a piece missing, reports and logs. Returns what was acknowledged, and what should be stored according to a
 * model.
 */
export function startWrites(people, machines, random) {
  const acknowledged = [];
  const inMachine = new Map(machines.map(({ id, needle }) => [id, needle?.installId ?? null]));
  const missing = new Map(machines.map(({ id, stops }) => [id, stops.length]));
  let stopped = false;
  let refused = 0;
  const own = (n) => machines.filter((_, i) => i % people.length === n);
  const working = people.map(async (person, n) => {
    while (!stopped) {
      const machine = own(n)[Math.floor(random() * own(n).length)];
      const key = newId();
      const at = new Date().toISOString();
      const lost = random() < 0.1;
      const write =
        random() < 0.6
          ? {
              table: 'needle_installs',
              path: `/api/machines/${machine.id}/needle-changes`,
              body: {
                removesInstallId: inMachine.get(machine.id),
                cause: lost ? 'accident' : 'scheduled',
                fragments: lost ? 'missing' : 'whole',
                needle: kindOf(machine.needle),
                changedAt: at,
              },
            }
          : {
              table: 'trouble_reports',
              path: `/api/machines/${machine.id}/reports`,
              body: { trouble: 'clunk', reportedAt: at },
            };
      const answered = await person.surely('POST', write.path, write.body, key);
      if (answered?.status !== 200) {
        refused++;
        continue;
      }
      acknowledged.push({ table: write.table, key });
      if (write.table !== 'needle_installs') continue;
      inMachine.set(machine.id, key);
      if (lost) missing.set(machine.id, missing.get(machine.id) + 1);
    }
  });
  return {
    stop: async () => {
      stopped = true;
      await Promise.all(working);
      return { acknowledged, inMachine, missing, refused };
    },
  };
}

const kindOf = ({ systemId, nm, pointId, finishId }) => ({ systemId, nm, pointId, finishId });

/** Compares the database with what was acknowledged. */
export async function judge(environment, { acknowledged, inMachine, missing }, machinesNow) {
  const db = await connectTo(environment);
  const lost = [];
  for (const table of ['needle_installs', 'trouble_reports']) {
    const rows = new Set((await db.query(`SELECT id FROM ${table}`)).map(({ id }) => id));
    for (const { table: its, key } of acknowledged) if (its === table && !rows.has(key)) lost.push(key);
  }
  const [{ doubled }] = await db.query(
    `SELECT COUNT(*) AS doubled FROM (SELECT install_id FROM needle_removals GROUP BY install_id HAVING COUNT(*) > 1) d`,
  );
  await db.end();
  const running = machinesNow.filter(
    ({ id, stops, age }) => stops.length !== missing.get(id) || (stops.length > 0 && age?.state !== 'stop'),
  );
  const astray = machinesNow.filter(({ id, needle }) => (needle?.installId ?? null) !== inMachine.get(id));
  return { lost: lost.length, doubled: Number(doubled), running: running.length, astray: astray.length };
}
