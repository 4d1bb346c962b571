import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';
import { say } from '../lib/say.mjs';
import { pause, until } from '../lib/wait.mjs';

const MECHANIC = { signInName: 'tam', password: 'needle-and-hide' };
/** No answer, or one from a balancer or server that says to try again. */
const TRY_AGAIN = [0, 502, 503, 504];

/**
 * People who change needles without a pause, each on machines of their own, and retry until a change is acknowledged.
 *
 * @returns their log so far, and functions that end it after the last change is acknowledged, or at once
 */
export async function changeNeedles(address, count) {
  const contracts = await import(join(ROOT, 'contracts/dist/index.js'));
  const clients = [];
  for (let i = 0; i < count; i++) clients.push(await signedIn(address));
  const { body: floor } = await clients[0].call(contracts.routes.readFloor);
  const machines = floor.zones.flatMap((zone) => zone.machines).filter((machine) => machine.needle);
  const log = { acknowledged: [], faults: [], waits: [], ends: false, gaveUp: false };
  const going = clients.map((client, n) =>
    changeTheirs(
      { client, log, ...contracts },
      machines.filter((_, i) => i % count === n),
    ),
  );
  const end = async () => {
    log.ends = true;
    await Promise.all(going);
  };
  const giveUp = () => (log.gaveUp = true);
  return { log, end, giveUp };
}

/** Somebody who is signed in. */
export async function signedIn(address) {
  const { TestClient } = await import(join(ROOT, 'server/dist/testing/test-client.js'));
  const { routes } = await import(join(ROOT, 'contracts/dist/index.js'));
  const client = new TestClient(address);
  await until(async () => (await client.call(routes.signIn, { body: MECHANIC })).status === 200);
  return client;
}

/** Changes one needle after the other. */
async function changeTheirs({ client, routes, newId, log }, machines) {
  const inMachine = new Map(machines.map(({ id, needle }) => [id, needle.installId]));
  for (let i = 0; !log.ends; i++) {
    const { id: machineId, needle } = machines[i % machines.length];
    const { systemId, nm, pointId, finishId } = needle;
    const key = newId();
    const body = {
      ...{ removesInstallId: inMachine.get(machineId), cause: 'scheduled', fragments: 'whole' },
      ...{ needle: { systemId, nm, pointId, finishId }, changedAt: new Date().toISOString() },
    };
    const sentAt = Date.now();
    if (!(await acknowledged({ client, log }, routes.changeNeedle, { key, params: { machineId }, body })))
      return;
    log.waits.push({ at: sentAt, ms: Date.now() - sentAt });
    log.acknowledged.push(key);
    inMachine.set(machineId, key);
  }
}

async function acknowledged({ client, log }, route, parts) {
  while (!log.gaveUp) {
    const answer = await client.call(route, parts).catch((error) => ({ status: 0, body: error }));
    if (answer.status === 200) return true;
    if (!TRY_AGAIN.includes(answer.status)) {
      log.faults.push(`${answer.status} ${JSON.stringify(answer.body)}`);
      say(`  a writer was refused: ${log.faults.at(-1)}`);
      return false;
    }
    await pause(100);
  }
  return false;
}
