import { footDiffers } from '../hand-setting/index.js';
import { NEEDLE_SIZES } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { caseFor } from '../tension/case-choice.js';
import { preTensionMove } from '../tension/pre-tension.js';
import { wrapsAtTravelEnd } from '../tension/travel-end.js';
import { roundTurns } from '../tension/turns.js';
import { DRAMATIC_STEPS, ladderSteps } from '../thread/index.js';
import type {
  Changeover,
  ChangeoverMachine,
  ChangeoverStep,
  ChangeoverStepKind,
  NeedleChange,
  SetState,
} from './changeover-step.js';
import { plateToFetch, sharedPlateOn } from './shared-plate.js';
import { sameNeedle } from './needle-choice.js';
import type { ThreadOnBench } from './on-bench.js';

/**
 * The changeover from one state of a machine to another: each step in working order, with its amount and minutes.
 * Bobbins are wound first, while the machine still runs or on a winder; then the power stays off until the guards are
 * back.
 *
 * The minutes are a sum: every step needed has its own time (`changeover.*`), followed by test seams, one when the
 * setting is logged and four when it is not. The bobbin screw is left alone for less than two steps on the size
 * ladder from the thread the case was set for, and otherwise turned a fixed amount per step, looser when the thread
 * gets thicker, because a thicker thread is gripped more at the same screw. The pre-tension follows the top.
 *
 * @param from null for an empty machine: everything is put on it
 */
export function changeover(
  from: SetState | null,
  to: SetState,
  machine: ChangeoverMachine,
  values: Values = SHIPPED_VALUES,
): Changeover {
  const threadChanges = from === null || !sameThread(from.thread, to.thread);
  const threadSteps = from === null ? 0 : ladderSteps(from.thread.tex, to.thread.tex);
  const jump = Math.abs(threadSteps) >= DRAMATIC_STEPS - 1e-9;
  const at = (id: StepValue): number => values[`changeover.${id}`].value;
  const hands = [
    ...(from && threadChanges ? [{ do: 'unthread' as const, tex: from.thread.tex, minutes: 0 }] : []),
    ...needleSteps(from, to, values),
    ...plateSteps(from, to, machine, at('plate')),
    ...clearanceSteps(from, to, values),
    ...(threadChanges ? [{ do: 'bobbin' as const, tex: to.thread.tex, minutes: at('bobbin') }] : []),
    ...caseSteps(from, to, machine, values),
    ...(threadChanges ? [{ do: 'thread' as const, tex: to.thread.tex, minutes: at('thread') }] : []),
  ];
  const settings = [
    ...wrapSteps(from, to, machine, at('wrap')),
    ...topSteps(from, to, jump, at('top')),
    ...preTensionSteps(from, to, machine, values),
    ...dialSteps(from, to, machine, at('dial')),
    ...footSteps(from, to, values),
    ...edgeSteps(from, to, at('edge')),
  ];
  const wind = threadChanges ? [windStep(to, at('wind'))] : [];
  const way = [
    ...wind,
    ...(hands.length === 0
      ? settings
      : [
          { do: 'power-off' as const, minutes: 0 },
          ...hands,
          ...settings,
          { do: 'guards' as const, minutes: 0 },
        ]),
  ];
  if (way.length === 0) return { steps: [], minutes: 0, threadSteps };
  const seams = values[to.top?.logged ? 'changeover.seams-known' : 'changeover.seams-unknown'].value;
  const steps: readonly ChangeoverStep[] = [...way, { do: 'test', seams, minutes: seams * at('seam') }];
  return { steps, minutes: steps.reduce((sum, step) => sum + step.minutes, 0), threadSteps };
}

type StepValue =
  | 'needle'
  | 'plate'
  | 'clearance'
  | 'thread'
  | 'wind'
  | 'bobbin'
  | 'case'
  | 'bobbin-screw'
  | 'top'
  | 'wrap'
  | 'dial'
  | 'foot'
  | 'edge'
  | 'seam';

type Step<Kind extends ChangeoverStepKind> = Extract<ChangeoverStep, { readonly do: Kind }>;

const sameThread = (a: ThreadOnBench, b: ThreadOnBench): boolean =>
  a.constructionId === b.constructionId && a.tex === b.tex;

function windStep({ thread: { tex }, bobbins = null }: SetState, minutes: number): Step<'wind'> {
  return { do: 'wind', tex, bobbins, minutes: minutes * (bobbins ?? 1) };
}

function needleSteps(from: SetState | null, to: SetState, values: Values): readonly Step<'needle'>[] {
  if (from && sameNeedle(from.needle, to.needle)) return [];
  const changed: readonly NeedleChange[] = [
    ...(from?.needle.systemId === to.needle.systemId ? [] : (['system'] as const)),
    ...(from?.needle.nm === to.needle.nm ? [] : (['size'] as const)),
    ...(from?.needle.pointId === to.needle.pointId ? [] : (['point'] as const)),
    ...(from?.needle.finishId === to.needle.finishId ? [] : (['finish'] as const)),
  ];
  return [{ do: 'needle', needle: to.needle, changed, minutes: values['changeover.needle'].value }];
}

/** The plate, with the shared one to fetch for it. */
function plateSteps(
  from: SetState | null,
  { plateHoleMm: toMm }: SetState,
  machine: ChangeoverMachine,
  minutes: number,
): readonly Step<'plate'>[] {
  if (from === null || from.plateHoleMm === toMm) return [];
  const fetched = plateToFetch(machine, toMm);
  const shared = fetched && {
    ...{ id: fetched.id, mark: fetched.mark, place: fetched.place },
    onMachine: fetched.on?.name ?? null,
  };
  const fromSharedId = (machine.id && sharedPlateOn(machine, machine.id)?.id) ?? null;
  return [{ do: 'plate', fromMm: from.plateHoleMm, toMm, shared, fromSharedId, minutes }];
}

