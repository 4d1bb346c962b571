import { parentPort, workerData } from 'node:worker_threads';
import { quantiles, signIn } from './reach.mjs';

/**
 * Requests the floor again and again, as people do, and reports the times when asked. In a thread of its own: the
 * work of simulating a thousand counters must not count as server time.
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
