/** A backup that was made and found complete. */
export interface BackupRow {
  id: string;
  madeAt: Date;
  sealed: boolean;
}

/** A restore that was tried beside the shop. */
export interface RestoreDrillRow {
  id: string;
  doneAt: Date;
  file: string;
  backupMadeAt: Date | null;
  /** Empty if it was restored whole. */
  wrong: string;
}

/** The shop's rule for its copies: one row. */
export interface SafekeepingRuleRow {
  id: number;
  backupWithinHours: number;
  drillWithinDays: number;
  version: number;
}
