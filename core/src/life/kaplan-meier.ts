import { NORMAL_95 } from '../numeric/index.js';
import { requirePositive } from '../standing/index.js';
import { requireRecords, type LifeRecord } from './life-record.js';

/** Share still working just after an age at which some failed. */
export interface SurvivalStep {
  readonly hours: number;
  readonly failed: number;
  /** At risk at that age: entered before it and not yet out. */
  readonly atRisk: number;
  readonly survival: number;
  /** Greenwood's standard error. */
  readonly standardError: number;
  /** 95 % limits on the scale of the log of the negative log. */
  readonly low: number;
  readonly high: number;
}

/**
 * Non-parametric survival curve (Kaplan and Meier 1958), with Greenwood's error. Failures count before removals at
 * the same age; a part-used needle counts from the age at which it went in.
 *
 * @returns one step for each age at which some failed, youngest first
 */
export function kaplanMeier(records: readonly LifeRecord[]): readonly SurvivalStep[] {
  const byAge = [...requireRecords(records)].sort((a, b) => a.hours - b.hours);
  const entries = records.map(({ entryHours }) => entryHours).sort((a, b) => a - b);
  const steps: SurvivalStep[] = [];
  let [survival, greenwood, entered] = [1, 0, 0];
  for (let i = 0; i < byAge.length;) {
    const { hours } = byAge[i]!;
    while (entered < entries.length && entries[entered]! < hours) entered++;
    const atRisk = entered - i;
    let [failed, next] = [0, i];
    for (; next < byAge.length && byAge[next]!.hours === hours; next++) failed += byAge[next]!.failed ? 1 : 0;
    if (failed > 0) {
      survival *= 1 - failed / atRisk;
      greenwood += failed / (atRisk * (atRisk - failed));
      steps.push({ hours, failed, atRisk, survival, ...limitsOf(survival, greenwood) });
    }
    i = next;
  }
  return steps;
}

function limitsOf(survival: number, greenwood: number): Pick<SurvivalStep, 'standardError' | 'low' | 'high'> {
  if (survival === 0) return { standardError: 0, low: 0, high: 0 };
  const standardError = survival * Math.sqrt(greenwood);
  const half = (NORMAL_95 * Math.sqrt(greenwood)) / Math.log(survival);
  return {
    standardError,
    low: survival ** Math.exp(-half),
    high: survival ** Math.exp(half),
  };
}

/**
 * A survival curve with fewer steps that looks the same: a step is left out while the curve has fallen by less than a
 * share since the last step included. Included steps are unchanged.
 *
 * @param most approximate number of steps, above 0
 */
export function thinSteps(steps: readonly SurvivalStep[], most: number): readonly SurvivalStep[] {
  const fall = 1 / requirePositive('most', most);
  let kept = 1;
  return steps.filter(({ survival }, i) => {
    const keep = i === steps.length - 1 || kept - survival >= fall;
    if (keep) kept = survival;
    return keep;
  });
}
