import { inTurns, type MatchReason, type Refusal } from '@gantelet/core';
import type { Machine } from '@gantelet/contracts';
import type { SeamStep } from '../../shared/widgets/seam-strip.component';
import type { BenchAnswer } from './bench-answer';
import { lengthText } from '../../shared/words/units-text';
import { counted } from '../../shared/locale';

/** The decisions of the job along the seam. A step that contradicts another is a pulled stitch with the reason. */
export function benchSteps(
  work: BenchAnswer,
  machine: Machine | null,
  saved: SavedWork | null,
): readonly SeamStep[] {
  const refusals = [
    ...(work.answer?.refusals ?? []),
    ...(work.inHand?.verdict?.verdict === 'refused' ? work.inHand.verdict.refusals : []),
  ];
  return [
    pulledBy(refusals, MACHINE_CLASHES, step('Machine', machine?.name, { field: 'bench-machine' })),
    step('Material', work.stack && stackText(work), { field: 'bench-material' }),
    pulledBy(
      refusals,
      THREAD_CLASHES,
      step('Thread', work.reading && `Tex ${Math.round(work.reading.tex)}`, { field: 'bench-thread' }),
    ),
    needleStep(work),
    ...stepsOfSaved(saved),
  ];
}

/** A saved set-up without changes since, as far as the steps after the bench are concerned. */
export interface SavedWork {
  readonly setupId: string;
  readonly machineId: string;
  /** The machine is set up for it. */
  readonly onMachine: boolean;
  /** The bobbin case was last set for its thread. */
  readonly caseIsSet: boolean;
  /** Top setting at which it was last sewn balanced or saved. */
  readonly settledTurns: number | null;
}

/** The steps after the bench: how far a saved set-up has got. */
function stepsOfSaved(saved: SavedWork | null): readonly SeamStep[] {
  const change = step('Change over', saved?.onMachine ? 'set up' : null, {
    link: saved ? `/changeover/${saved.setupId}` : undefined,
  });
  const link = saved ? `/tension/${saved.setupId}` : undefined;
  const turns = saved?.settledTurns ?? null;
  return [
    change,
    step('Thread up', saved?.onMachine ? 'threaded' : null, {
      link: saved ? `/machines/${saved.machineId}/threading` : undefined,
    }),
    step('Bobbin', saved?.onMachine && saved.caseIsSet ? 'case set' : null, { link }),
    step('Tension', turns === null ? null : inTurns(turns), { link }),
    step('Proof', saved?.onMachine && turns !== null ? 'sewn' : null, { link }),
  ];
}

/** The needle contradicts the rest when none fits, or when the one that goes in must not be relied on. */
function needleStep({ ask, answer, chosen, reasons, inHand }: BenchAnswer): SeamStep {
  const needle = { name: 'Needle', field: 'bench-needle', here: true } as const;
  if (!chosen) {
    const size = inHand?.reading?.size;
    if (inHand?.verdict?.verdict === 'refused') {
      const clash = NEEDLE_CLASHES[inHand.verdict.refusals[0]!.reason];
      return { ...needle, detail: `NM ${inHand.name!.nm}: ${clash}`, state: 'pulled' };
    }
    if (ask !== 'needle' && size) return { ...needle, detail: `NM ${size.nm} in hand`, state: 'done' };
    const open = answer === null;
    return { ...needle, detail: open ? 'to set' : 'nothing fits', state: open ? 'open' : 'pulled' };
  }
  const size = `NM ${chosen.size.nm}, ${chosen.point.letters}`;
  const wrong = reasons.find(({ signal }) => signal === 'act');
  return wrong
    ? { ...needle, detail: `${size}: ${REASON_CLASHES[wrong.code]}`, state: 'pulled' }
    : { ...needle, detail: size, state: 'done' };
}

/** What a needle clashes with, by reason, in the words of the strip. */
const REASON_CLASHES: Readonly<Record<MatchReason['code'], string>> = {
  eye: 'thread too thick',
  strength: 'blade too thin',
  land: 'stitch too short',
  edge: 'too near the edge',
  plate: 'plate hole',
  point: 'wrong point',
  layer: 'wrong point',
  finish: 'wrong finish',
  'other-practice': 'other practice',
  look: 'other look',
};

const NEEDLE_CLASHES: Readonly<Record<Refusal['reason'], string>> = {
  'no-system': 'no system entered',
  'unknown-system': 'unknown system',
  'other-clamp': 'other clamp',
  shank: 'other shank',
  'point-not-made': 'point not made',
  'size-not-made': 'size not made',
  'thread-unfit': 'thread unfit',
  'thread-limit': 'thread over the limit',
  'needle-limit': 'over the machine’s limit',
  'thread-will-not-pass': 'thread will not pass',
  'plate-hole': 'will not clear the plate',
  'eye-too-small': 'thread will not pass',
  'blade-too-thick': 'will not clear the plate',
};

const MACHINE_CLASHES: Partial<Record<Refusal['reason'], string>> = { 'no-system': 'no system entered' };
const THREAD_CLASHES: Partial<Record<Refusal['reason'], string>> = {
  'thread-unfit': 'not for a machine',
  'thread-limit': 'outside the machine’s limits',
};

function pulledBy(
  refusals: readonly Refusal[],
  clashes: Partial<Record<Refusal['reason'], string>>,
  done: SeamStep,
): SeamStep {
  const clash = refusals.map(({ reason }) => clashes[reason]).find((words) => words !== undefined);
  return clash === undefined ? done : { ...done, detail: `${done.detail}: ${clash}`, state: 'pulled' };
}

function stackText({ stack }: BenchAnswer): string {
  const count = stack!.layers.length;
  return `${counted(count, 'layer')}, ${lengthText(stack!.thicknessMm, 1)}`;
}

function step(name: string, detail: string | null | undefined, more: Partial<SeamStep> = {}): SeamStep {
  return detail
    ? { name, detail, state: 'done', ...more }
    : { name, detail: 'to set', state: 'open', ...more };
}
