import type { MessagePort } from 'node:worker_threads';
import { assessLives } from '@gantelet/core';
import type { LivesReport } from '@gantelet/contracts';
import type { LivesInput } from './life.service.js';

/** Assesses group after group, telling how far it is. Runs in a thread of its own. */
export default function assess({ input, port }: { input: LivesInput; port: MessagePort }): LivesReport {
  const groups = input.groups.map(({ group, ...one }, i) => {
    const assessed = { group, costs: one.costs, ...assessLives(one) };
    port.postMessage((i + 1) / input.groups.length);
    return assessed;
  });
  port.close();
  return { dataVersion: input.dataVersion, fittedAt: input.readAt, groups } as unknown as LivesReport;
}
