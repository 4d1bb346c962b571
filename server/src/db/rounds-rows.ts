import type { SkipReason } from '@gantelet/contracts';

/** Planning settings: every version is kept and the last one applies. */
export interface RoundsSettingsRow {
  version: number;
  settings: string;
  setAt: Date;
  setById: string;
}
export interface RoundPlanRow {
  id: string;
  version: number;
  madeAt: Date;
  madeById: string;
  /** A plan with its input, as JSON. */
  plan: string;
  publishedAt: Date | null;
  publishedById: string | null;
}
export interface RoundSkipRow {
  id: string;
  machineId: string;
  startsAt: Date;
  reason: SkipReason;
  note: string;
  skippedAt: Date;
  skippedById: string;
}
export interface CalendarLinkRow {
  personId: string;
  tokenHash: string;
  madeAt: Date;
}
