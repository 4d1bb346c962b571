import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { isReady, killNode, query, spawnNode, startNode } from '../lib/galera.mjs';
import { killAndStart } from './parts.mjs';
import { pause, until } from '../lib/wait.mjs';

const AWAY_MS = 8000;
/** How long a node has to come back by itself. */
const BACK_WITHIN_MS = 15_000;
const STARTS = 4;
/**
 * A killed node is started again no sooner, as in deploy/galera/restart.conf: one that reconnects before the others
 * have given up its old self can leave them without a majority for good.
 */
const RESTARTED_AFTER_MS = 8000;

/** Every way in which a part is lost and comes back, by name. */
export const KILLS = {
  node: async (parts, node) => {
    await killNode(node);
    await pause(RESTARTED_AFTER_MS);
    await comeBack(parts, node);
  },
  server: ({ servers }, _, i) => killAndStart([servers[i % servers.length]]),
  'both servers': ({ servers }) => killAndStart(servers),
  ingester: ({ ingesters }, _, i) => killAndStart([ingesters[i % ingesters.length]]),
  'frozen node': async (parts, node) => {
    node.child.kill('SIGSTOP');
    await pause(AWAY_MS);
    node.child.kill('SIGCONT');
    await backOrStarted(parts, node);
  },
  balancer: async ({ balancer }) => {
    await balancer.stop('SIGKILL');
    balancer.start();
  },
  // Its clients still reach it, but the other nodes do not.
  'node cut off': async (parts, node) => {
    await query(node.port, `SET GLOBAL wsrep_provider_options = 'gmcast.isolate=1'`);
    await pause(AWAY_MS);
    await query(node.port, `SET GLOBAL wsrep_provider_options = 'gmcast.isolate=0'`);
    await backOrStarted(parts, node);
  },
  broker: async ({ broker }) => {
    await broker.stop('SIGKILL');
    await broker.start();
  },
  'node and its records': async (parts, node) => {
    await killNode(node);
    forgetRecords(node);
    await pause(RESTARTED_AFTER_MS);
    await comeBack(parts, node);
  },
  'node during its transfer': async (parts, node) => {
    await killNode(node);
    forgetRecords(node);
    await pause(RESTARTED_AFTER_MS);
    await spawnNode(node, parts.galera.nodes);
    await until(() => isSendingTo(parts, node), 20);
    await killNode(node);
    forgetRecords(node);
    await pause(RESTARTED_AFTER_MS);
    await comeBack(parts, node);
  },
};

/** It receives everything when it joins. */
function forgetRecords({ data }) {
  rmSync(join(data, 'grastate.dat'), { force: true });
}

/** Whether another node is sending a full copy to one. */
async function isSendingTo({ galera }, node) {
  for (const other of galera.nodes.filter((one) => one !== node)) {
    const { output } = await query(other.port, `SHOW STATUS LIKE 'wsrep_local_state_comment'`);
    if (output.includes('Donor')) return true;
  }
  return false;
}

/** A node that was away too long leaves for good and says so: a watchdog starts it again. */
async function backOrStarted({ galera }, node) {
  await pause(2000);
  const isBack = await until(() => isReady(node), 300, BACK_WITHIN_MS).then(
    () => true,
    () => false,
  );
  if (isBack) return;
  await killNode(node);
  await comeBack({ galera }, node);
}

/**
 * Starts the nodes that ended by themselves, as their unit does. With one down unnoticed, the next kill leaves one of
 * three, which has no majority.
 *
 * @returns which they were
 */
export async function startFallen(parts) {
  const fallen = parts.galera.nodes.filter(({ child }) => child === null);
  for (const node of fallen) await comeBack(parts, node);
  return fallen;
}

/**
 * Starts a node. One that gave up, for example because the transfer to it broke off, is started again, as
 * deploy/galera's watchdog does.
 */
async function comeBack({ galera }, node) {
  for (let tries = 1; ; tries++) {
    try {
      await startNode(node, galera.nodes);
      return;
    } catch (error) {
      if (tries === STARTS) throw error;
      await killNode(node);
    }
  }
}

/** The node that the balancer sends everybody to: its loss is the one that is noticed. */
export async function nodeInUse({ galera, balancer }) {
  let used;
  await until(async () => {
    const { output } = await query(balancer.databasePort, 'SELECT @@port');
    used = galera.nodes.find(({ port }) => String(port) === output.trim());
    return used !== undefined;
  });
  return used;
}
