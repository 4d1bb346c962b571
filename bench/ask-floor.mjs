import { parentPort, workerData } from 'node:worker_threads';
import { quantiles, signIn } from './reach.mjs';

/**
 * Asks for the floor again and again, as people do, and says how long that took whenever it is asked. In a thread of its
 * own: what a thousand counters take of the bench's own time is no time of the server.
 */
const ASK_EVERY_MS = 250;

const times = [];
let [asked, lost, cookie] = [0, 0, ''];

async function ask() {
  asked++;
  try {
    if (cookie === '') cookie = await signIn(workerData.address);
    const began = performance.now();
    const response = await fetch(`${workerData.address}/api/floor`, { headers: { cookie } });
    await response.text();
    if (response.ok) times.push(performance.now() - began);
    else lost++;
  } catch {
    lost++;
  }
}

setInterval(() => void ask(), ASK_EVERY_MS);
parentPort.on('message', () => parentPort.postMessage({ asked, lost, ...quantiles(times) }));
