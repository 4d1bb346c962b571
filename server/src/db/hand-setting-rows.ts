import type { HandSettingsEntry } from '@gantelet/contracts';

/** Foot pressure, edge distance and speed of a set-up, as they were set. */
export interface HandSettingRow extends Omit<HandSettingsEntry, 'setAt'> {
  id: string;
  setAt: Date;
  setById: string;
}
