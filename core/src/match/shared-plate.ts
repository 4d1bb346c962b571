import type { MachineOnBench, SharedPlate } from './on-bench.js';

type Plates = Pick<MachineOnBench, 'plates' | 'sharedPlates'>;

/**
 * The shared plate to fetch for a hole: one that is on no machine, or else one from another machine.
 *
 * @returns null if the machine has a plate of its own with that hole, or none fits it
 */
export function plateToFetch({ plates = [], sharedPlates = [] }: Plates, holeMm: number): SharedPlate | null {
  if (plates.some((own) => own.holeMm === holeMm)) return null;
  const fit = sharedPlates.filter((one) => one.holeMm === holeMm);
  return fit.find(({ on }) => on === null) ?? fit[0] ?? null;
}

/** The shared plate on a machine; null while its own is. */
export function sharedPlateOn({ sharedPlates = [] }: Plates, machineId: string): SharedPlate | null {
  return sharedPlates.find(({ on }) => on?.id === machineId) ?? null;
}
