import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Shared tablets with people's PINs and badges, and other systems that may read. */
export const tablets: Migration = {
  name: '20270107-tablets',
  up: async ({ context }) => {
    await context.query('ALTER TABLE devices DROP CONSTRAINT IF EXISTS devices_kind');
    await context.query(
      `ALTER TABLE devices ADD CONSTRAINT devices_kind CHECK (kind IN ('counter', 'tension-gauge', 'scale', 'tablet', 'system'))`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS person_passes (
         person_id ${ID} PRIMARY KEY, pin_hash VARCHAR(255), badge_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin,
         UNIQUE KEY badge (badge_hash), FOREIGN KEY (person_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS person_passes');
    await context.query(`DELETE FROM devices WHERE kind IN ('tablet', 'system')`);
    await context.query('ALTER TABLE devices DROP CONSTRAINT IF EXISTS devices_kind');
    await context.query(
      `ALTER TABLE devices ADD CONSTRAINT devices_kind CHECK (kind IN ('counter', 'tension-gauge', 'scale'))`,
    );
  },
};
