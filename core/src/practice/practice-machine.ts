import { OutOfRange } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import {
  gradeChances,
  lockPosition,
  NOT_TENSION,
  SEAM_GRADES,
  type NotTension,
  type SeamGrade,
  type WorkWeight,
} from '../tension/index.js';

/** A machine to learn on: what it hides, and what is wrong with it. Invented, never measured. */
export interface PracticeMachine {
  readonly weight: WorkWeight;
  readonly travelTurns: number;
  /** Top setting that balances at the present bobbin setting. */
  readonly balanceTurns: number;
  readonly windowTurns: number;
  /** Error of the bobbin screw, in turns, tight positive. Turning it moves the balance. */
  readonly bobbinOffTurns: number;
  /** What is not tension; null when nothing is. */
  readonly fault: NotTension | null;
}

/** The knobs as the learner has set them. */
export interface PracticeSetting {
  readonly topTurns: number;
  /** Turns the learner has given the bobbin screw, tighter positive. */
  readonly bobbinTurns: number;
  /** Faults the learner has looked for and fixed. */
  readonly mended: readonly NotTension[];
}

/** The seam a practice machine sews. */
export interface PracticeSeam {
  readonly grade: SeamGrade;
  /** Distance from balance in half windows, tight positive. */
  readonly z: number;
  readonly lock: number;
  /** Both tensions too tight: pucker or breaks. */
  readonly bothTight: boolean;
  readonly threadBreaks: boolean;
}

/** Turns of the top by which one turn of the bobbin screw moves the balance. Invented for practice. */
const TOP_PER_BOBBIN = 4;
/** From this bobbin error on, pucker shows although the knot is balanced. */
const PUCKERS_FROM = 0.3;
/** How each fault distorts what is seen: half windows towards loose, how unsteady, and whether thread breaks. */
const FAULTS: Readonly<
  Record<NotTension, { readonly z: number; readonly sway: number; readonly breaks: boolean }>
> = {
  'thread-out-of-discs': { z: -14, sway: 0.4, breaks: false },
  'foot-was-down': { z: -14, sway: 0.4, breaks: false },
  'check-spring': { z: 0, sway: 1.8, breaks: false },
  'bobbin-backwards': { z: 1.5, sway: 1, breaks: false },
  'lint-under-spring': { z: 1.8, sway: 1.2, breaks: false },
  needle: { z: 0, sway: 0.8, breaks: true },
  'old-thread': { z: 0, sway: 0.3, breaks: true },
};

/**
 * The seam that a practice machine sews at a setting.
 *
 * @param chance two draws from 0 to 1 from the caller's own source: how the seam varies, and how it shows
 * @throws OutOfRange for a setting beyond the knob's travel
 */
export function practiceSeam(
  machine: PracticeMachine,
  setting: PracticeSetting,
  chance: readonly [sway: number, shows: number],
  values: Values = SHIPPED_VALUES,
): PracticeSeam {
  const { topTurns } = setting;
  if (!(topTurns >= 0 && topTurns <= machine.travelTurns)) {
    throw new OutOfRange('topTurns', topTurns, `0 to ${machine.travelTurns}`);
  }
  const { bobbinOff, offTurns, faultLeft } = stateAt(machine, setting);
  const fault = faultLeft && FAULTS[faultLeft];
  const sway = (fault?.sway ?? 0.15) * (2 * chance[0] - 1);
  const z = offTurns / (machine.windowTurns / 2) + (fault?.z ?? 0) + sway;
  const grade = gradeSeen(z, chance[1], values);
  return {
    grade,
    z,
    lock: lockPosition(z, values),
    bothTight: grade === 'balanced' && bobbinOff >= PUCKERS_FROM,
    threadBreaks: fault?.breaks ?? false,
  };
}

/** The learner sees the true seam: the soft thresholds, without a judge's slips. */
function gradeSeen(z: number, draw: number, values: Values): SeamGrade {
  const truly = { ...values, 'tension.neighbour-slip': NEVER, 'tension.lapse': NEVER };
  const chances = gradeChances(z, truly);
  let left = draw;
  return SEAM_GRADES.find((_, i) => (left -= chances[i]!) <= 0) ?? 'balanced';
}

const NEVER = { value: 0, standing: 'assumption', source: 'a learner looks at the drawing itself' } as const;

/** Whether a setting is what the learner was to find: in the window, no pucker, no fault left. */
export function isBalanced(machine: PracticeMachine, setting: PracticeSetting): boolean {
  const { bobbinOff, offTurns, faultLeft } = stateAt(machine, setting);
  return Math.abs(offTurns) <= machine.windowTurns / 2 && faultLeft === null && bobbinOff < PUCKERS_FROM;
}

/** Errors of bobbin and top at a setting, in turns, and the remaining fault. */
function stateAt(machine: PracticeMachine, { topTurns, bobbinTurns, mended }: PracticeSetting) {
  const bobbinOff = machine.bobbinOffTurns + bobbinTurns;
  return {
    bobbinOff,
    offTurns: topTurns - (machine.balanceTurns + TOP_PER_BOBBIN * bobbinOff),
    faultLeft: machine.fault !== null && mended.includes(machine.fault) ? null : machine.fault,
  };
}

/** How each fault shows at a setting that would otherwise be balanced, in half windows. */
export const FAULT_LOOKS: readonly { readonly fault: NotTension; readonly z: number }[] = NOT_TENSION.map(
  (fault) => ({ fault, z: FAULTS[fault].z }),
);