/** What to check when the needle is of a very different size. */
function clearanceSteps(from: SetState | null, to: SetState, values: Values): readonly Step<'clearance'>[] {
  const sizes = from ? sizePlace(to.needle.nm) - sizePlace(from.needle.nm) : 0;
  if (Math.abs(sizes) < values['changeover.clearance-from'].value) return [];
  return [{ do: 'clearance', sizes, minutes: values['changeover.clearance'].value }];
}

const sizePlace = (nm: number): number => NEEDLE_SIZES.findIndex((size) => size.nm >= nm);

/**
 * Another bobbin case, if one is set for a thread closer by as many steps as would call for the screw; otherwise
 * turns of its screw, tighter positive, none while the thread moves less than that.
 */
function caseSteps(
  from: SetState | null,
  to: SetState,
  { cases = [] }: ChangeoverMachine,
  values: Values,
): readonly Step<'case' | 'bobbin-screw'>[] {
  const touched = values['bobbin.steps-to-touch'].value;
  const present = cases.find(({ isIn }) => isIn) ?? null;
  const known = cases.map((one) => ({
    ...one,
    setForTex: one.setForTex ?? (one.isIn ? from?.thread.tex : null) ?? null,
  }));
  const chosen = caseFor(known, to.thread.tex, touched);
  const caseTex = chosen ? chosen.setForTex : (present?.setForTex ?? from?.thread.tex ?? null);
  const swap: readonly Step<'case'>[] =
    chosen === null || chosen.isIn || chosen.id === null || chosen.setForTex === null
      ? []
      : [
          {
            ...{ do: 'case', caseId: chosen.id, mark: chosen.mark ?? '', setForTex: chosen.setForTex },
            fromCaseId: present?.id ?? null,
            minutes: values['changeover.case'].value,
          },
        ];
  const steps = caseTex === null ? 0 : ladderSteps(caseTex, to.thread.tex);
  if (Math.abs(steps) < touched - 1e-9) return swap;
  const screw = roundTurns(-steps * values['bobbin.turns-per-step'].value);
  if (screw === 0) return swap;
  const minutes = values['changeover.bobbin-screw'].value;
  return [...swap, { do: 'bobbin-screw', turns: Math.abs(screw), tighter: screw > 0, steps, minutes }];
}

function dialSteps(
  from: SetState | null,
  { stitchLengthMm: stitchMm }: SetState,
  { dialMark, stitchControl: control = null }: ChangeoverMachine,
  minutes: number,
): readonly Step<'dial'>[] {
  return from?.stitchLengthMm === stitchMm
    ? []
    : [{ do: 'dial', stitchMm, mark: dialMark(stitchMm), control, minutes }];
}

function footSteps(from: SetState | null, to: SetState, values: Values): readonly Step<'foot'>[] {
  const thickerMm = from ? to.stackMm - from.stackMm : 0;
  const thick = from !== null && Math.abs(thickerMm) >= values['changeover.foot-from'].value;
  if (!thick && !footDiffers(from?.hand ?? null, to.hand ?? null)) return [];
  const { footScrewMm: screwMm = null, footTurns: turns = null } = to.hand ?? {};
  return [{ do: 'foot', thickerMm, screwMm, turns, minutes: values['changeover.foot'].value }];
}

function edgeSteps(from: SetState | null, { hand }: SetState, minutes: number): readonly Step<'edge'>[] {
  const { edgeMm = null, edgeBy: by = null } = hand ?? {};
  const stands = from?.hand?.edgeMm === edgeMm && from.hand.edgeBy === by;
  return edgeMm === null || stands ? [] : [{ do: 'edge', edgeMm, by, minutes }];
}

function topSteps(
  from: SetState | null,
  to: SetState,
  jump: boolean,
  minutes: number,
): readonly Step<'top'>[] {
  const fromTurns = from?.top?.turns ?? null;
  if (fromTurns !== null && fromTurns === to.top?.turns) return [];
  const bothUnknown = fromTurns === null && to.top === null;
  if (bothUnknown && from !== null && sameThread(from.thread, to.thread)) return [];
  return [{ do: 'top', fromTurns, to: to.top, startLoose: jump && to.top?.logged === false, minutes }];
}

function preTensionSteps(
  from: SetState | null,
  to: SetState,
  { preTensionWraps }: ChangeoverMachine,
  values: Values,
): readonly Step<'pre-tension'>[] {
  const fromTurns = from?.top?.turns ?? null;
  if (preTensionWraps < 1 || fromTurns === null || to.top === null) return [];
  const move = preTensionMove(to.top.turns - fromTurns, values);
  const minutes = values['changeover.top'].value;
  return move === 0 ? [] : [{ do: 'pre-tension', turns: Math.abs(move), tighter: move > 0, minutes }];
}

/**
 * Pre-tension wraps to add, or negative to remove. A setting near an end of the travel is assumed to be sewn with a
 * wrap more or less than the others.
 */
function wrapSteps(
  from: SetState | null,
  to: SetState,
  { travelTurns, preTensionWraps }: ChangeoverMachine,
  minutes: number,
): readonly Step<'wrap'>[] {
  if (from === null || travelTurns === null || preTensionWraps < 1) return [];
  const wrapsOf = ({ top }: SetState) => (top ? wrapsAtTravelEnd(top.turns, travelTurns) : 0);
  const wraps = wrapsOf(to) - wrapsOf(from);
  return wraps === 0 ? [] : [{ do: 'wrap', wraps, minutes: Math.abs(wraps) * minutes }];
}
