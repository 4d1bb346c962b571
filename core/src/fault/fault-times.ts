import type { Values } from '../reference/index.js';
import { CAUSES, NONE_OF_THESE } from './causes.js';
import { OPENINGS } from './fault-check.js';
import { FAULT_CHECKS, SPECIALIST } from './fault-checks.js';

/** Minutes of everything done about a fault, by the ids of checks, causes and openings. */
export interface FaultTimes {
  readonly checks: Readonly<Record<string, number>>;
  readonly repairs: Readonly<Record<string, number>>;
  readonly openings: Readonly<Record<string, number>>;
  /** Of a test seam. */
  readonly seam: number;
  /** Of handing the machine over. */
  readonly specialist: number;
}

/** A time that the shop can measure for itself, as the catalogue shows it. */
export interface FaultTime {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
}

/** Minutes of a test seam. Assumption. */
const SEAM_MINUTES = 1;
const SEAM_ID = 'fault.seam';
const SPECIALIST_ID = 'fault.specialist';
/** The catalogue value for the minutes of a check. */
export const checkTimeId = (id: string): string => `fault.check.${id}`;
/** The catalogue value for the minutes of repairing a cause. */
export const repairTimeId = (id: string): string => `fault.repair.${id}`;
const openingId = (id: string): string => `fault.opening.${id}`;
const REPAIRED = CAUSES.filter(({ id }) => id !== NONE_OF_THESE);

/** All times of the fault finder, every one an assumption until the shop has timed its own. */
export const FAULT_TIMES: readonly FaultTime[] = [
  ...FAULT_CHECKS.map(({ id, name, minutes }) => ({ id: checkTimeId(id), name, minutes })),
  ...REPAIRED.map(({ id, name, repair: { minutes } }) => ({
    id: repairTimeId(id),
    name: `Repair: ${name}`,
    minutes,
  })),
  ...OPENINGS.map(({ id, name, minutes }) => ({ id: openingId(id), name, minutes })),
  { id: SEAM_ID, name: 'A test seam', minutes: SEAM_MINUTES },
  { id: SPECIALIST_ID, name: 'Waiting for a specialist', minutes: SPECIALIST.minutes },
];

/**
 * The shop's own times, else the learned ones, else the shipped ones.
 *
 * @param learned minutes by value id
 */
export function faultTimes(
  values: Values | null,
  learned: ReadonlyMap<string, number> = new Map(),
): FaultTimes {
  const of = (valueId: string, shipped: number): number =>
    values?.[valueId]?.value ?? learned.get(valueId) ?? shipped;
  return {
    checks: Object.fromEntries(FAULT_CHECKS.map(({ id, minutes }) => [id, of(checkTimeId(id), minutes)])),
    repairs: Object.fromEntries(REPAIRED.map(({ id, repair }) => [id, of(repairTimeId(id), repair.minutes)])),
    openings: Object.fromEntries(OPENINGS.map(({ id, minutes }) => [id, of(openingId(id), minutes)])),
    seam: of(SEAM_ID, SEAM_MINUTES),
    specialist: of(SPECIALIST_ID, SPECIALIST.minutes),
  };
}

export const SHIPPED_TIMES: FaultTimes = faultTimes(null);
