import { MessageChannel } from 'node:worker_threads';
import { openJobThreads } from './job-threads.js';

const FIT = new URL('../features/life/assess-lives.worker.js', import.meta.url).href;
/** By then a thread has usually loaded its file, even on a busy machine. */
const LONGEST_MS = 400;
const STEP_MS = 5;

describe('threads for jobs', () => {
  it('are stopped at any moment, even while loading their file, and the server continues', async () => {
    let stopped = 0;
    for (let afterMs = 0; afterMs < LONGEST_MS; afterMs += STEP_MS) {
      const threads = openJobThreads();
      const stopping = new AbortController();
      const { port1, port2 } = new MessageChannel();
      const task = { input: { groups: [] }, port: port2 };
      const run = threads.run(task, { filename: FIT, transferList: [port2], signal: stopping.signal });
      setTimeout(() => stopping.abort(), afterMs);
      await run.catch((error: Error) => (stopped += Number(error.name === 'AbortError')));
      port1.close();
      await threads.destroy();
    }
    expect(stopped).toBeGreaterThan(0);
  }, 300_000);
});
