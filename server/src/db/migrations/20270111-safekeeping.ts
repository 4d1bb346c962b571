import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Restores that were tried, and how old copies may become. A shop without a rule follows the usual one. */
export const safekeeping: Migration = {
  name: '20270111-safekeeping',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS restore_drills (
         id ${ID} PRIMARY KEY, done_at DATETIME(6) NOT NULL, file VARCHAR(200) NOT NULL, backup_made_at DATETIME(6),
         wrong VARCHAR(1000) NOT NULL, INDEX restore_drills_by_time (done_at)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS safekeeping_rule (
         id INT PRIMARY KEY CHECK (id = 1), backup_within_hours INT NOT NULL CHECK (backup_within_hours > 0),
         drill_within_days INT NOT NULL CHECK (drill_within_days > 0), version INT NOT NULL
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS safekeeping_rule');
    await context.query('DROP TABLE IF EXISTS restore_drills');
  },
};
