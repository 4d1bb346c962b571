import type { MessagePort } from 'node:worker_threads';

/** A job that only takes its time, and reports at once that it is half done. */
export default async function sleep({ input, port }: { input: number; port: MessagePort }): Promise<string> {
  port.postMessage(0.5);
  await new Promise((resolve) => setTimeout(resolve, input));
  port.close();
  return 'slept';
}
