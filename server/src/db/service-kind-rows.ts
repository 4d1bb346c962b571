import type { MachineEntry } from '@gantelet/contracts';
import type { ServiceClock } from '@gantelet/core';

/** A kind of service the shop has added. */
export interface ServiceKindRow {
  id: string;
  name: string;
  clock: ServiceClock;
  dueAfter: number;
  how: string;
  machineClass: MachineEntry['machineClass'] | null;
  dropped: boolean;
  addedAt: Date;
  version: number;
}
