import type { Clearance, WithdrawableLog } from '@gantelet/contracts';

/** A missing piece that keeps a machine from running until a mechanic has cleared it. */
export interface SafetyStopRow {
  id: string;
  machineId: string;
  /** The needle it is a piece of, as far as that is known. */
  installId: string | null;
  reportedAt: Date;
  reportedById: string;
}
export interface ClearanceRow {
  id: string;
  stopId: string;
  clearedAt: Date;
  clearedById: string;
  finding: Clearance['finding'];
}
/** An entry of a log that was taken back. */
export interface WithdrawalRow {
  entryId: string;
  id: string;
  log: WithdrawableLog;
  withdrawnAt: Date;
  withdrawnById: string;
}
