import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Stitch counters: their readings, stored for a time, and each machine's running time by the hour, kept for good. */
export const counters: Migration = {
  name: '20261201-counters',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE devices DROP CONSTRAINT IF EXISTS CONSTRAINT_1, ADD COLUMN IF NOT EXISTS machine_id ${ID},
         ADD CONSTRAINT IF NOT EXISTS devices_kind CHECK (kind IN ('counter', 'tension-gauge', 'scale')),
         ADD CONSTRAINT devices_machine FOREIGN KEY IF NOT EXISTS (machine_id) REFERENCES machines (id)`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS counter_readings (
         id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, device_id ${ID} NOT NULL, boot INT UNSIGNED NOT NULL,
         seq INT UNSIGNED NOT NULL, sent_at DATETIME(6) NOT NULL, received_at DATETIME(6) NOT NULL,
         stitches DOUBLE NOT NULL CHECK (stitches >= 0), motor_ms DOUBLE NOT NULL CHECK (motor_ms >= 0),
         rolled_up BOOLEAN NOT NULL DEFAULT FALSE,
         UNIQUE INDEX counter_readings_once (device_id, boot, seq),
         INDEX counter_readings_by_time (device_id, sent_at), INDEX counter_readings_to_roll (rolled_up, device_id, sent_at),
         FOREIGN KEY (device_id) REFERENCES devices (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS counter_hours (
         device_id ${ID} NOT NULL, hour_at DATETIME(6) NOT NULL, machine_id ${ID} NOT NULL,
         stitches DOUBLE NOT NULL CHECK (stitches >= 0), motor_ms DOUBLE NOT NULL CHECK (motor_ms >= 0),
         covered_shift_ms DOUBLE NOT NULL CHECK (covered_shift_ms >= 0),
         PRIMARY KEY (device_id, hour_at), INDEX counter_hours_by_machine (machine_id, hour_at),
         FOREIGN KEY (device_id) REFERENCES devices (id), FOREIGN KEY (machine_id) REFERENCES machines (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query('ALTER TABLE devices ADD COLUMN IF NOT EXISTS last_heard_at DATETIME(6)');
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS counter_hours');
    await context.query('DROP TABLE IF EXISTS counter_readings');
    await context.query(`DELETE FROM devices WHERE kind = 'counter'`);
    await context.query(
      `ALTER TABLE devices DROP FOREIGN KEY IF EXISTS devices_machine, DROP CONSTRAINT IF EXISTS devices_kind, DROP COLUMN IF EXISTS last_heard_at,
         DROP COLUMN IF EXISTS machine_id, ADD CONSTRAINT IF NOT EXISTS CONSTRAINT_1 CHECK (kind IN ('tension-gauge', 'scale'))`,
    );
  },
};
