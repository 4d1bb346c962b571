import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Counter jumps beyond what can have been sewn, and the mechanic's decision on each. */
export const counterLeaps: Migration = {
  name: '20261214-counter-leaps',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE counter_readings ADD COLUMN IF NOT EXISTS leap_accepted BOOLEAN NOT NULL DEFAULT FALSE`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS counter_leaps (
         id ${ID} PRIMARY KEY, device_id ${ID} NOT NULL, machine_id ${ID} NOT NULL, boot INT UNSIGNED NOT NULL,
         seq INT UNSIGNED NOT NULL, from_at DATETIME(6) NOT NULL, to_at DATETIME(6) NOT NULL,
         stitches DOUBLE NOT NULL CHECK (stitches >= 0), motor_ms DOUBLE NOT NULL CHECK (motor_ms >= 0),
         accepted BOOLEAN, decided_at DATETIME(6), decided_by_id ${ID},
         UNIQUE INDEX counter_leaps_once (device_id, boot, seq), INDEX counter_leaps_open (decided_at, to_at),
         INDEX counter_leaps_by_machine (machine_id, decided_at),
         FOREIGN KEY (device_id) REFERENCES devices (id), FOREIGN KEY (machine_id) REFERENCES machines (id),
         FOREIGN KEY (decided_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS counter_leaps');
    await context.query('ALTER TABLE counter_readings DROP COLUMN IF EXISTS leap_accepted');
  },
};
