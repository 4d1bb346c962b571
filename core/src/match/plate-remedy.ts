import { SHIPPED_VALUES } from '../reference/index.js';
import { bestNeedle } from './best-needle.js';
import { needleHoles, plateFit, platesOf } from './plate-hole.js';
import type { NeedleCandidate, NeedleQuestion } from './rank-needles.js';
import type { ShopMachine } from './rank-machines.js';

/** What to do about a hole that would swallow the work. A layer of backing always helps. */
export interface PlateRemedy {
  /** Hole of a plate this machine has that does not swallow it, the largest such; null when it has none. */
  readonly plateHoleMm: number | null;
  /** Other machines of the shop that sew it as they stand, the one with the smallest gap first. */
  readonly machineIds: readonly string[];
}

/** The remedies for a needle over a hole that swallows the work; null when it does not. Never a fatter needle. */
export function plateRemedy(
  question: NeedleQuestion,
  { size, plate: { verdict } }: NeedleCandidate,
  machineId: string | null,
  machines: readonly ShopMachine[],
): PlateRemedy | null {
  if (verdict !== 'swallows-thin-work') return null;
  const { machine, stack, values = SHIPPED_VALUES } = question;
  const sits = (plateHoleMm: number): boolean => {
    const fit = plateFit(needleHoles({ ...machine, plateHoleMm }), size.nm, stack, values);
    return fit.verdict === 'good' || fit.verdict === 'big';
  };
  const plates = platesOf(machine)
    .map(({ holeMm }) => holeMm)
    .filter(sits);
  const others = machines.flatMap((other) => {
    if (other.id === machineId) return [];
    const needle = bestNeedle({ ...question, machine: other });
    const sews = needle !== null && !needle.act && ['good', 'big'].includes(needle.plate.verdict);
    return sews ? [{ id: other.id, gapMm: needle.plate.gapMm }] : [];
  });
  return {
    plateHoleMm: plates.length > 0 ? Math.max(...plates) : null,
    machineIds: others.sort((a, b) => a.gapMm - b.gapMm).map(({ id }) => id),
  };
}
