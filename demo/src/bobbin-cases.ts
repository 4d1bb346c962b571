import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

type DemoCases = Pick<Scenario, 'bobbinCases' | 'bobbinCaseSwaps'>;

const BEFORE_MS = 60_000;

/**
 * The two bobbin cases of a machine that goes from light to heavy thread and back: one for each, put in a minute
 * before the test seams of its work, as the machine's log shows.
 *
 * @param work of the machine
 * @param heavyTex from this tex on the second case is in
 */
export function demoBobbinCases(
  { setups, seams }: Pick<Scenario, 'setups' | 'seams'>,
  heavyTex: number,
  { startMs, putInById }: { readonly startMs: number; readonly putInById: string },
  chance: Chance,
): DemoCases {
  const { machineId } = setups[0]!;
  const [light, heavy] = [chance.idAt(startMs), chance.idAt(startMs)];
  const sewn = setups
    .flatMap(({ id, thread }) => {
      const first = seams.find(({ setupId }) => setupId === id);
      return first
        ? [{ caseId: thread.tex < heavyTex ? light : heavy, atMs: Date.parse(first.sewnAt) - BEFORE_MS }]
        : [];
    })
    .sort((a, b) => a.atMs - b.atMs);
  const putIn = [{ caseId: light, atMs: startMs }, ...sewn].filter(
    ({ caseId }, i, all) => i === 0 || caseId !== all[i - 1]!.caseId,
  );
  const entry = { machineId, latch: 'smooth', settingScrew: 'nearer-slot' } as const;
  return {
    bobbinCases: [
      { id: light, mark: 'A', ...entry, slotMostTex: 105, note: 'light thread' },
      { id: heavy, mark: 'B', ...entry, slotMostTex: null, note: 'heavy thread, slot filed out' },
    ],
    bobbinCaseSwaps: putIn.map(({ caseId, atMs }) => ({
      ...{ id: chance.idAt(atMs), machineId, caseId, putInById },
      putInAt: new Date(atMs).toISOString(),
    })),
  };
}
