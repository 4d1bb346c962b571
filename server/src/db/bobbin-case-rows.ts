import type { CaseLatch, SettingScrew } from '@gantelet/core';

/** A bobbin case of a machine, named by what is engraved on it. */
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

/** A case that went into its machine. The first of a machine was in before anybody wrote that down. */
export interface BobbinCaseSwapRow {
  id: string;
  machineId: string;
  caseId: string;
  putInAt: Date;
  putInById: string;
}
