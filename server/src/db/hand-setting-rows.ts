import type { HandSettingsEntry } from '@gantelet/contracts';

/** Foot pressure, edge and speed of a set-up, as they stood. */
export interface HandSettingRow extends Omit<HandSettingsEntry, 'setAt'> {
  id: string;
  setAt: Date;
  setById: string;
}
