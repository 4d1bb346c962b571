import type { Stack } from '../material/index.js';
import {
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  needleSystem,
  POINT_STYLES,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
} from '../needle/index.js';
import type { Values } from '../reference/index.js';
import { eyeFit } from './eye-fit.js';
import { finishForStack } from './finish-for-stack.js';
import { eyeCost, finishCost, holeCost, plateCost, pointCost, strengthCost } from './needle-cost.js';
import { within, type MachineOnBench } from './on-bench.js';
import { plateFit } from './plate-hole.js';
import { pointForStack } from './point-for-stack.js';
import { distinctSystems } from './rank-needles.js';
import { schoolLimit, type Schools } from './school.js';
import { seamHole } from './seam-hole.js';
import { strengthGuideMm } from './strength-guide.js';

/** The cheapest needle for a thread: what it costs, and where it stands in the catalogue. */
export interface CheapestNeedle {
  readonly cost: number;
  readonly nm: number;
  readonly systemId: string;
}

/** Everything of a ranking that does not depend on the thread, worked out once. */
export interface SizeRanking {
  /** The cheapest needle for a thread of this diameter, or null when none may go in. */
  cheapest(threadDiameterMm: number): CheapestNeedle | null;
  /** Needles weighed per thread: systems, points, finishes and sizes. */
  readonly combinations: number;
}

interface Question {
  readonly machine: MachineOnBench;
  readonly stack: Stack;
  readonly stitchLengthMm: number;
  readonly schools: Schools;
}

/** A size the machine can take, with its points and the systems that make both. */
interface SizeRow {
  readonly size: NeedleSize;
  readonly makers: readonly NeedleSystem[];
  readonly offers: readonly Offer[];
}

interface Offer {
  readonly point: PointStyle;
  readonly systemId: string;
  /** Strength, plate, point and best finish together. */
  readonly cost: number;
}

/**
 * Prepares the ranking of many threads: for each size the machine can take, what strength, plate, point and finish
 * cost. For a thread there is then left the eye and the hole of each point.
 */
export function rankSizes(question: Question, values: Values): SizeRanking {
  const { stack, stitchLengthMm, schools } = question;
  const limitRatio = schoolLimit(schools.size, stack, values);
  const rows = sizeRows(question, values);
  return {
    combinations: rows.reduce((sum, { makers }) => sum + needlesOf(makers), 0),
    cheapest: (diameterMm) => {
      let best: CheapestNeedle | null = null;
      for (const { size, offers } of rows) {
        const fit = eyeFit(diameterMm, size.nm, values);
        if (fit.band === 'will-not-pass') continue;
        const eye = eyeCost(fit, limitRatio, values);
        for (const { point, systemId, cost: fixed } of offers) {
          if (best !== null && fixed + eye >= best.cost) continue;
          const hole = seamHole(size.nm, point.cutAngleDeg, stitchLengthMm, diameterMm, values);
          const cost = fixed + eye + holeCost(hole, stitchLengthMm, values);
          if (best === null || cost < best.cost) best = { cost, nm: size.nm, systemId };
        }
      }
      return best;
    },
  };
}

function sizeRows({ machine, stack, schools }: Question, values: Values): readonly SizeRow[] {
  const systems = distinctSystems(machine.systemIds)
    .map(needleSystem)
    .filter((system): system is NeedleSystem => system?.shank === machine.shank);
  const finish = Math.min(
    ...NEEDLE_FINISHES.map((one) => finishCost(finishForStack(one, stack, values), values)),
  );
  const points = POINT_STYLES.map((point) => ({
    point,
    cost: pointCost(pointForStack(point, stack, schools.leatherPoint, values).suitability, values),
  }));
  return NEEDLE_SIZES.flatMap((size) => {
    const plate = plateFit(machine.plateHoleMm, size.nm, stack, values);
    if (plate.verdict === 'will-not-clear' || !within(size.nm, machine.needleNm)) return [];
    const makers = systems.filter(({ sizesNm: { value } }) => size.nm >= value[0] && size.nm <= value[1]);
    const strength = strengthCost(strengthGuideMm(size.nm, values), stack, values);
    const fixed = strength + plateCost(plate, values) + finish;
    const offers = points.flatMap(({ point, cost }): readonly Offer[] => {
      const maker = makers.find(({ pointFamilies }) => pointFamilies.includes(point.family));
      return maker ? [{ point, systemId: maker.id, cost: fixed + cost }] : [];
    });
    return [{ size, makers, offers }];
  });
}

function needlesOf(makers: readonly NeedleSystem[]): number {
  const points = makers.flatMap(({ pointFamilies }) =>
    POINT_STYLES.filter(({ family }) => pointFamilies.includes(family)),
  );
  return points.length * NEEDLE_FINISHES.length;
}
