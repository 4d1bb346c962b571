import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm } from '../needle/index.js';
import type { Stack } from '../material/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { MachineOnBench, PlateOnBench } from './on-bench.js';

export type PlateVerdict = 'will-not-clear' | 'tight' | 'good' | 'big' | 'swallows-thin-work';

export interface PlateFit {
  /** Plate hole over blade diameter. */
  readonly ratio: number;
  /** Free gap in mm on each side of the blade, in the wider of plate and feed dog if the needle goes through both. */
  readonly gapMm: number;
  readonly verdict: PlateVerdict;
}

/** The holes a needle goes through, in mm. */
export interface NeedleHoles {
  readonly plateMm: number;
  /** Of the feed dog, if the needle goes through it: compound feed. Null if it does not, or nobody measured. */
  readonly feedDogMm: number | null;
}

/** The plates that fit a machine: its own, then those it shares with others. */
export function platesOf({
  plates = [],
  sharedPlates = [],
}: Pick<MachineOnBench, 'plates' | 'sharedPlates'>): readonly PlateOnBench[] {
  return [...plates, ...sharedPlates];
}

/** The holes of the plate on a machine. */
export function needleHoles(machine: MachineOnBench): NeedleHoles {
  const { plateHoleMm, feed } = machine;
  const plate = platesOf(machine).find(({ holeMm }) => holeMm === plateHoleMm);
  return { plateMm: plateHoleMm, feedDogMm: feed === 'compound' ? (plate?.feedDogHoleMm ?? null) : null };
}

/**
 * How a blade fits the holes under it, and whether the work would be pushed down into them: what counts is the free
 * gap beside the blade against the thickness and stiffness of the stack. Never a reason for a thicker needle: the
 * cure is a smaller hole, another machine or a layer of backing.
 */
export function plateFit(
  { plateMm, feedDogMm }: NeedleHoles,
  nm: number,
  stack: Stack,
  values: Values = SHIPPED_VALUES,
): PlateFit {
  const blade = bladeDiameterMm(requirePositive('nm', nm));
  const widest = Math.max(requirePositive('plateMm', plateMm), feedDogMm ?? 0);
  const narrowest = Math.min(plateMm, feedDogMm ?? plateMm);
  const [ratio, gapMm] = [plateMm / blade, (widest - blade) / 2];
  const is = (verdict: PlateVerdict): PlateFit => ({ ratio, gapMm, verdict });
  if (narrowest / blade < values['plate.clears'].value) return is('will-not-clear');
  if (narrowest / blade < values['plate.good-from'].value) return is('tight');
  if (gapMm > values['plate.gap-share'].value * stiffThicknessMm(stack, values))
    return is('swallows-thin-work');
  return is(ratio <= values['plate.good-to'].value ? 'good' : 'big');
}

/** Thickness of a stack in mm with each ply weighted by its stiffness, medium woven cloth as 1. */
function stiffThicknessMm({ layers }: Stack, values: Values): number {
  return layers.reduce((sum, { material: { kind, hardness }, thicknessMm, plies }) => {
    const byHardness = hardness === 'medium' ? 1 : values[`stiffness.${hardness}`].value;
    return sum + thicknessMm * plies * values[`stiffness.${kind}`].value * byHardness;
  }, 0);
}
