import { HOUR_MS, SERVICE_KINDS, SERVICE_VALUE_IDS, SHIPPED_VALUES } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

/** Clock hours of a working week for each running hour of a needle, roughly. */
const CLOCK_PER_RUNNING = 4;
/** How many of the latest services of each kind the history includes. */
const KEPT = 3;
const NOTES = ['', '', '', 'a little low', 'more than usual'];

/** The last services of each machine, each at a needle change around the time its running hours were up. */
export function demoServices(
  machines: readonly { readonly id: string; readonly removals: Scenario['removals'] }[],
  mechanicIds: readonly string[],
  nowMs: number,
  chance: Chance,
): Scenario['services'] {
  return machines.flatMap(({ id: machineId, removals }) =>
    SERVICE_KINDS.flatMap((kind) => {
      const everyMs = SHIPPED_VALUES[SERVICE_VALUE_IDS[kind]].value * CLOCK_PER_RUNNING * HOUR_MS;
      return Array.from({ length: KEPT }, (_, i) => {
        const aboutMs = nowMs - everyMs * (i + chance.uniform(0.02, 1.05));
        // A mechanic is at the machine anyway when its needle is changed.
        const at = removals.find(({ removedAt }) => Date.parse(removedAt) >= aboutMs);
        const doneMs = (at ? Date.parse(at.removedAt) : aboutMs) + 60_000;
        return {
          id: chance.idAt(doneMs),
          machineId,
          kind,
          note: chance.pick(NOTES),
          doneAt: new Date(doneMs).toISOString(),
          doneById: chance.pick(mechanicIds),
        };
      });
    }),
  );
}
