import { timedSteps } from '@gantelet/core';
import type { StepTiming } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import { findChangeovers } from './changeover.store.js';

/** How many changeovers to learn from: times from long ago say little about now. */
const LATEST = 200;

/** Minutes for each step, as timed in the shop's own changeovers. */
export async function listStepTimings(database: Database): Promise<StepTiming[]> {
  const values = await shopValues(database);
  const ended = await findChangeovers(database, { ended: true }, LATEST);
  const minutes = new Map<StepTiming['valueId'], number[]>();
  for (const { begunAt, steps, ticks } of ended) {
    const timed = ticks.map((tick) => ({ ...tick, atMs: Date.parse(tick.tickedAt) }));
    for (const one of timedSteps(Date.parse(begunAt), steps, timed, values))
      minutes.set(one.valueId, [...(minutes.get(one.valueId) ?? []), one.minutes]);
  }
  return [...minutes].map(([valueId, timed]) => ({ valueId, ...spread(timed) }));
}

function spread(timed: readonly number[]): Omit<StepTiming, 'valueId'> {
  const count = timed.length;
  const meanMinutes = timed.reduce((sum, one) => sum + one, 0) / count;
  const squares = timed.reduce((sum, one) => sum + (one - meanMinutes) ** 2, 0);
  return { count, meanMinutes, sdMinutes: count < 2 ? null : Math.sqrt(squares / (count - 1)) };
}
