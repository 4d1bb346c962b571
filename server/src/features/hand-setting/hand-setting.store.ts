import { QueryTypes } from 'sequelize';
import type { HandSettingsEntry, LoggedHandSettings } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { HandSettingRow } from '../../db/hand-setting-rows.js';
import { standing } from '../../db/withdrawn.js';

type SettingRow = Omit<HandSettingRow, 'setById'> & { readonly setBy: string };

/** The latest settings of each set-up that were not withdrawn. */
export async function findHandSettings(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<LoggedHandSettings[]> {
  const rows = await sequelize.query<SettingRow>(
    `SELECT id, setup_id AS setupId, foot_screw_mm AS footScrewMm, foot_turns AS footTurns, edge_mm AS edgeMm,
            edge_by AS edgeBy, speed_spm AS speedSpm, note, set_at AS setAt, set_by AS setBy
       FROM (SELECT h.*, p.name AS set_by,
                    ROW_NUMBER() OVER (PARTITION BY h.setup_id ORDER BY h.set_at DESC, h.id DESC) AS newest
               FROM hand_settings h JOIN people p ON p.id = h.set_by_id WHERE ${standing('h')}) AS latest
      WHERE newest = 1 ORDER BY setup_id`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return rows.map(({ setAt, ...row }) => ({ ...row, setAt: setAt.toISOString() }));
}

export async function insertHandSettings(
  { tables }: Database,
  id: string,
  { setAt, ...settings }: HandSettingsEntry,
  setById: string,
  tx: Transaction,
): Promise<void> {
  await tables.handSettings.create({ id, ...settings, setAt: new Date(setAt), setById }, { transaction: tx });
}
