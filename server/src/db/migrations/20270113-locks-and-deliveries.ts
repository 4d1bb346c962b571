import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** PINs that were guessed at, whichever tablet it was done on; and messages that were given up. */
export const locksAndDeliveries: Migration = {
  name: '20270113-locks-and-deliveries',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS pin_locks (
         person_id ${ID} PRIMARY KEY, tries INT NOT NULL, locks INT NOT NULL, locked_at DATETIME(6), lock_seconds INT NOT NULL,
         FOREIGN KEY (person_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query('ALTER TABLE message_deliveries ADD COLUMN IF NOT EXISTS given_up_at DATETIME(6)');
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE message_deliveries DROP COLUMN IF EXISTS given_up_at');
    await context.query('DROP TABLE IF EXISTS pin_locks');
  },
};
