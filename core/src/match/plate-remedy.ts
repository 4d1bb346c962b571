import { SHIPPED_VALUES } from '../reference/index.js';
import { bestNeedle } from './best-needle.js';
import { needleHoles, plateFit, platesOf } from './plate-hole.js';
import type { NeedleCandidate, NeedleQuestion } from './rank-needles.js';
import type { ShopMachine } from './rank-machines.js';

/** What to do about a hole that would pull the work in. A layer of backing always helps. */
export interface PlateRemedy {
  /** Hole of one of this machine's plates that does not, the largest such; null if it has none. */
  readonly plateHoleMm: number | null;
  /** Other machines of the shop that can sew it as they are, smallest gap first. */
  readonly machineIds: readonly string[];
}

/** The remedies for a needle over a hole that pulls the work in; null if it does not. Never a thicker needle. */
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
