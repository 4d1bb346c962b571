import { createHash } from 'node:crypto';
import { connect } from 'mqtt';
import { newId, topicOf } from '@gantelet/contracts';
import { connectTo, signIn } from './reach.mjs';

const TOKEN = 'b'.repeat(43);
const EVERY_MS = 1000;
const ASK_EVERY_MS = 250;
const LEAST_WAIT_MS = 20_000;

/** Registers counters straight in the database, all on the machines there are, by turns. Gives their ids. */
export async function registerCounters(env, count) {
  const db = await connectTo(env);
  const machines = await db.query('SELECT id FROM machines');
  const [person] = await db.query(`SELECT id FROM people WHERE role = 'lead'`);
  const hash = createHash('sha256').update(TOKEN).digest('hex');
  const rows = Array.from({ length: count }, (_, i) => [
    newId(),
    'counter',
    `Load ${i}`,
    false,
    hash,
    new Date(),
    person.id,
    machines[i % machines.length].id,
  ]);
  await db.batch(
    `INSERT INTO devices (id, kind, name, stand_in, token_hash, registered_at, registered_by_id, machine_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    rows,
  );
  await db.end();
  return rows.map(([id]) => id);
}

/** Lets every counter come in and send its totals every second, again and again until they are acknowledged. */
export async function startLoad(ids, port) {
  const acknowledged = [];
  const waits = [];
  let sent = 0;
  let open = 0;
  const clients = ids.map((id) =>
    connect({ host: '127.0.0.1', port, clientId: id, username: id, password: TOKEN, reconnectPeriod: 1500 }),
  );
  for (const client of clients) client.on('error', () => undefined);
  const timers = clients.map((client, i) => {
    let seq = 0;
    const send = () => {
      const message = {
        boot: 1,
        seq: seq++,
        sentAt: new Date().toISOString(),
        stitches: 12 * seq,
        motorMs: 400 * seq,
      };
      const began = performance.now();
      sent++;
      open++;
      client.publish(topicOf(ids[i], 'count'), JSON.stringify(message), { qos: 1 }, (error) => {
        open--;
        if (error) return;
        acknowledged.push(`${ids[i]} ${message.seq}`);
        waits.push(performance.now() - began);
      });
    };
    // Spread over the second, as clocks of their own would.
    return setTimeout(() => (timers[i] = setInterval(send, EVERY_MS)), (EVERY_MS * i) / ids.length);
  });
  return {
    stop: async () => {
      for (const timer of timers) clearInterval(timer);
      for (const end = Date.now() + LEAST_WAIT_MS; open > 0 && Date.now() < end;)
        await new Promise((resolve) => setTimeout(resolve, 100));
      for (const client of clients) client.end(true);
      return { sent, acknowledged, ...quantiles(waits) };
    },
  };
}

/** Asks for the floor again and again, as people do. */
export function startAsking(address) {
  const times = [];
  let [asked, lost, cookie] = [0, 0, ''];
  const ask = async () => {
    asked++;
    try {
      if (cookie === '') cookie = await signIn(address);
      const began = performance.now();
      const response = await fetch(`${address}/api/floor`, { headers: { cookie } });
      await response.text();
      if (response.ok) times.push(performance.now() - began);
      else lost++;
    } catch {
      lost++;
    }
  };
  const timer = setInterval(() => void ask(), ASK_EVERY_MS);
  return {
    soFar: () => quantiles([...times]),
    stop: () => {
      clearInterval(timer);
      return { asked, lost, ...quantiles(times) };
    },
  };
}

/** What the database holds of the load. */
export async function readKept(env) {
  const db = await connectTo(env);
  const rows = await db.query(
    `SELECT r.device_id AS id, r.seq FROM counter_readings r JOIN devices d ON d.id = r.device_id WHERE d.name LIKE 'Load %'`,
  );
  await db.end();
  return { rows: rows.length, ids: new Set(rows.map(({ id, seq }) => `${id} ${seq}`)) };
}

function quantiles(times) {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (q) => Math.round(sorted[Math.min(sorted.length - 1, Math.ceil(q * sorted.length) - 1)] ?? NaN);
  return { p50: at(0.5), p95: at(0.95) };
}
