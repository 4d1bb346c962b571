import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Saved settings, seams judged on practice machines, and the mark of the pre-tension knob. */
export const keptSettings: Migration = {
  name: '20261210-kept-settings',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS kept_settings (
         id ${ID} PRIMARY KEY, setup_id ${ID} NOT NULL, turns DOUBLE NOT NULL, sure DOUBLE NOT NULL,
         claim ${CODE}, kept_at DATETIME(6) NOT NULL, kept_by_id ${ID} NOT NULL,
         INDEX kept_settings_of (setup_id, kept_at), CHECK (sure BETWEEN 0 AND 1),
         FOREIGN KEY (setup_id) REFERENCES setups (id), FOREIGN KEY (kept_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS practice_judgements (
         run_id ${ID} NOT NULL, place INT NOT NULL, half_windows DOUBLE NOT NULL, grade ${CODE} NOT NULL,
         PRIMARY KEY (run_id, place), FOREIGN KEY (run_id) REFERENCES practice_runs (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query('ALTER TABLE machines ADD COLUMN IF NOT EXISTS pre_tension_mark VARCHAR(120)');
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE machines DROP COLUMN IF EXISTS pre_tension_mark');
    await context.query('DROP TABLE IF EXISTS practice_judgements');
    await context.query('DROP TABLE IF EXISTS kept_settings');
  },
};
