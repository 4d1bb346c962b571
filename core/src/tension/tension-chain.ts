import { requireNotNegative, requirePositive } from '../standing/index.js';

/** How heavy a machine is built. */
export type Duty = 'light' | 'medium' | 'heavy';

/**
 * How tension builds up along the needle thread: Euler's capstan (handbook) at every pin, and discs that add what
 * their springs press. Parameters are assumptions by duty: used for trends and drawings only, never shown as facts
 * about a machine; a machine's own gauge readings replace them.
 */
export interface ChainParameters {
  /** cN per turn of the secondary and of the primary. */
  readonly secondaryCnPerTurn: number;
  readonly primaryCnPerTurn: number;
  /** Wrap exponents before, between and after the two. */
  readonly mPre: number;
  readonly mMid: number;
  readonly mPost: number;
  /** Pitch of the knob's screw in mm. */
  readonly pitchMm: number;
  /** Bobbin spring: cN per turn and pitch of its screw. */
  readonly bobbinCnPerTurn: number;
  readonly bobbinPitchMm: number;
}

export const CHAIN: Readonly<Record<Duty, ChainParameters>> = {
  light: chain(25, 40, 0.1, 0.15, 0.2, 0.7, 90, 0.3),
  medium: chain(50, 80, 0.25, 0.25, 0.3, 0.75, 180, 0.3),
  heavy: chain(90, 150, 0.25, 0.3, 0.35, 0.8, 400, 0.35),
};

/** Share of a thread's extra diameter that lifts a disc. */
const LIFT_SHARE = 0.6;
/** Thread for which the discs and the bobbin spring are adjusted when a screw counts as just touching. */
const REFERENCE_MM = 0.3;
/** Tension of the thread as it leaves the cone, in cN. */
const FROM_CONE_CN = 10;

/** Positions of the knobs. */
export interface ChainSetting {
  readonly secondaryTurns: number;
  readonly primaryTurns: number;
  readonly threadDiameterMm: number;
  /** False when a pre-tension wrap is left out. */
  readonly wrapped?: boolean;
}

/** Needle thread tension in cN. T0 e^m + A max(0, n + lift), stage by stage. */
export function needleTensionCn(
  { secondaryTurns, primaryTurns, threadDiameterMm, wrapped = true }: ChainSetting,
  { secondaryCnPerTurn, primaryCnPerTurn, mPre, mMid, mPost, pitchMm }: ChainParameters,
): number {
  requireNotNegative('secondaryTurns', secondaryTurns);
  requireNotNegative('primaryTurns', primaryTurns);
  const lift =
    (LIFT_SHARE * (requirePositive('threadDiameterMm', threadDiameterMm) - REFERENCE_MM)) / pitchMm;
  const pressed = (turns: number): number => Math.max(0, turns + lift);
  const first = FROM_CONE_CN * Math.exp(wrapped ? mPre : 0) + secondaryCnPerTurn * pressed(secondaryTurns);
  const second = first * Math.exp(mMid) + primaryCnPerTurn * pressed(primaryTurns);
  return second * Math.exp(mPost);
}

/** Bobbin tension in cN at turns of the screw past just touching the reference thread. */
export function bobbinTensionCn(
  screwTurns: number,
  threadDiameterMm: number,
  { bobbinCnPerTurn, bobbinPitchMm }: ChainParameters,
): number {
  requirePositive('threadDiameterMm', threadDiameterMm);
  const lift = (LIFT_SHARE * (threadDiameterMm - REFERENCE_MM)) / bobbinPitchMm;
  return bobbinCnPerTurn * Math.max(0, screwTurns + lift);
}

function chain(
  secondaryCnPerTurn: number,
  primaryCnPerTurn: number,
  mPre: number,
  mMid: number,
  mPost: number,
  pitchMm: number,
  bobbinCnPerTurn: number,
  bobbinPitchMm: number,
): ChainParameters {
  return { secondaryCnPerTurn, primaryCnPerTurn, mPre, mMid, mPost, pitchMm, bobbinCnPerTurn, bobbinPitchMm };
}
