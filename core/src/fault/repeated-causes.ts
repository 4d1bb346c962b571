import { DAY_MS } from '../units/index.js';
import { causeById, NONE_OF_THESE } from './causes.js';

/** A confirmed cause with its machine, registered or not, and its time. */
export interface ConfirmedCause {
  readonly causeId: string | null;
  readonly machineId: string | null;
  readonly endedAt: string;
}

/** A cause that keeps recurring on one machine, or on several; `machineId` is null for the whole shop. */
export interface RepeatedCause {
  readonly causeId: string;
  readonly machineId: string | null;
  readonly times: number;
}

/**
 * A cause counts as recurring if one machine, or all together, had it this often within this many days. Assumptions.
 */
const WITHIN_DAYS = 90;
const ON_ONE = 3;
const ON_ALL = 5;
/**
 * Causes that keep recurring, most frequent first: another repair will not end them. One that recurs on a machine is
 * not reported for the shop too.
 */
export function repeatedCauses(cases: readonly ConfirmedCause[], nowMs: number): readonly RepeatedCause[] {
  const lately = cases.filter(
    ({ causeId, endedAt }) =>
      causeId !== null &&
      causeId !== NONE_OF_THESE &&
      causeById(causeId) !== undefined &&
      nowMs - Date.parse(endedAt) <= WITHIN_DAYS * DAY_MS,
  );
  const onMachines = counted(lately.filter(({ machineId }) => machineId !== null)).filter(
    ({ times }) => times >= ON_ONE,
  );
  const said = new Set(onMachines.map(({ causeId }) => causeId));
  const onAll = counted(lately.map((one) => ({ ...one, machineId: null }))).filter(
    ({ causeId, times }) => times >= ON_ALL && !said.has(causeId),
  );
  return [...onMachines, ...onAll].sort((a, b) => b.times - a.times);
}

function counted(cases: readonly ConfirmedCause[]): readonly RepeatedCause[] {
  const times = new Map<string, RepeatedCause>();
  for (const { causeId, machineId } of cases) {
    const key = `${causeId} ${machineId}`;
    const before = times.get(key)?.times ?? 0;
    times.set(key, { causeId: causeId!, machineId, times: before + 1 });
  }
  return [...times.values()];
}
