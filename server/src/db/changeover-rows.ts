import type { ChangeoverEnd, ChangeoverTick } from '@gantelet/contracts';

/** A changeover; `steps` is JSON of `ChangeoverSteps`. */
export interface ChangeoverRow {
  id: string;
  machineId: string;
  /** The machine while the changeover is open, null afterwards: a machine has at most one open. */
  openMachineId: string | null;
  fromSetupId: string | null;
  toSetupId: string;
  steps: string;
  begunAt: Date;
  begunById: string;
  ending: ChangeoverEnd['ending'] | null;
  reason: string;
  endedAt: Date | null;
  endedById: string | null;
}
export interface ChangeoverTickRow {
  id: string;
  changeoverId: string;
  /** Counts up within its changeover. */
  place: number;
  step: ChangeoverTick['step'];
  outcome: ChangeoverTick['outcome'];
  tickedAt: Date;
  tickedById: string;
  installId: string | null;
}
