import type { Clearance, WithdrawableLog } from '@gantelet/contracts';

/** A missing piece that keeps a machine stopped until a mechanic clears it. */
export interface SafetyStopRow {
  id: string;
  machineId: string;
  /** The needle the piece is from, if known. */
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
/** A withdrawn log entry. */
export interface WithdrawalRow {
  entryId: string;
  id: string;
  log: WithdrawableLog;
  withdrawnAt: Date;
  withdrawnById: string;
}
