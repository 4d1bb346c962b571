import type { MessagePort } from 'node:worker_threads';
import {
  assessLives,
  lotEvidence,
  type LotNeedle,
  type NoFit,
  type PooledLives,
  type WeibullParameters,
} from '@gantelet/core';
import type { LivesReport } from '@gantelet/contracts';
import type { LivesInput, LotEnd } from './life.service.js';

/** Assesses group after group and reports progress. Runs in a thread of its own. */
export default function assess({ input, port }: { input: LivesInput; port: MessagePort }): LivesReport {
  const groups = input.groups.map(({ group, ...one }, i) => {
    const assessed = assessLives(one);
    const law = 'why' in assessed.pooled ? assessed.fit : assessed.pooled;
    const lots = 'why' in law ? [] : lotEvidence(lotNeedles(one.ends, law, assessed.pooled), law.shape);
    port.postMessage((i + 1) / input.groups.length);
    return { group, costs: one.costs, ...assessed, lots };
  });
  port.close();
  return { dataVersion: input.dataVersion, fittedAt: input.readAt, groups } as unknown as LivesReport;
}

/** Needles with the scale of their machine, or that of the group if the machine has none of its own. */
function lotNeedles(
  ends: readonly LotEnd[],
  { scaleHours }: WeibullParameters,
  pooled: PooledLives | NoFit,
): readonly LotNeedle[] {
  const own = 'why' in pooled ? [] : pooled.machines;
  const scales = new Map(own.map((machine) => [machine.machineId, machine.scaleHours]));
  return ends.map((end) => ({
    ...end,
    failed: end.cause === 'wear',
    scaleHours: scales.get(end.machineId) ?? scaleHours,
  }));
}
