import { OutOfRange } from '../standing/index.js';
import type { Layer } from '../material/index.js';
import type { PracticeMachine } from './practice-machine.js';

export const PRACTICE_LEVELS = ['first seams', 'both knobs', 'something is wrong'] as const;
export type PracticeLevel = (typeof PRACTICE_LEVELS)[number];

/** Something to practise: a description of the work, and the machine that hides its setting. */
export interface PracticeScenario {
  readonly id: string;
  readonly level: PracticeLevel;
  readonly name: string;
  readonly told: string;
  readonly layers: readonly Layer[];
  readonly tex: number;
  /** Where the knob is when the learner starts. */
  readonly startTurns: number;
  readonly machine: PracticeMachine;
}

const hide = (thicknessMm: number, plies = 2): readonly Layer[] => [
  { materialId: 'veg-tan-side', thicknessMm, plies },
];
const cloth = (materialId: string, thicknessMm: number, plies: number): readonly Layer[] => [
  { materialId, thicknessMm, plies },
];

/** Invented scenarios, easiest first. */
export const PRACTICE_SCENARIOS: readonly PracticeScenario[] = [
  scenario(
    'awning',
    'first seams',
    'Awning hem',
    'Two plies of awning canvas. The last work was a little heavier.',
    {
      layers: cloth('acrylic-canvas', 0.5, 2),
      tex: 70,
      startTurns: 4.5,
      machine: machine('light', 8, 3.6, 0.8),
    },
  ),
  scenario('strap', 'first seams', 'Belt keeper', 'Hide, 4 mm. Leather moves in larger steps than cloth.', {
    layers: hide(2),
    tex: 135,
    startTurns: 3,
    machine: machine('heavy', 10, 5.2, 1.8),
  }),
  scenario(
    'cover',
    'first seams',
    'Cover seam',
    'Four plies of coated sheeting, needle thread shows below.',
    {
      layers: cloth('coated-sheet-18', 0.6, 4),
      tex: 90,
      startTurns: 2.5,
      machine: machine('light', 8, 4.1, 0.7),
    },
  ),
  scenario(
    'after-thick',
    'both knobs',
    'After thick thread',
    'The case was set for Tex 270. Now it is Tex 90.',
    {
      layers: cloth('duck-10', 0.8, 3),
      tex: 90,
      startTurns: 4,
      machine: machine('light', 8, 4.4, 0.8, -0.4),
    },
  ),
  scenario(
    'after-thin',
    'both knobs',
    'After thin thread',
    'The case was set for Tex 45. Now it is Tex 135 in hide.',
    {
      layers: hide(2),
      tex: 135,
      startTurns: 5,
      machine: machine('heavy', 10, 4.6, 1.6, 0.45),
    },
  ),
  scenario('nest', 'something is wrong', 'A nest below', 'Loops under the work, whatever the knob does.', {
    layers: cloth('waxed-canvas', 0.7, 2),
    tex: 70,
    startTurns: 4,
    machine: machine('light', 8, 3.8, 0.8, 0, 'thread-out-of-discs'),
  }),
  scenario('wander', 'something is wrong', 'It wanders', 'No two seams at one setting look alike.', {
    layers: hide(1.6),
    tex: 90,
    startTurns: 3.5,
    machine: machine('light', 8, 4.2, 0.9, 0, 'check-spring'),
  }),
  scenario('shreds', 'something is wrong', 'It shreds', 'The knot looks right, but the thread breaks.', {
    layers: hide(2.4),
    tex: 135,
    startTurns: 5,
    machine: machine('heavy', 10, 5.6, 1.7, 0, 'needle'),
  }),
  scenario('drags', 'something is wrong', 'It drags', 'Bobbin thread on top, and it comes and goes.', {
    layers: cloth('denim', 0.9, 3),
    tex: 70,
    startTurns: 4,
    machine: machine('light', 8, 3.7, 0.8, 0, 'lint-under-spring'),
  }),
];

/** The scenario with the given id. @throws RangeError naming those there are */
export function practiceScenario(id: string): PracticeScenario {
  const found = PRACTICE_SCENARIOS.find((one) => one.id === id);
  if (!found)
    throw new RangeError(`scenario is "${id}"; allowed: ${PRACTICE_SCENARIOS.map((s) => s.id).join(', ')}`);
  return found;
}

function scenario(
  id: string,
  level: PracticeLevel,
  name: string,
  told: string,
  rest: Pick<PracticeScenario, 'layers' | 'tex' | 'startTurns' | 'machine'>,
): PracticeScenario {
  return { id, level, name, told, ...rest };
}

function machine(
  weight: PracticeMachine['weight'],
  travelTurns: number,
  balanceTurns: number,
  windowTurns: number,
  bobbinOffTurns = 0,
  fault: PracticeMachine['fault'] = null,
): PracticeMachine {
  if (!(balanceTurns > 0 && balanceTurns < travelTurns)) {
    throw new OutOfRange('balanceTurns', balanceTurns, `0 to ${travelTurns}`);
  }
  return { weight, travelTurns, balanceTurns, windowTurns, bobbinOffTurns, fault };
}
