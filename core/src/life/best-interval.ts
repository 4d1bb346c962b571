import { findRoot, integrate } from '../numeric/index.js';
import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';
import { weibull, type WeibullParameters } from './weibull.js';

/** The full cost of a change, in the shop's currency: needle, minutes, downtime, spoiled work. */
export interface ChangeCosts {
  /** Of a planned change, above 0. */
  readonly planned: number;
  /** Of a change after wear showed. */
  readonly wear: number;
  /** Of a change after an accident; it occurs at a rate per hour, whatever the interval. */
  readonly accident: number;
}

/** How needles end in a group: by wear, and by accidents that do not depend on age. */
export interface NeedleEnds {
  readonly wear: WeibullParameters;
  readonly accidentsPerHour: number;
}

/** Why no planned change pays. */
export type RunToFailureReason = 'does-not-wear' | 'failure-costs-no-more' | 'saves-too-little';

/** When to change a group's needles, and what that costs per running hour. */
export interface BestInterval {
  /** Null: run to failure. */
  readonly intervalHours: number | null;
  readonly because: RunToFailureReason | 'cheapest';
  readonly costPerHour: number;
  readonly runToFailurePerHour: number;
  /** Intervals whose cost is within 2 % of the least: the optimum is flat, no need to hit it. */
  readonly window: { readonly fromHours: number; readonly toHours: number } | null;
}

/**
 * If a planned change saves less than this compared with running to failure, it is not worth the trouble. Assumption.
 */
export const LEAST_SAVING = 0.02;
/** How much above the least cost still counts as the flat of the optimum. Assumption. */
export const FLAT_SHARE = 0.02;
const PANELS = 24;
/** Age at which so few needles are left that nothing more can be resolved. */
const LAST_SURVIVAL = 1e-12;

/**
 * Cost per running hour of changing every needle at a given age at the latest (age replacement; Barlow and Hunter
 * 1960, Barlow and Proschan 1965): mean cost of a needle's end over its mean time in the machine.
 *
 * @param intervalHours above 0; Infinity runs to failure
 */
export function costPerHour(
  { wear, accidentsPerHour }: NeedleEnds,
  costs: ChangeCosts,
  intervalHours: number,
): number {
  const { meanHours, worn, survival } = cycle(
    wear,
    requireNotNegative('accidentsPerHour', accidentsPerHour),
    intervalHours,
  );
  const accidents = accidentsPerHour * meanHours;
  return (costs.planned * survival + costs.wear * worn + costs.accident * accidents) / meanHours;
}

/** One needle's time in the machine: its mean, and the probabilities that wear or the plan ends it. */
function cycle(parameters: WeibullParameters, accidentsPerHour: number, intervalHours: number) {
  const life = weibull(parameters);
  const last = lastAge(parameters, accidentsPerHour);
  const until = Math.min(requirePositive('intervalHours', Math.min(intervalHours, Number.MAX_VALUE)), last);
  const survivalAt = (hours: number): number => life.survival(hours) * Math.exp(-accidentsPerHour * hours);
  if (accidentsPerHour === 0) {
    return {
      meanHours: life.meanUntilHours(until),
      worn: life.failed(until),
      survival: intervalHours > last ? 0 : life.survival(until),
    };
  }
  // Ages as a power of the relative position, so that a hazard that begins infinite is smooth to integrate.
  const power = Math.max(1, 1 / life.shape);
  const along = (f: (hours: number) => number): number =>
    integrate((s) => f(until * s ** power) * until * power * s ** (power - 1), 0, 1, PANELS);
  const survival = intervalHours > last ? 0 : survivalAt(until);
  const meanHours = along(survivalAt);
  // Every needle ends somehow: what neither accident nor plan ended, wear did.
  return { meanHours, worn: Math.max(0, 1 - survival - accidentsPerHour * meanHours), survival };
}

/** Age that hardly any needle reaches. */
function lastAge(parameters: WeibullParameters, accidentsPerHour: number): number {
  const byWear = weibull(parameters).quantileHours(1 - LAST_SURVIVAL);
  return accidentsPerHour === 0 ? byWear : Math.min(byWear, -Math.log(LAST_SURVIVAL) / accidentsPerHour);
}

/**
 * The cheapest age to change needles at, or that there is none: T* solves h_w(T) M(T) - F_w(T) = c_p / (c_w - c_p), M
 * being the mean time in the machine under wear and accidents together. Run to failure when needles do not wear
 * (shape 1 or less), when failure costs no more than a planned change, or when the saving is under 2 %.
 *
 * @throws OutOfRange for costs or rates below 0, or a planned change that costs nothing
 */
export function bestInterval(ends: NeedleEnds, costs: ChangeCosts): BestInterval {
  requirePositive('planned', costs.planned);
  requireNotNegative('wear', costs.wear);
  requireNotNegative('accident', costs.accident);
  const { wear, accidentsPerHour } = ends;
  const life = weibull(wear);
  const cost = (hours: number): number => costPerHour(ends, costs, hours);
  const runToFailurePerHour = cost(Infinity);
  const runToFailure = (because: RunToFailureReason): BestInterval => ({
    intervalHours: null,
    because,
    costPerHour: runToFailurePerHour,
    runToFailurePerHour,
    window: null,
  });
  if (costs.wear <= costs.planned) return runToFailure('failure-costs-no-more');
  if (wear.shape <= 1) return runToFailure('does-not-wear');
  const ratio = costs.planned / (costs.wear - costs.planned);
  const excess = (hours: number): number => {
    const { meanHours, worn } = cycle(wear, accidentsPerHour, hours);
    return life.hazardPerHour(hours) * meanHours - worn - ratio;
  };
  const last = lastAge(wear, accidentsPerHour);
  if (excess(last) < 0) return runToFailure('saves-too-little');
  const intervalHours = findRoot(excess, last * 1e-9, last);
  const least = cost(intervalHours);
  if (least > (1 - LEAST_SAVING) * runToFailurePerHour) return runToFailure('saves-too-little');
  const over = (hours: number): number => cost(hours) - (1 + FLAT_SHARE) * least;
  return {
    intervalHours,
    because: 'cheapest',
    costPerHour: least,
    runToFailurePerHour,
    window: {
      fromHours: findRoot(over, intervalHours * 1e-6, intervalHours),
      // The saving can be so small that the flat never ends.
      toHours: over(last) > 0 ? findRoot(over, intervalHours, last) : Infinity,
    },
  };
}

/** Expected end of one needle changed at a given age at the latest: time in the machine, and cause. */
export function expectedEnds(
  ends: NeedleEnds,
  intervalHours: number,
): {
  readonly meanHours: number;
  readonly worn: number;
  readonly accidents: number;
  readonly planned: number;
} {
  if (Number.isNaN(intervalHours)) throw new OutOfRange('intervalHours', intervalHours, 'a number above 0');
  const { meanHours, worn, survival } = cycle(ends.wear, ends.accidentsPerHour, intervalHours);
  return { meanHours, worn, accidents: ends.accidentsPerHour * meanHours, planned: survival };
}
