import { causeById, CAUSES } from './causes.js';
import { openingMinutes, SECOND_LOOK, SURE_ENOUGH, type FaultState } from './fault-case.js';
import type { FaultCheck, Probe } from './fault-check.js';
import { FAULT_CHECKS, SPECIALIST } from './fault-checks.js';
import type { FaultTimes } from './fault-times.js';

/** The time and effect of an action, by the index of each cause. */
export interface Effort {
  /** Probability that it ends the fault, given the remaining shares. */
  readonly chance: number;
  readonly minutes: number;
}

const PLACE: ReadonlyMap<string, number> = new Map(CAUSES.map(({ id }, i) => [id, i]));
const SUCCESS: readonly number[] = CAUSES.map(({ repair }) => repair.success);
const MOST_SEAMS = 6;
/** An inspection is made twice at most. */
const MOST_LOOKS = 2;
/** Looking ahead ends after this many steps, or when so little is left open that it costs nothing. */
const MOST_STEPS = 14;
const NEARLY_NONE = 0.004;

/** A check that can end the fault, as indices and probabilities. */
interface Tabled {
  readonly check: Exclude<FaultCheck, Probe>;
  readonly places: readonly number[];
  readonly chances: readonly number[];
}

const TABLED: readonly Tabled[] = FAULT_CHECKS.flatMap((check) => {
  if (check.kind === 'probe') return [];
  const table = Object.entries(check.kind === 'swap' ? check.mends : check.finds);
  return [{ check, places: table.map(([id]) => PLACE.get(id)!), chances: table.map(([, chance]) => chance) }];
});

/** Remaining shares, in the order of the causes. */
export function sharesThere(there: Readonly<Record<string, number>>): number[] {
  return CAUSES.map(({ id }) => there[id] ?? 0);
}

/** Whether a check can be made and is informative. */
export function canMake(check: FaultCheck, { made, voided }: FaultState, symptomId: string): boolean {
  if (voided.has(check.id) || (check.only && !check.only.includes(symptomId))) return false;
  return (made.get(check.id) ?? 0) < (check.kind === 'look' ? MOST_LOOKS : 1);
}

/** An action possible now that may end the fault. */
export interface Doable {
  readonly check: Exclude<FaultCheck, Probe> | null;
  /** The cause it repairs, if it is a repair. */
  readonly causeId: string | null;
  readonly places: readonly number[];
  /** Probability that it fixes each of the causes at those indices. */
  readonly mends: readonly number[];
  readonly effort: (shares: readonly number[], total: number) => Effort;
}

/** Every possible action now, except probes and the specialist. */
export function doables(state: FaultState, symptomId: string): readonly Doable[] {
  const seams = seamMinutesFor(state);
  const checks = TABLED.filter(({ check }) => canMake(check, state, symptomId)).map((tabled) =>
    doableCheck(tabled, state, seams),
  );
  const repairs = state.unlocked.map((causeId): Doable => {
    const { success } = causeById(causeId)!.repair;
    const minutes = repairMinutes(state, causeId);
    const place = PLACE.get(causeId)!;
    return {
      ...{ check: null, causeId, places: [place], mends: [success] },
      effort: (shares, total) => {
        const chance = total === 0 ? 0 : (shares[place]! / total) * success;
        return { chance, minutes: minutes + seams(chance) };
      },
    };
  });
  return [...checks, ...repairs];
}

function doableCheck(
  { check, places, chances }: Tabled,
  state: FaultState,
  seams: (chance: number) => number,
): Doable {
  const opening = openingMinutes(state, check.needs);
  if (check.kind === 'swap')
    return {
      ...{ check, causeId: null, places, mends: chances },
      effort: (shares, total) => {
        const chance = weighed(shares, total, places, chances);
        return { chance, minutes: opening + state.times.checks[check.id]! + seams(chance) };
      },
    };
  const again = (state.made.get(check.id) ?? 0) > 0;
  const finds = chances.map((chance) => chance * (again ? SECOND_LOOK.sensitivity : 1));
  const mends = finds.map((chance, i) => chance * SUCCESS[places[i]!]!);
  const own = state.times.checks[check.id]! * (again ? SECOND_LOOK.minutes : 1);
  const falseAlarm = check.falseAlarm / places.length;
  const repairs = places.map((place) => repairMinutes(state, CAUSES[place]!.id) + seams(SUCCESS[place]!));
  return {
    ...{ check, causeId: null, places, mends },
    effort: (shares, total) => {
      let after = 0;
      for (let i = 0; i < places.length; i++) {
        const share = total === 0 ? 0 : shares[places[i]!]! / total;
        after += (share * finds[i]! + (1 - share) * falseAlarm) * repairs[i]!;
      }
      return { chance: weighed(shares, total, places, mends), minutes: opening + own + after };
    },
  };
}

const repairMinutes = ({ times }: FaultState, causeId: string): number =>
  times.repairs[causeId] ?? times.specialist;

function weighed(
  shares: readonly number[],
  total: number,
  places: readonly number[],
  chances: readonly number[],
): number {
  let sum = 0;
  for (let i = 0; i < places.length; i++) sum += shares[places[i]!]! * chances[i]!;
  return total === 0 ? 0 : sum / total;
}

/**
 * Minutes of the seams after something that helps with some probability: as many as it takes for a credible good one.
 */
function seamMinutesFor({ quiet, times }: FaultState): (chance: number) => number {
  const byLuck = Array.from({ length: MOST_SEAMS + 1 }, (_, seams) => quiet ** seams);
  return (chance) => {
    let seams = 1;
    while (seams < MOST_SEAMS && chance / (chance + (1 - chance) * byLuck[seams]!) < SURE_ENOUGH) seams++;
    return times.seam * (chance * seams + ((1 - chance) * (1 - byLuck[seams]!)) / (1 - quiet));
  };
}

/**
 * Expected minutes to finish from the present belief, for each step and without another probe: what a probe has to
 * beat.
 *
 * @param shares remaining; consumed
 */
export function costToFinish(
  shares: number[],
  options: readonly Doable[],
  { specialist }: FaultTimes,
): number {
  const left = [...options];
  let cost = 0;
  for (let step = 0; step < MOST_STEPS; step++) {
    const total = shares.reduce((sum, share) => sum + share, 0);
    if (total < NEARLY_NONE) return cost;
    let best = -1;
    let bestRate = SPECIALIST.success / specialist;
    let minutes = specialist;
    for (let i = 0; i < left.length; i++) {
      const effort = left[i]!.effort(shares, total);
      if (effort.chance / effort.minutes <= bestRate) continue;
      [best, bestRate, minutes] = [i, effort.chance / effort.minutes, effort.minutes];
    }
    cost += total * minutes;
    if (best < 0) return cost;
    const [{ places, mends }] = left.splice(best, 1) as [Doable];
    for (let i = 0; i < places.length; i++) shares[places[i]!]! *= 1 - mends[i]!;
  }
  return cost + shares.reduce((sum, share) => sum + share, 0) * specialist;
}
