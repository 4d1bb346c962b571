import {
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  needleSystem,
  POINT_STYLES,
  sizesMade,
  type NeedleSystem,
  type PointStyle,
} from '../needle/index.js';
import type { Values } from '../reference/index.js';
import { eyeBladeMm } from './eye-fit.js';
import { finishForStack } from './finish-for-stack.js';
import { eyeCost, finishCost, holeCost, plateCost, pointCost, strengthCost } from './needle-cost.js';
import { within } from './on-bench.js';
import { needleHoles, plateFit } from './plate-hole.js';
import { pointForStack, pointIsWrong } from './point-for-stack.js';
import { distinctSystems, type NeedleQuestion } from './rank-needles.js';
import { schoolLimit } from './school.js';
import { seamHole } from './seam-hole.js';
import { sizePlace, sizeRule, type SizeRule } from './size-place.js';
import { carries, strengthGuide } from './strength-guide.js';

/** The needle that ranks first for a thread: its cost, and its position in the catalogue. */
export interface FirstNeedle {
  readonly cost: number;
  readonly nm: number;
  readonly systemId: string;
  readonly act: boolean;
}

/** Everything in a ranking that does not depend on the thread, computed once. */
export interface SizeRanking {
  /** The first needle for a thread of this diameter, or null when none can be used. */
  first(threadDiameterMm: number): FirstNeedle | null;
  /** Needles weighed per thread: systems, points, finishes and sizes. */
  readonly combinations: number;
}

type Question = Omit<NeedleQuestion, 'thread' | 'values'>;

/** A size of one system that the machine can take, with the points it is made with. */
interface SizeRow {
  readonly nm: number;
  readonly systemId: string;
  readonly eyeBladeMm: number;
  readonly strongEnough: boolean;
  /** Strength, plate and best finish together. */
  readonly cost: number;
  readonly offers: readonly Offer[];
  /** Lowest rank of its points while the eye is not too tight. */
  readonly rank: number;
  /** 1 when none of its points gives the look wanted. */
  readonly missesLook: number;
}

interface Offer {
  readonly point: PointStyle;
  readonly wrong: boolean;
  readonly missesLook: boolean;
  readonly cost: number;
}

/**
 * Prepares the ranking of many threads: for each size the machine can take, the costs of strength, plate, point and
 * finish. What is left per thread is the place of each size, and the eye and the hole of the points of the first.
 */
export function rankSizes(question: Question, values: Values): SizeRanking {
  const limitRatio = schoolLimit(question.schools.size, question.stack, values);
  const rule = sizeRule(question.stack, limitRatio, values);
  const rows = sizeRows(question, rule, values);
  return {
    combinations: rows.reduce((sum, { offers }) => sum + offers.length * NEEDLE_FINISHES.length, 0),
    first: (diameterMm) => {
      const found = firstRows(rows, diameterMm, rule, values);
      return found && firstNeedle(found, diameterMm, question.stitchLengthMm, limitRatio, values);
    },
  };
}

/** What comes before the size: that something must be done about it (2), then that it misses the look wanted (1). */
const rankOf = (act: boolean, missesLook: boolean): number => (act ? 2 : 0) + (missesLook ? 1 : 0);

interface FirstRows {
  readonly rank: number;
  readonly tight: boolean;
  readonly place: number;
  /** One size, of every system that makes it. */
  readonly rows: readonly SizeRow[];
}

/** The rows of the size that ranks first for a thread. */
function firstRows(
  rows: readonly SizeRow[],
  diameterMm: number,
  rule: SizeRule,
  values: Values,
): FirstRows | null {
  const [tightFrom, passesBelow] = [values['eye.snug-below'].value, values['eye.stressed-below'].value];
  let first: FirstRows | null = null;
  for (const row of rows) {
    const ratio = diameterMm / row.eyeBladeMm;
    if (ratio >= passesBelow) continue;
    const tight = ratio >= tightFrom;
    const rank = tight ? 2 + row.missesLook : row.rank;
    if (first !== null && rank > first.rank) continue;
    const { place } = sizePlace(row.nm, ratio, row.strongEnough, rule);
    if (first === null || rank < first.rank || place < first.place)
      first = { rank, tight, place, rows: [row] };
    else if (place === first.place) first = { rank, tight, place, rows: [...first.rows, row] };
  }
  return first;
}

/** The best point of the first size. */
function firstNeedle(
  { rows, rank, tight }: FirstRows,
  diameterMm: number,
  stitchLengthMm: number,
  limitRatio: number,
  values: Values,
): FirstNeedle | null {
  let best: (FirstNeedle & { readonly rest: number }) | null = null;
  for (const { nm, systemId, offers, cost: fixed, eyeBladeMm: blade } of rows) {
    for (const { point, cost: pointShort, wrong, missesLook } of offers) {
      if (rank !== rankOf(tight || wrong, missesLook)) continue;
      if (best !== null && pointShort >= best.rest) continue;
      const hole = seamHole(nm, point.cutAngleDeg, stitchLengthMm, diameterMm, values);
      const rest = pointShort + holeCost(hole, stitchLengthMm, values);
      if (best !== null && rest >= best.rest) continue;
      const cost = rest + fixed + eyeCost(diameterMm / blade, limitRatio, values);
      best = { cost, nm, systemId, act: rank >= 2, rest };
    }
  }
  return best;
}

function sizeRows(question: Question, rule: SizeRule, values: Values): readonly SizeRow[] {
  const { machine, stack, schools, look = null } = question;
  const finish = Math.min(
    ...NEEDLE_FINISHES.map((one) => finishCost(finishForStack(one, stack, values), values)),
  );
  const points = POINT_STYLES.map((point): Offer => {
    const advice = pointForStack(point, stack, schools, values);
    return {
      point,
      wrong: pointIsWrong(advice, values),
      missesLook: look !== null && !point.gives.includes(look),
      cost: pointCost(advice.suitability, values),
    };
  });
  const holes = needleHoles(machine);
  return systemsOf(question).flatMap((system) => {
    const [smallest, largest] = sizesMade(system, values);
    const offers = points.filter(({ point }) => system.pointFamilies.includes(point.family));
    const shared = {
      systemId: system.id,
      offers,
      rank: Math.min(...offers.map(({ wrong, missesLook }) => rankOf(wrong, missesLook))),
      missesLook: Math.min(...offers.map(({ missesLook }) => Number(missesLook))),
    };
    return NEEDLE_SIZES.flatMap((size): readonly SizeRow[] => {
      if (size.nm < smallest || size.nm > largest || !within(size.nm, machine.needleNm)) return [];
      const plate = plateFit(holes, size.nm, stack, values);
      if (plate.verdict === 'will-not-clear') return [];
      const guide = strengthGuide(size.nm, values);
      const cost = strengthCost(size.nm, guide, rule, values) + plateCost(plate, values) + finish;
      const eyeBlade = eyeBladeMm(size.nm, values, system.longEyeOf !== null);
      const strongEnough = carries(size.nm, guide, rule);
      return [{ ...shared, nm: size.nm, eyeBladeMm: eyeBlade, strongEnough, cost }];
    });
  });
}

function systemsOf({ machine }: Question): readonly NeedleSystem[] {
  return distinctSystems(machine.systemIds)
    .map(needleSystem)
    .filter((system): system is NeedleSystem => system?.shank === machine.shank);
}
