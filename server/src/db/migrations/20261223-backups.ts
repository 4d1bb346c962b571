import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** When backups were made, so that the shop's lead can see that they are. */
export const backups: Migration = {
  name: '20261223-backups',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS backups (
         id ${ID} PRIMARY KEY, made_at DATETIME(6) NOT NULL, sealed BOOLEAN NOT NULL, INDEX backups_by_time (made_at)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS backups');
  },
};
