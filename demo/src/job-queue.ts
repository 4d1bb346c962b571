import { DAY_MS, HOUR_MS } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';
/** Jobs waiting when the demo begins, and how many of them are on a machine. */
const WAITING = 9;
const PLACED = 3;
const NOTES = ['for the quay', 'second lorry', 'sample first', 'collect Friday'];

type Setup = Scenario['setups'][number];

/** A set-up is named by its work and its machine. */
const workOf = ({ name }: Setup): string => name.split(',')[0]!;

/**
 * Work waiting for a machine: some of the set-ups again, with pieces, minutes and a day. Invented.
 *
 * @param machines each with its set-ups, the present one first
 * @param chance of its own, so that the demo's other draws stay the same
 */
export function demoQueue(
  machines: readonly { readonly setups: readonly Setup[] }[],
  addedById: string,
  nowMs: number,
  chance: Chance,
): Scenario['queuedJobs'] {
  // Work that hardly any machine is set up for now, so that there is something to change over to.
  const present = machines.flatMap(({ setups: [first] }) => (first ? [workOf(first)] : []));
  const standing = (setup: Setup): number => present.filter((work) => work === workOf(setup)).length;
  const rare = machines.flatMap(({ setups }) => setups).sort((a, b) => standing(a) - standing(b));
  const every = Math.max(1, Math.floor(rare.length / 3 / WAITING));
  const chosen = rare.filter((_, i) => i % every === 0).slice(0, WAITING);
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
