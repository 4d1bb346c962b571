import type { MessagePort } from 'node:worker_threads';

/** A job that only takes its time, half of it before it says that it is half done. */
export default async function sleep({ input, port }: { input: number; port: MessagePort }): Promise<string> {
  await new Promise((resolve) => setTimeout(resolve, input / 4));
  port.postMessage(0.5);
  await new Promise((resolve) => setTimeout(resolve, (3 * input) / 4));
  port.close();
  return 'slept';
}
