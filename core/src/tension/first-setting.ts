import { requireNotNegative, requirePositive, type Standing } from '../standing/index.js';
import { CHAIN, type Duty } from './tension-chain.js';
import { roundTurns } from './turns.js';

/** A balanced setting logged on this machine for other work. */
export interface LoggedSetting {
  readonly setupId: string;
  readonly name: string;
  readonly threadDiameterMm: number;
  readonly stackMm: number;
  readonly turns: number;
}

/** The work that needs a first setting. */
export interface SettingWanted {
  readonly tex: number;
  readonly threadDiameterMm: number;
  readonly stackMm: number;
  readonly duty: Duty;
  readonly travelTurns: number;
}

export type FirstSetting =
  | {
      readonly from: 'nearest';
      readonly turns: number;
      readonly standing: Standing;
      readonly nearest: LoggedSetting;
      /** This thread minus that one, and this stack minus that one. */
      readonly thickerThreadMm: number;
      readonly thickerStackMm: number;
    }
  | {
      readonly from: 'plain-rule';
      readonly turns: number;
      readonly lowTurns: number;
      readonly highTurns: number;
      readonly standing: Standing;
    };

/** Differences that count as one unit of dissimilarity: 0.05 mm of thread or 1 mm of stack. Assumption. */
const UNLIKENESS = { threadMm: 0.05, stackMm: 1 } as const;

/**
 * Where to put the top knob for the first test seam: the setting of the most similar work logged on this machine or,
 * without one, the plain rule.
 */
export function firstSetting(wanted: SettingWanted, logged: readonly LoggedSetting[]): FirstSetting {
  requirePositive('threadDiameterMm', wanted.threadDiameterMm);
  requirePositive('travelTurns', wanted.travelTurns);
  requireNotNegative('stackMm', wanted.stackMm);
  const [first, ...others] = logged;
  if (!first) return plainRule(wanted);
  const nearest = others.reduce(
    (best, one) => (unlikeness(wanted, one) < unlikeness(wanted, best) ? one : best),
    first,
  );
  return {
    from: 'nearest',
    turns: roundTurns(Math.min(wanted.travelTurns, nearest.turns)),
    standing: 'measured',
    nearest,
    thickerThreadMm: wanted.threadDiameterMm - nearest.threadDiameterMm,
    thickerStackMm: wanted.stackMm - nearest.stackMm,
  };
}

function unlikeness(wanted: SettingWanted, logged: LoggedSetting): number {
  return (
    Math.abs(wanted.threadDiameterMm - logged.threadDiameterMm) / UNLIKENESS.threadMm +
    Math.abs(wanted.stackMm - logged.stackMm) / UNLIKENESS.stackMm
  );
}

/** Target needle thread tension, cN per tex. From memory, right within a factor of two: a starting point only. */
export const NEEDLE_TARGET_CN_PER_TEX = { low: 2, middle: 3, high: 4 } as const;

/** The start when nothing is logged: the turns at which the assumed chain would reach the target tension. */
function plainRule({ tex, duty, travelTurns }: SettingWanted): FirstSetting {
  requirePositive('tex', tex);
  const { primaryCnPerTurn, secondaryCnPerTurn, mMid, mPost } = CHAIN[duty];
  // The pre-tension follows at half the turns.
  const cnPerTurn = (secondaryCnPerTurn * 0.5 * Math.exp(mMid) + primaryCnPerTurn) * Math.exp(mPost);
  const turnsFor = (cnPerTex: number) => roundTurns(Math.min(travelTurns, (cnPerTex * tex) / cnPerTurn));
  return {
    from: 'plain-rule',
    turns: turnsFor(NEEDLE_TARGET_CN_PER_TEX.middle),
    lowTurns: turnsFor(NEEDLE_TARGET_CN_PER_TEX.low),
    highTurns: turnsFor(NEEDLE_TARGET_CN_PER_TEX.high),
    standing: 'assumption',
  };
}
