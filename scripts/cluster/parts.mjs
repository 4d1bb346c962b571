import { join } from 'node:path';
import { startBalancer } from '../lib/balancer.mjs';
import { query, startGalera, stopGalera } from '../lib/galera.mjs';
import { placeMosquitto } from '../lib/mosquitto.mjs';
import { freePort } from '../lib/ports.mjs';
import { say } from '../lib/say.mjs';
import { keepBrokerFiles, prepareDatabase, startIngester, startServer } from '../lib/server.mjs';
import { until } from '../lib/wait.mjs';

const SERVERS = 2;
const INGESTERS = 2;

/**
 * A whole cluster on loopback with the demo in it: three Galera nodes, HAProxy, an external broker with the process
 * that keeps its files, two servers and two ingesters. `stop` ends all of it, even if it did not start completely.
 */
export async function startCluster(home) {
  const parts = { home, galera: null, balancer: null, broker: null, files: null, servers: [], ingesters: [] };
  const stop = () => stopAll(parts);
  Object.assign(parts, { stop });
  try {
    await begin(parts);
  } catch (error) {
    await stop();
    throw error;
  }
  return parts;
}

async function begin(parts) {
  const { home } = parts;
  say('Three nodes ...');
  parts.galera = await startGalera(home, 3);
  await prepareDatabase(home, parts.galera.environmentAt(parts.galera.nodes[0].port));
  const serverPorts = await Promise.all(Array.from({ length: SERVERS }, freePort));
  parts.balancer = await startBalancer(home, parts.galera.nodes, serverPorts);
  await until(async () => (await query(parts.balancer.databasePort, 'SELECT 1')).code === 0);
  parts.broker = await placeMosquitto(home);
  parts.files = keepBrokerFiles(home, environmentOf(parts), parts.broker.files, logOf(parts, 'broker-files'));
  await parts.broker.start();
  for (const port of serverPorts) {
    const log = logOf(parts, `server-${port}`);
    const one = { ...log, start: () => startServer(home, environmentOf(parts), port, log) };
    parts.servers.push(Object.assign(one, { process: await one.start() }));
  }
  for (let i = 1; i <= INGESTERS; i++) {
    const one = {
      start: () => startIngester(home, environmentOf(parts), String(i), logOf(parts, `ingester-${i}`)),
    };
    parts.ingesters.push(Object.assign(one, { process: await one.start() }));
  }
}

/** A server's configuration: the database through the balancer, and the broker. It logs the jobs it has done. */
export function environmentOf({ galera, balancer, broker }) {
  const database = galera.environmentAt(balancer.databasePort);
  return { ...database, GANTELET_BROKER: broker.url, GANTELET_LOG_LEVEL: 'info' };
}

function logOf({ home }, name) {
  return { logFile: join(home, `${name}.log`) };
}

/** Kills one of our processes as a power cut would, and starts it again. */
export async function killAndStart(some) {
  for (const one of some) one.process.child.kill('SIGKILL');
  for (const one of some) {
    await one.process.ended;
    one.process = await one.start();
  }
}

async function stopAll({ galera, balancer, broker, files, servers, ingesters }) {
  for (const one of [...servers, ...ingesters]) await one.process.stop();
  await files?.stop();
  await broker?.stopForGood();
  await balancer?.stop();
  if (galera) await stopGalera(galera);
}
