import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Created in this order and dropped in reverse. */
const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'work_looks',
    `id ${ID} PRIMARY KEY, zone_id ${ID} NOT NULL, machine_id ${ID} NOT NULL, sewing BOOLEAN NOT NULL,
     looked_at DATETIME(6) NOT NULL, looked_by_id ${ID} NOT NULL, INDEX work_looks_by_zone (zone_id, sewing),
     FOREIGN KEY (zone_id) REFERENCES zones (id), FOREIGN KEY (machine_id) REFERENCES machines (id),
     FOREIGN KEY (looked_by_id) REFERENCES people (id)`,
  ],
  [
    'piece_counts',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, pieces INT NOT NULL CHECK (pieces > 0),
     stitches_per_piece INT NOT NULL CHECK (stitches_per_piece > 0), speed_spm INT NOT NULL CHECK (speed_spm > 0),
     from_at DATETIME(6) NOT NULL, to_at DATETIME(6) NOT NULL, counted_by_id ${ID} NOT NULL,
     INDEX piece_counts_by_machine (machine_id, to_at), CHECK (from_at < to_at),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (counted_by_id) REFERENCES people (id)`,
  ],
  [
    'machine_services',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, kind ${CODE} NOT NULL, note VARCHAR(300) NOT NULL,
     done_at DATETIME(6) NOT NULL, done_by_id ${ID} NOT NULL,
     INDEX machine_services_by_machine (machine_id, done_at), INDEX machine_services_by_kind (machine_id, kind, done_at),
     CHECK (kind IN ('oil', 'lint', 'drain-magnet', 'burr-check')),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (done_by_id) REFERENCES people (id)`,
  ],
  [
    'machine_setups',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, setup_id ${ID} NOT NULL, set_at DATETIME(6) NOT NULL,
     set_by_id ${ID} NOT NULL, INDEX machine_setups_by_machine (machine_id, set_at),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (setup_id) REFERENCES setups (id),
     FOREIGN KEY (set_by_id) REFERENCES people (id)`,
  ],
];

/** Spot checks, pieces, services, what machines were set up for, and where they stand. */
export const floorWork: Migration = {
  name: '20261205-floor-work',
  up: async ({ context }) => {
    for (const [name, body] of TABLES) {
      await context.query(
        `CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
      );
    }
    await context.query(
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS plan_column INT CHECK (plan_column >= 0), ADD COLUMN IF NOT EXISTS plan_row INT CHECK (plan_row >= 0)`,
    );
    await context.query('ALTER TABLE zones ADD COLUMN IF NOT EXISTS plan_version INT NOT NULL DEFAULT 0');
    // A machine's history is read by time.
    await context.query(
      'ALTER TABLE setups ADD INDEX IF NOT EXISTS setups_by_machine (machine_id, saved_at)',
    );
  },
  down: async ({ context }) => {
    await context.query(
      'ALTER TABLE setups ADD INDEX IF NOT EXISTS machine_id (machine_id), DROP INDEX IF EXISTS setups_by_machine',
    );
    await context.query('ALTER TABLE zones DROP COLUMN IF EXISTS plan_version');
    await context.query(
      'ALTER TABLE machines DROP COLUMN IF EXISTS plan_row, DROP COLUMN IF EXISTS plan_column',
    );
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
  },
};
