import { parentPort, workerData } from 'node:worker_threads';
import { quantiles, signIn } from './reach.mjs';

/**
 * Asks for the floor again and again, as people do, and says how long that took whenever it is asked. In a thread of its
 * own: what a thousand counters take of the bench's own time is no time of the server.
 *
 * `everyMs` 0 asks without a pause, `atOnce` at a time.
 */
const { address, everyMs, atOnce } = workerData;

const times = [];
let [asked, lost] = [0, 0];
let cookie = null;

async function ask() {
  asked++;
  try {
    cookie ??= signIn(address);
    const began = performance.now();
    const response = await fetch(`${address}/api/floor`, { headers: { cookie: await cookie } });
    await response.text();
    if (response.ok) times.push(performance.now() - began);
    else lost++;
  } catch {
    cookie = null;
    lost++;
  }
}

async function askWithoutPause() {
  for (;;) await ask();
}

if (everyMs > 0) setInterval(() => void ask(), everyMs);
else for (let i = 0; i < atOnce; i++) void askWithoutPause();
parentPort.on('message', () =>
  parentPort.postMessage({ asked, lost, answered: times.length, ...quantiles(times) }),
);
