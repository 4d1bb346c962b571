import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { preTensionMove } from '../tension/pre-tension.js';
import { wrapsAtTravelEnd } from '../tension/travel-end.js';
import { roundTurns } from '../tension/turns.js';
import { DRAMATIC_STEPS, ladderSteps } from '../thread/index.js';
import { sameNeedle, type NeedleName } from './needle-choice.js';
import type { ThreadOnBench } from './on-bench.js';

/** How a machine is set for one kind of work, as far as hands have to change it. */
export interface SetState {
  readonly needle: NeedleName;
  readonly plateHoleMm: number;
  readonly thread: ThreadOnBench;
  readonly stackMm: number;
  readonly stitchLengthMm: number;
  /** Null when nothing is known of it. */
  readonly top: TopSetting | null;
}

/** Where the top knob stands or should, in turns from fully off. */
export interface TopSetting {
  readonly turns: number;
  /** A seam was balanced there on this machine; otherwise it is taken from work that is alike. */
  readonly logged: boolean;
}

/** What the machine has to turn and set. */
export interface ChangeoverMachine {
  readonly travelTurns: number | null;
  /** Turns of thread round the pre-tension pin. */
  readonly preTensionWraps: number;
  /** Tex its bobbin case was last set for; null when that is not known, and the present thread counts. */
  readonly caseSetForTex?: number | null;
  /** Dial mark for a stitch length, or null when the dial is not calibrated. */
  readonly dialMark: (stitchLengthMm: number) => number | null;
}

/** One thing the hands do, with its amount. `minutes` is the shop's own figure or the default. */
export type ChangeoverStep = { readonly minutes: number } & (
  | { readonly do: 'unthread'; readonly tex: number }
  | { readonly do: 'needle'; readonly needle: NeedleName; readonly changed: readonly NeedleChange[] }
  | { readonly do: 'plate'; readonly fromMm: number; readonly toMm: number }
  | { readonly do: 'dial'; readonly stitchMm: number; readonly mark: number | null }
  | { readonly do: 'foot'; readonly thickerMm: number }
  | { readonly do: 'bobbin'; readonly tex: number }
  | { readonly do: 'bobbin-screw'; readonly turns: number; readonly tighter: boolean; readonly steps: number }
  | { readonly do: 'thread'; readonly tex: number }
  /** Wraps to add to the pre-tension; to take out below zero. */
  | { readonly do: 'wrap'; readonly wraps: number }
  /** Moves with the top, half as much, in turns. */
  | { readonly do: 'pre-tension'; readonly turns: number; readonly tighter: boolean }
  | {
      readonly do: 'top';
      readonly fromTurns: number | null;
      readonly to: TopSetting | null;
      /** The thread jumps two ladder steps or more to a setting that was never sewn: begin on the loose side. */
      readonly startLoose: boolean;
    }
  | { readonly do: 'test'; readonly seams: number }
);
export type NeedleChange = 'system' | 'size' | 'point' | 'finish';

export interface Changeover {
  /** In the order the hands do them; empty when nothing has to change. */
  readonly steps: readonly ChangeoverStep[];
  readonly minutes: number;
  /** Signed steps of the size ladder, positive when the thread gets thicker. */
  readonly threadSteps: number;
}

/**
 * The way from one state of a machine to another: each step in the order the hands do it, with its amount and minutes.
 *
 * The minutes model is a sum: every step that is needed costs its own time (`changeover.*`), and at the end come test
 * seams, one when the setting is logged and four when it is not. The bobbin screw is left alone for less than two steps
 * of the size ladder from the thread the case was set for, and otherwise turned a fixed amount per step, looser when the
 * thread gets thicker, because a thicker thread is gripped more at the same screw. The pre-tension follows the top.
 *
 * @param from null for a machine that stands empty: everything is put on it
 */
