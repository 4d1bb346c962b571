import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Each counter's total for the needle in its machine, up to a given hour. Can be rebuilt from the hours. */
export const needleCounts: Migration = {
  name: '20261203-needle-counts',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS needle_counts (
         device_id ${ID} PRIMARY KEY, install_id ${ID} NOT NULL, up_to DATETIME(6) NOT NULL, stitches DOUBLE NOT NULL,
         motor_ms DOUBLE NOT NULL, covered_shift_ms DOUBLE NOT NULL,
         FOREIGN KEY (device_id) REFERENCES devices (id),
         FOREIGN KEY (install_id) REFERENCES needle_installs (id) ON DELETE CASCADE
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query('CREATE INDEX IF NOT EXISTS counter_hours_by_time ON counter_hours (hour_at)');
  },
  down: async ({ context }) => {
    await context.query('DROP INDEX IF EXISTS counter_hours_by_time ON counter_hours');
    await context.query('DROP TABLE IF EXISTS needle_counts');
  },
};
