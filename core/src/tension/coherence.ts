import { likeliest, type ObservedSeam, type WindowBelief } from './window-belief.js';
import { GRADE_COUNT, placeOf, tablePlace } from './window-grid.js';
import { gradeIndex } from './seam-model.js';

/** Width of a bin of surprise, in nats. */
const BIN = 0.05;
const GUESSING = ['guessing'] as const;

/**
 * How consistent a set of graded seams is: the probability of a set at least as surprising, at the settings sewn, if
 * the likeliest setting, window and judge were the true ones. Near zero when they contradict each other: then
 * something moves by itself, or the seams were misread. 1 with no seams.
 *
 * The surprise of a set is the sum of -ln of the probabilities of its grades; its distribution is built up seam by
 * seam, in bins of 0.05 nats.
 */
export function coherence(belief: WindowBelief, seams: readonly ObservedSeam[]): number {
  if (seams.length === 0) return 1;
  const { grid } = belief;
  const { row, settingAt } = likeliest(belief, GUESSING);
  let spread = new Map<number, number>([[0, 1]]);
  let seen = 0;
  for (const { turns, grade } of seams) {
    const place = tablePlace(grid, row, placeOf(grid, turns) - settingAt) * GRADE_COUNT;
    const chances = Array.from(grid.grades.subarray(place, place + GRADE_COUNT));
    const surprises = chances.map((p) => Math.round(-Math.log(p) / BIN));
    seen += surprises[gradeIndex(grade)]!;
    const next = new Map<number, number>();
    for (const [sum, chance] of spread) {
      chances.forEach((p, g) => {
        const at = sum + surprises[g]!;
        next.set(at, (next.get(at) ?? 0) + chance * p);
      });
    }
    spread = next;
  }
  return [...spread].reduce((sum, [at, chance]) => (at >= seen ? sum + chance : sum), 0);
}
