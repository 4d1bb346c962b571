import { HOUR_MS } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

const DAY_MS = 24 * HOUR_MS;
/** Jobs that wait when the demo begins, and how many of them somebody has put on a machine. */
const WAITING = 9;
const PLACED = 3;
const NOTES = ['for the quay', 'second lorry', 'sample first', 'collect Friday'];

/**
 * Work that waits for a machine: some of the set-ups again, with pieces, minutes and a day. Invented.
 *
 * @param chance of its own, so that what else the demo draws stays as it is
 */
export function demoQueue(
  setups: Scenario['setups'],
  addedById: string,
  nowMs: number,
  chance: Chance,
): Scenario['queuedJobs'] {
  const every = Math.max(1, Math.floor(setups.length / WAITING));
  const chosen = setups.filter((_, i) => i % every === 0).slice(0, WAITING);
  return chosen.map((setup, i) => {
    const pieces = 5 * Math.round(chance.uniform(4, 24));
    const addedMs = nowMs - chance.uniform(2, 60) * HOUR_MS;
    const dueMs = nowMs + Math.ceil(chance.uniform(0, 5)) * DAY_MS;
    return {
      id: chance.idAt(addedMs),
      setupId: setup.id,
      pieces,
      sewMinutes: Math.round(pieces * chance.uniform(1.2, 4)),
      dueAt: i % 4 === 3 ? null : new Date(dueMs).toISOString(),
      note: NOTES[i] ?? '',
      machineId: i < PLACED ? setup.machineId : null,
      place: i < PLACED ? 0 : i - PLACED,
      pinned: i === 0,
      addedAt: new Date(addedMs).toISOString(),
      addedById,
    };
  });
}
