import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** What else a test seam can tell: where the knot lies, the pre-tension setting, the strip it was sewn on. */
const SEAM_COLUMNS: readonly (readonly [name: string, type: string])[] = [
  ['lock_depth', 'DOUBLE CHECK (lock_depth BETWEEN 0 AND 1)'],
  ['pre_tension_turns', 'DOUBLE CHECK (pre_tension_turns >= 0)'],
  ['strip_id', ID],
];

/** Measured knots, ladder strips, the bobbin case over time, and practice runs. */
export const tensionRoom: Migration = {
  name: '20261126-tension-room',
  up: async ({ context }) => {
    for (const [name, type] of SEAM_COLUMNS)
      await context.query(`ALTER TABLE test_seams ADD COLUMN IF NOT EXISTS ${name} ${type}`);
    await context.query(
      `CREATE TABLE IF NOT EXISTS bobbin_readings (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, setup_id ${ID} NOT NULL, method ${CODE} NOT NULL,
         outcome ${CODE}, grams DOUBLE CHECK (grams > 0), tension_cn DOUBLE CHECK (tension_cn >= 0),
         screw_turns DOUBLE NOT NULL, read_at DATETIME(6) NOT NULL, read_by_id ${ID} NOT NULL,
         INDEX bobbin_readings_by_machine (machine_id, read_at),
         CHECK (method IN ('drop', 'weight', 'gauge', 'screw')),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (setup_id) REFERENCES setups (id),
         FOREIGN KEY (read_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS practice_runs (
         id ${ID} PRIMARY KEY, person_id ${ID} NOT NULL, scenario_id ${CODE} NOT NULL,
         seams INT NOT NULL CHECK (seams > 0), finished_at DATETIME(6) NOT NULL,
         INDEX practice_runs_by_person (person_id, finished_at), FOREIGN KEY (person_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS practice_runs');
    await context.query('DROP TABLE IF EXISTS bobbin_readings');
    for (const [name] of [...SEAM_COLUMNS].reverse()) {
      await context.query(`ALTER TABLE test_seams DROP COLUMN IF EXISTS ${name}`);
    }
  },
};
