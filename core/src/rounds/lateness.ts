import { bestInterval, weibull, type ChangeCosts, type NeedleEnds } from '../life/index.js';
import { integrate } from '../numeric/index.js';
import { requireNotNegative } from '../standing/index.js';

/** When needles of a machine are best changed, and the cost of doing it sooner or later. */
export interface Wearing {
  readonly ends: NeedleEnds;
  readonly costs: ChangeCosts;
  /** Cheapest running hours to change at. */
  readonly bestHours: number;
  /** Cost per running hour when changed there, and when never changed by plan. */
  readonly costPerHour: number;
  readonly runToFailurePerHour: number;
}

/** The cost of changing at other than the best hours, for one kind of wear. */
export interface Lateness {
  readonly bestHours: number;
  /**
   * Cost above the best policy of a needle that starts new and is changed at an age; 0 at the best one. Never below
   * 0.
   */
  penalty(hours: number): number;
  /** The same for a needle known to be working at its present age, changed at a later one. */
  penaltyFrom(ageHours: number, hours: number): number;
}

/** Survival below which a needle counts as surely failed: later changes cost no more. */
const LAST_SURVIVAL = 1e-9;
const KNOTS = 128;
/**
 * Limit to which the cost of a working needle is raised for having outlived others. A needle found working long after
 * nearly all fail means that the curve is wrong, not that it will cost hundreds of needles. Assumption.
 */
export const MOST_OUTLIVED = 20;
/**
 * Best intervals after which a machine counts as left to itself: needles fail there and so do new ones. Assumption.
 */
export const LONGEST_STAY = 2.5;

/** Whether and when needles like these are changed by plan; null where they run to failure. */
export function wearingOf(ends: NeedleEnds, costs: ChangeCosts): Wearing | null {
  const { intervalHours, costPerHour, runToFailurePerHour } = bestInterval(ends, costs);
  return intervalHours === null
    ? null
    : { ends, costs, bestHours: intervalHours, costPerHour, runToFailurePerHour };
}

/** Shape assumed where a group is too uncertain; usual for wear. Assumption. */
const ASSUMED_SHAPE = 2;

/**
 * Lives to plan with while a group is too uncertain: of the usual shape, and such that the shop's flat rule is
 * optimal, so that the plan follows the rule and knows the cost of lateness.
 */
export function assumedEnds(flatHours: number, costs: ChangeCosts): NeedleEnds {
  const of = (scaleHours: number): NeedleEnds => ({
    wear: { shape: ASSUMED_SHAPE, scaleHours },
    accidentsPerHour: 0,
  });
  const best = bestInterval(of(1), costs).intervalHours;
  return of(best === null ? flatHours : flatHours / best);
}

/**
 * The cost of lateness and of early waste: with survival S, wear F and time in the machine M up to an age x, Phi(x) =
 * c_p S + c_w F + c_a (1 - S - F) - g* M, which is 0 at the best age and above it everywhere else (from the renewal
 * reward argument of Barlow and Proschan 1965). Tabulated with its exact slope and interpolated by cubics (Hermite),
 * so that thousands of ages can be evaluated; past the table's end the needle has surely failed. A machine left to
 * itself continues with new needles that run to failure: each hour past the longest stay adds the extra cost of that.
 */
export function latenessOf(wearing: Wearing): Lateness {
  const known = KNOWN.get(wearing) ?? tabulated(wearing);
  KNOWN.set(wearing, known);
  return known;
}

/** Tables are made once for each kind of wear, however often they are needed. */
const KNOWN = new WeakMap<Wearing, Lateness>();

function tabulated(wearing: Wearing): Lateness {
  const { ends, costs, bestHours, costPerHour } = wearing;
  const { wear, accidentsPerHour } = ends;
  const life = weibull(wear);
  const alive = (hours: number): number => life.survival(hours) * Math.exp(-accidentsPerHour * hours);
  const lastByAccident = accidentsPerHour === 0 ? Infinity : -Math.log(LAST_SURVIVAL) / accidentsPerHour;
  const end = Math.max(1.01 * bestHours, Math.min(life.quantileHours(1 - LAST_SURVIVAL), lastByAccident));
  const step = end / KNOTS;
  const values = new Float64Array(KNOTS + 1);
  const slopes = new Float64Array(KNOTS + 1);
  let meanHours = 0;
  for (let knot = 0; knot <= KNOTS; knot++) {
    const hours = knot * step;
    if (knot > 0) meanHours += integrate(alive, hours - step, hours, 1);
    const survival = alive(hours);
    const accidents = accidentsPerHour * meanHours;
    const worn = Math.max(0, 1 - survival - accidents);
    values[knot] =
      costs.planned * survival + costs.wear * worn + costs.accident * accidents - costPerHour * meanHours;
    slopes[knot] =
      survival *
      ((costs.wear - costs.planned) * life.hazardPerHour(hours) +
        (costs.accident - costs.planned) * accidentsPerHour -
        costPerHour);
  }
  const longest = LONGEST_STAY * bestHours;
  const neglect = (hours: number): number =>
    (wearing.runToFailurePerHour - costPerHour) * Math.max(0, hours - longest);
  const ofNeedle = (hours: number): number => {
    const at = Math.min(requireNotNegative('hours', hours) / step, KNOTS);
    const knot = Math.min(KNOTS - 1, Math.floor(at));
    const t = at - knot;
    const back = 1 - t;
    const value =
      values[knot]! * (1 + 2 * t) * back * back +
      slopes[knot]! * step * t * back * back +
      values[knot + 1]! * t * t * (3 - 2 * t) -
      slopes[knot + 1]! * step * t * t * back;
    return Math.max(0, value);
  };
  return {
    bestHours,
    penalty: (hours) => ofNeedle(hours) + neglect(hours),
    penaltyFrom: (ageHours, hours) => {
      // Lateness up to now is past; no later change can save it.
      const past = ageHours > bestHours ? ofNeedle(ageHours) : 0;
      const outlived = Math.min(MOST_OUTLIVED, 1 / Math.max(Number.MIN_VALUE, alive(ageHours)));
      return Math.max(0, ofNeedle(hours) - past) * outlived + neglect(hours) - neglect(ageHours);
    },
  };
}
