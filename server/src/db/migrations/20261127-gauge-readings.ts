import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Tension gauge readings at each knob setting. */
export const gaugeReadings: Migration = {
  name: '20261127-gauge-readings',
  up: ({ context }) =>
    context.query(
      `CREATE TABLE IF NOT EXISTS gauge_readings (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, setup_id ${ID} NOT NULL,
         turns DOUBLE NOT NULL CHECK (turns >= 0), tension_cn DOUBLE NOT NULL CHECK (tension_cn > 0),
         pulls INT NOT NULL CHECK (pulls > 0), read_at DATETIME(6) NOT NULL, read_by_id ${ID} NOT NULL,
         INDEX gauge_readings_by_machine (machine_id, read_at),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (setup_id) REFERENCES setups (id),
         FOREIGN KEY (read_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    ),
  down: ({ context }) => context.query('DROP TABLE IF EXISTS gauge_readings'),
};
