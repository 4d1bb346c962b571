import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Foot pressure, edge distance and speed of set-ups. */
export const handSettings: Migration = {
  name: '20270102-hand-settings',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS hand_settings (
         id ${ID} PRIMARY KEY, setup_id ${ID} NOT NULL, foot_screw_mm DOUBLE, foot_turns DOUBLE, edge_mm DOUBLE,
         edge_by ${CODE}, speed_spm INT, note VARCHAR(300) NOT NULL DEFAULT '', set_at DATETIME(6) NOT NULL,
         set_by_id ${ID} NOT NULL, INDEX hand_settings_of_setup (setup_id, set_at),
         FOREIGN KEY (setup_id) REFERENCES setups (id), FOREIGN KEY (set_by_id) REFERENCES people (id),
         CHECK (foot_screw_mm >= 0), CHECK (foot_turns >= 0), CHECK (edge_mm >= 0), CHECK (speed_spm > 0),
         CHECK (edge_by IN ('guide', 'bed-mark', 'drawn-line', 'groove'))
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query("DELETE FROM withdrawals WHERE log = 'hand-settings'");
    await context.query('DROP TABLE IF EXISTS hand_settings');
  },
};
