import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** How machines are threaded and their bobbins wound. */
export const threadingCards: Migration = {
  name: '20261231-threading-cards',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS threading_cards (
         machine_id ${ID} PRIMARY KEY, document MEDIUMTEXT NOT NULL, version INT NOT NULL,
         written_at DATETIME(6) NOT NULL, written_by_id ${ID} NOT NULL,
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (written_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS threading_cards');
  },
};
