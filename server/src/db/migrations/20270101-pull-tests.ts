import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Seams pulled to failure, with what gave way. */
export const pullTests: Migration = {
  name: '20270101-pull-tests',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS pull_tests (
         id ${ID} PRIMARY KEY, setup_id ${ID} NOT NULL, broke ${CODE} NOT NULL, force_n DOUBLE, width_mm DOUBLE,
         note VARCHAR(200) NOT NULL DEFAULT '', tested_at DATETIME(6) NOT NULL, tested_by_id ${ID} NOT NULL,
         INDEX pull_tests_by_time (tested_at), FOREIGN KEY (setup_id) REFERENCES setups (id),
         FOREIGN KEY (tested_by_id) REFERENCES people (id), CHECK (force_n > 0), CHECK (width_mm > 0),
         CHECK (broke IN ('needle-thread', 'bobbin-thread', 'material', 'slipped', 'held'))
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query("DELETE FROM withdrawals WHERE log = 'pull-test'");
    await context.query('DROP TABLE IF EXISTS pull_tests');
  },
};
