import { balanceRule, windowGrid, type ObservedSeam, type SeamGrade } from '../tension/index.js';
import { practiceSeam, type PracticeMachine } from './practice-machine.js';

/** One seam on the way to balance. */
export interface PracticeStep {
  readonly topTurns: number;
  readonly grade: SeamGrade;
}

/** Spread of the hidden settings of practice machines about where the knob was found, in turns. Invented. */
const SPREAD_TURNS = 1.5;
const MOST_SEAMS = 12;

/**
 * The seams that the best rule would sew on a practice machine once bobbin and faults are right, seen truly. The last
 * one is the setting it settles on.
 */
export function rulePath(machine: PracticeMachine, startTurns: number): readonly PracticeStep[] {
  const right = { ...machine, bobbinOffTurns: 0, fault: null };
  const grid = windowGrid(machine.weight, machine.travelTurns);
  const prior = { grid, meanTurns: startTurns, sdTurns: SPREAD_TURNS };
  const seams: ObservedSeam[] = [];
  for (let n = 0; n < MOST_SEAMS; n++) {
    const advice = balanceRule(prior, seams);
    const setting = { topTurns: advice.turns, bobbinTurns: 0, mended: [] };
    const { grade } = practiceSeam(right, setting, [0.5, 0.5]);
    seams.push({ turns: advice.turns, grade, lockDepth: null });
    if (advice.do === 'stop' || advice.do === 'keep') break;
  }
  return seams.map(({ turns, grade }) => ({ topTurns: turns, grade }));
}
