import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import { connect } from 'mqtt';
import { newId, topicOf } from '@gantelet/contracts';
import { brokerHash, hashToken } from '../server/dist/features/device/index.js';
import { connectTo, quantiles } from './reach.mjs';

const TOKEN = 'b'.repeat(43);
const EVERY_MS = 1000;
const LEAST_WAIT_MS = 20_000;

/** Registers counters directly in the database, spread over the machines there are. Returns their ids. */
export async function registerCounters(env, count) {
  const db = await connectTo(env);
  const machines = await db.query('SELECT id FROM machines');
  const [person] = await db.query(`SELECT id FROM people WHERE role = 'lead'`);
  const hashes = [hashToken(TOKEN), brokerHash(TOKEN)];
  const rows = Array.from({ length: count }, (_, i) => [
    newId(),
    'counter',
    `Load ${i}`,
    false,
    ...hashes,
    new Date(),
    person.id,
    machines[i % machines.length].id,
  ]);
  await db.batch(
    `INSERT INTO devices (id, kind, name, stand_in, token_hash, broker_hash, registered_at, registered_by_id, machine_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    rows,
  );
  await db.end();
  return rows.map(([id]) => id);
}

/** Connects every counter and lets it send its totals every second, again and again until they are acknowledged. */
export async function startLoad(ids, port) {
  const acknowledged = [];
  const waits = [];
  let sent = 0;
  let open = 0;
  const clients = ids.map((id) =>
    connect({
      ...{ host: '127.0.0.1', port, clientId: id, username: id, password: TOKEN },
      // A refused one reconnects: an external broker learns of new devices a moment later.
      ...{ reconnectPeriod: 1500, reconnectOnConnackError: true },
    }),
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
        acknowledged.push({ id: `${ids[i]} ${message.seq}`, at: Date.now() });
        waits.push(performance.now() - began);
      });
    };
    // Spread over the second, as if by clocks of their own.
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

/** Requests the floor meanwhile; reports times and losses, so far or in total. */
export function startAsking(address, everyMs = 250, atOnce = 1) {
  const workerData = { address, everyMs, atOnce };
  const asker = new Worker(new URL('./ask-floor.mjs', import.meta.url), { workerData });
  const soFar = async () => {
    asker.postMessage('so far');
    const [said] = await once(asker, 'message');
    return said;
  };
  const stop = async () => {
    const said = await soFar();
    await asker.terminate();
    return said;
  };
  return { soFar, stop };
}

/** What the database holds of the load: rows, and each message once as `counter seq`. */
export async function readKept(env) {
  const db = await connectTo(env);
  const rows = await db.query(
    `SELECT r.device_id AS id, r.seq FROM counter_readings r JOIN devices d ON d.id = r.device_id WHERE d.name LIKE 'Load %'`,
  );
  await db.end();
  return { rows: rows.length, ids: new Set(rows.map(({ id, seq }) => `${id} ${seq}`)) };
}
