import type { CaseLatch, SettingScrew } from '@gantelet/core';

/** One of a machine's bobbin cases, named by what is engraved on it. */
export interface BobbinCaseRow {
  id: string;
  machineId: string;
  mark: string;
  latch: CaseLatch;
  slotMostTex: number | null;
  settingScrew: SettingScrew | null;
  note: string;
  thrownAway: boolean;
  version: number;
}

/** A case that was put into its machine. The first one was in before anyone recorded it. */
export interface BobbinCaseSwapRow {
  id: string;
  machineId: string;
  caseId: string;
  putInAt: Date;
  putInById: string;
}
