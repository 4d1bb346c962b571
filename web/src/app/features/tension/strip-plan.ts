import { roundTurns, TURN_GRAIN, type WorkWeight } from '@gantelet/core';

/** How many settings fit on one strip of the work. */
export const STRIP_COUNTS = [3, 5, 7, 9] as const;
export type StripCount = (typeof STRIP_COUNTS)[number];

/**
 * Settings of a ladder strip: evenly spaced about the best guess, as wide as possible while still hitting the window
 * at least twice, loosest first, since a setting is always approached from the loose side.
 */
export function stripSettings(
  middleTurns: number,
  widthTurns: number,
  count: StripCount,
  weight: WorkWeight,
  travelTurns: number,
): readonly number[] {
  const least = weight === 'heavy' ? 2 * TURN_GRAIN : TURN_GRAIN;
  const spacing = Math.max(least, roundTurns(widthTurns / 2));
  const first = roundTurns(middleTurns) - ((count - 1) / 2) * spacing;
  const start = Math.max(0, Math.min(first, travelTurns - (count - 1) * spacing));
  const settings = Array.from({ length: count }, (_, i) => roundTurns(start + i * spacing));
  return [...new Set(settings)].filter((turns) => turns <= travelTurns);
}
