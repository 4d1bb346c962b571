import type { MachineOnBench } from '../match/index.js';

/** The kinds of clamp and plate in the demo works; the demo also tests its own machines. */
export const DEMO_CLAMPS: readonly MachineOnBench[] = [
  ...[2.2, 2.4, 2.8].map((holeMm) => clamp(['135x17', '135x16'], holeMm, 'compound')),
  clamp(['16x231', '16x95'], 1.8, 'drop'),
  clamp(['135x17', '135x16'], 2.2, 'walking-foot'),
  clamp(['794'], 4, 'compound'),
  clamp(['134-35'], 3, 'compound'),
  clamp(['135x17', '135x16'], 3, 'compound'),
  clamp(['135x5'], 2, 'drop'),
  clamp(['130/705 H'], 2, 'walking-foot', 'flat'),
];

function clamp(
  systemIds: readonly string[],
  plateHoleMm: number,
  feed: string,
  shank: 'round' | 'flat' = 'round',
): MachineOnBench {
  const feedDogHoleMm = feed === 'drop' ? null : Math.round((plateHoleMm + 0.4) * 10) / 10;
  return { systemIds, shank, plateHoleMm, feed, plates: [{ holeMm: plateHoleMm, feedDogHoleMm }] };
}
