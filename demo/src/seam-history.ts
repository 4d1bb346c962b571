import {
  quarterTurnRule,
  roundTurns,
  workWeight,
  type Duty,
  type SeamGrade,
  type Stack,
  type TestSeam,
} from '@gantelet/core';
import type { Chance } from './chance.js';

/** A machine's hidden truth for one set-up, invented for the demo: where it balances and how wide the window is. */
export interface HiddenSetting {
  readonly turns: number;
  readonly windowTurns: number;
}

/**
 * Invented: thicker work needs more turns, heavier work has a wider window, and a thicker thread needs more turns on
 * some machines and fewer on others, according to the slope.
 *
 * @param threadSlope turns per 0.1 mm of thread, tighter positive
 */
export function hiddenSetting(
  threadDiameterMm: number,
  stackMm: number,
  duty: Duty,
  machineOffset: number,
  threadSlope: number,
): HiddenSetting {
  const stiffness = { light: 1.2, medium: 1, heavy: 0.8 }[duty];
  return {
    turns: Math.max(
      0.5,
      (3.6 + 0.18 * stackMm) * stiffness + 10 * (threadDiameterMm - 0.4) * threadSlope + machineOffset,
    ),
    windowTurns: 0.35 + 0.12 * stackMm,
  };
}

/**
 * Test seams sewn by a mechanic who uses the quarter-turn rule, with the odd misjudged grade, to the end.
 *
 * @param startOffTurns how far from the hidden balance the first seam was sewn
 */
export function seamHistory(
  hidden: HiddenSetting,
  stack: Stack,
  travelTurns: number,
  startOffTurns: number,
  chance: Chance,
): readonly TestSeam[] {
  const seams: TestSeam[] = [];
  let turns = roundTurns(Math.min(travelTurns, Math.max(0.5, hidden.turns + startOffTurns)));
  while (seams.length < 12) {
    const off = (turns - hidden.turns) / (hidden.windowTurns / 2) + chance.normal(0, 0.15);
    seams.push({
      turns,
      grade: gradeOf(off),
      bothTight: false,
      bobbinDrop: seams.length === 0 ? 'creeps' : null,
    });
    const advice = quarterTurnRule({ seams, weight: workWeight(stack), travelTurns });
    if (!advice || advice.do === 'stop' || advice.do === 'look-elsewhere') break;
    turns = advice.turns;
  }
  return seams;
}

/** Grades by distance from balance in half windows. */
function gradeOf(halfWindows: number): SeamGrade {
  if (halfWindows < -2.3) return 'loops-below';
  if (halfWindows < -1) return 'dots-below';
  if (halfWindows <= 1) return 'balanced';
  return halfWindows <= 2.3 ? 'dots-on-top' : 'flat-line-on-top';
}
