import { REMOVAL_CAUSES, type RemovalCause } from '../floor/index.js';
import {
  bestInterval,
  costPerHour,
  type BestInterval,
  type ChangeCosts,
  type NeedleEnds,
} from './best-interval.js';
import { fitWeibull, scaleAtLeast, type NoFit, type WeibullFit } from './fit-weibull.js';
import { kaplanMeier, thinSteps, type SurvivalStep } from './kaplan-meier.js';
import { likelihoodLimits, type WeibullLimits } from './likelihood-interval.js';
import { countable, hoursWatched, rateOf, wearRecords, type NeedleEnd, type Rate } from './needle-end.js';
import { poolLives, type PooledLives } from './pool-lives.js';

/** Fewer wear failures than this say nothing about the shape of a single group. */
export const ENOUGH_FAILURES = 6;

/** Everything that can be said about the needles of one group. */
export interface LivesAssessment {
  readonly needles: number;
  readonly hours: number;
  readonly causes: Readonly<Record<RemovalCause, number>>;
  readonly stillIn: number;
  readonly survival: readonly SurvivalStep[];
  /** The group's own fit by maximum likelihood. */
  readonly fit: WeibullFit | NoFit;
  readonly limits: WeibullLimits | null;
  /** One shape for the group, a scale for each machine: what the advice is based on. */
  readonly pooled: PooledLives | NoFit;
  readonly accidents: Rate | null;
  readonly advice: LifeAdvice;
}

/** What to do about a group's needles. */
export type LifeAdvice =
  | {
      readonly do: 'too-little';
      readonly failures: number;
      readonly wanted: number;
      /** Without a failure: with 95 % confidence the scale is above this, assuming the usual shape. */
      readonly scaleAtLeastHours: number | null;
    }
  | ({ readonly do: 'interval' | 'run-to-failure' } & BestInterval & {
        /** What other rules would cost per running hour. */
        readonly others: {
          readonly flat: { readonly hours: number; readonly costPerHour: number };
          readonly asDone: { readonly costPerHour: number; readonly hours: number } | null;
        };
        /** How the interval moves when an input is off. */
        readonly sensitivity: readonly Sensitivity[];
      });

export interface Sensitivity {
  readonly of: 'wear-cost' | 'shape' | 'scale';
  /** The factor the input is multiplied by. */
  readonly times: number;
  readonly intervalHours: number | null;
}

/** Recent practice: what was spent over how many running hours. */
export interface AsDone {
  readonly hours: number;
  readonly causes: Readonly<Record<RemovalCause, number>>;
}

export interface AssessInput {
  readonly ends: readonly NeedleEnd[];
  readonly costs: ChangeCosts;
  /** The flat rule used for comparison. */
  readonly flatHours: number;
  readonly asDone: AsDone | null;
}

const USUAL_SHAPE = 2;
/** Steps of the survival curve that a drawing can still resolve. */
const MOST_STEPS = 400;
const OFF: readonly Omit<Sensitivity, 'intervalHours'>[] = [
  { of: 'wear-cost', times: 0.5 },
  { of: 'wear-cost', times: 2 },
  { of: 'shape', times: 0.8 },
  { of: 'shape', times: 1.25 },
  { of: 'scale', times: 0.8 },
  { of: 'scale', times: 1.25 },
];

/** Assesses the needles of one group: how long they last, what ends them, and when to change them. */
export function assessLives({ ends, costs, flatHours, asDone }: AssessInput): LivesAssessment {
  const counted = countable(ends);
  const records = wearRecords(counted);
  const hours = hoursWatched(counted);
  const fit: WeibullFit | NoFit = records.length === 0 ? { why: 'no-failure' } : fitWeibull(records);
  const pooled = poolLives(byMachine(counted));
  const causes = countCauses(counted);
  const accidents = hours > 0 ? rateOf(causes.accident, hours) : null;
  return {
    needles: counted.length,
    hours,
    causes,
    stillIn: counted.filter(({ cause }) => cause === null).length,
    survival: thinSteps(kaplanMeier(records), MOST_STEPS),
    fit,
    limits: 'why' in fit ? null : likelihoodLimits(records, fit),
    pooled,
    accidents,
    advice:
      'why' in pooled || pooled.failures < ENOUGH_FAILURES
        ? {
            do: 'too-little',
            failures: causes.wear,
            wanted: ENOUGH_FAILURES,
            scaleAtLeastHours:
              causes.wear === 0 && records.length > 0 ? scaleAtLeast(records, USUAL_SHAPE) : null,
          }
        : advise(
            {
              wear: { shape: pooled.shape, scaleHours: pooled.scaleHours },
              accidentsPerHour: accidents!.perHour,
            },
            costs,
            flatHours,
            asDone,
          ),
  };
}

/** How many needles each cause ended. */
export function countCauses(
  ends: readonly Pick<NeedleEnd, 'cause'>[],
): Readonly<Record<RemovalCause, number>> {
  const count = (cause: RemovalCause): number => ends.filter((one) => one.cause === cause).length;
  return Object.fromEntries(REMOVAL_CAUSES.map((cause) => [cause, count(cause)])) as Record<
    RemovalCause,
    number
  >;
}

function advise(ends: NeedleEnds, costs: ChangeCosts, flatHours: number, asDone: AsDone | null): LifeAdvice {
  const best = bestInterval(ends, costs);
  return {
    do: best.intervalHours === null ? 'run-to-failure' : 'interval',
    ...best,
    others: {
      flat: { hours: flatHours, costPerHour: costPerHour(ends, costs, flatHours) },
      asDone: asDone && { hours: asDone.hours, costPerHour: spentPerHour(asDone, costs) },
    },
    sensitivity: OFF.map(({ of, times }) => ({
      of,
      times,
      intervalHours: bestInterval(
        {
          ...ends,
          wear: {
            shape: ends.wear.shape * (of === 'shape' ? times : 1),
            scaleHours: ends.wear.scaleHours * (of === 'scale' ? times : 1),
          },
        },
        { ...costs, wear: costs.wear * (of === 'wear-cost' ? times : 1) },
      ).intervalHours,
    })),
  };
}

/** What was really spent per running hour. A needle that came out for an unknown reason cost a planned change. */
function spentPerHour({ hours, causes }: AsDone, costs: ChangeCosts): number {
  const planned = causes.scheduled + causes.changeover + causes.unknown;
  return (planned * costs.planned + causes.wear * costs.wear + causes.accident * costs.accident) / hours;
}

function byMachine(ends: readonly NeedleEnd[]) {
  const machineIds = [...new Set(ends.map(({ machineId }) => machineId))];
  return machineIds.map((machineId) => ({
    machineId,
    records: wearRecords(ends.filter((one) => one.machineId === machineId)),
  }));
}