export function changeover(
  from: SetState | null,
  to: SetState,
  machine: ChangeoverMachine,
  values: Values = SHIPPED_VALUES,
): Changeover {
  const threadChanges = from === null || !sameThread(from.thread, to.thread);
  const threadSteps = from === null ? 0 : ladderSteps(from.thread.tex, to.thread.tex);
  const caseTex = machine.caseSetForTex ?? from?.thread.tex ?? null;
  const caseSteps = caseTex === null ? 0 : ladderSteps(caseTex, to.thread.tex);
  const screw = screwTurns(caseSteps, values);
  const wraps = wrapsToAdd(from, to, machine);
  const at = (id: StepValue): number => values[`changeover.${id}`].value;
  const thread = to.thread.tex;
  const steps: (ChangeoverStep | null)[] = [
    from && threadChanges ? { do: 'unthread', tex: from.thread.tex, minutes: 0 } : null,
    needleStep(from, to, at('needle')),
    from && from.plateHoleMm !== to.plateHoleMm
      ? { do: 'plate', fromMm: from.plateHoleMm, toMm: to.plateHoleMm, minutes: at('plate') }
      : null,
    from?.stitchLengthMm === to.stitchLengthMm
      ? null
      : {
          do: 'dial',
          stitchMm: to.stitchLengthMm,
          mark: machine.dialMark(to.stitchLengthMm),
          minutes: at('dial'),
        },
    from && Math.abs(to.stackMm - from.stackMm) >= values['changeover.foot-from'].value
      ? { do: 'foot', thickerMm: to.stackMm - from.stackMm, minutes: at('foot') }
      : null,
    threadChanges ? { do: 'bobbin', tex: thread, minutes: at('bobbin') } : null,
    screw === 0
      ? null
      : {
          do: 'bobbin-screw',
          turns: Math.abs(screw),
          tighter: screw > 0,
          steps: caseSteps,
          minutes: at('bobbin-screw'),
        },
    threadChanges ? { do: 'thread', tex: thread, minutes: at('thread') } : null,
    wraps === 0 ? null : { do: 'wrap', wraps, minutes: Math.abs(wraps) * at('wrap') },
    topStep(from, to, Math.abs(threadSteps) >= DRAMATIC_STEPS - 1e-9, at('top')),
    preTensionStep(from, to, machine, values),
  ];
  const done = steps.filter((step) => step !== null);
  const seams = values[to.top?.logged ? 'changeover.seams-known' : 'changeover.seams-unknown'].value;
  const all: readonly ChangeoverStep[] =
    done.length === 0 ? [] : [...done, { do: 'test', seams, minutes: seams * at('seam') }];
  return { steps: all, minutes: all.reduce((sum, step) => sum + step.minutes, 0), threadSteps };
}

type StepValue =
  'needle' | 'plate' | 'thread' | 'bobbin' | 'bobbin-screw' | 'top' | 'wrap' | 'dial' | 'foot' | 'seam';

const sameThread = (a: ThreadOnBench, b: ThreadOnBench): boolean =>
  a.constructionId === b.constructionId && a.tex === b.tex;

/** Turns of the bobbin screw, tighter positive: 0 while the thread moves less than two steps of the ladder. */
function screwTurns(threadSteps: number, values: Values): number {
  if (Math.abs(threadSteps) < values['bobbin.steps-to-touch'].value - 1e-9) return 0;
  return roundTurns(-threadSteps * values['bobbin.turns-per-step'].value);
}

function needleStep(from: SetState | null, to: SetState, minutes: number): ChangeoverStep | null {
  if (from && sameNeedle(from.needle, to.needle)) return null;
  const changed: readonly NeedleChange[] = [
    ...(from?.needle.systemId === to.needle.systemId ? [] : (['system'] as const)),
    ...(from?.needle.nm === to.needle.nm ? [] : (['size'] as const)),
    ...(from?.needle.pointId === to.needle.pointId ? [] : (['point'] as const)),
    ...(from?.needle.finishId === to.needle.finishId ? [] : (['finish'] as const)),
  ];
  return { do: 'needle', needle: to.needle, changed, minutes };
}

function topStep(from: SetState | null, to: SetState, jump: boolean, minutes: number): ChangeoverStep | null {
  const fromTurns = from?.top?.turns ?? null;
  if (fromTurns !== null && fromTurns === to.top?.turns) return null;
  const bothUnknown = fromTurns === null && to.top === null;
  if (bothUnknown && from !== null && sameThread(from.thread, to.thread)) return null;
  return { do: 'top', fromTurns, to: to.top, startLoose: jump && to.top?.logged === false, minutes };
}

function preTensionStep(
  from: SetState | null,
  to: SetState,
  { preTensionWraps }: ChangeoverMachine,
  values: Values,
): ChangeoverStep | null {
  const fromTurns = from?.top?.turns ?? null;
  if (preTensionWraps < 1 || fromTurns === null || to.top === null) return null;
  const move = preTensionMove(to.top.turns - fromTurns, values);
  const minutes = values['changeover.top'].value;
  return move === 0 ? null : { do: 'pre-tension', turns: Math.abs(move), tighter: move > 0, minutes };
}

/**
 * Pre-tension wraps to add, or to take out below zero, on the way. A setting near an end of the travel is taken to be
 * sewn with a wrap more or less than the others.
 */
function wrapsToAdd(
  from: SetState | null,
  to: SetState,
  { travelTurns, preTensionWraps }: ChangeoverMachine,
): number {
  if (from === null || travelTurns === null || preTensionWraps < 1) return 0;
  const wrapsOf = ({ top }: SetState) => (top ? wrapsAtTravelEnd(top.turns, travelTurns) : 0);
  return wrapsOf(to) - wrapsOf(from);
}
