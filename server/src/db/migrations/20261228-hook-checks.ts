import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Hook checks of machines with their measurements. */
export const hookChecks: Migration = {
  name: '20261228-hook-checks',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS hook_checks (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, document MEDIUMTEXT NOT NULL,
         note VARCHAR(300) NOT NULL DEFAULT '', checked_at DATETIME(6) NOT NULL, checked_by_id ${ID} NOT NULL,
         INDEX hook_checks_of_machine (machine_id, checked_at), FOREIGN KEY (machine_id) REFERENCES machines (id),
         FOREIGN KEY (checked_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS hook_checks');
  },
};
