import { balanceRule, SEAM_GRADES, windowGrid } from '@gantelet/core';

/** Runs in Node and in the browser alike: it imports nothing but the core. */

/** Sorted times of one answer in the middle of a search, from its seams alone, on a long knob. In milliseconds. */
export function benchAnswer() {
  const prior = { grid: windowGrid('light', 12), meanTurns: 5, sdTurns: 1.8 };
  const seams = [4, 6, 5].map((turns, i) => ({ turns, grade: SEAM_GRADES[[1, 3, 2][i]], lockDepth: null }));
  const times = [];
  for (let i = 0; i < 120; i++) {
    const began = performance.now();
    balanceRule(prior, seams);
    times.push(performance.now() - began);
  }
  return times.slice(20).sort((a, b) => a - b);
}
