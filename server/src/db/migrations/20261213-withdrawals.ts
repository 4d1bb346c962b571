import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Withdrawn log entries, each by a row that points at it; and the start of the shop's records. */
export const withdrawals: Migration = {
  name: '20261213-withdrawals',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS withdrawals (
         entry_id ${ID} PRIMARY KEY, id ${ID} NOT NULL UNIQUE, log ${CODE} NOT NULL, withdrawn_at DATETIME(6) NOT NULL,
         withdrawn_by_id ${ID} NOT NULL, INDEX withdrawals_by_time (withdrawn_at),
         FOREIGN KEY (withdrawn_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `ALTER TABLE shop ADD COLUMN IF NOT EXISTS began_at DATETIME(6) NOT NULL DEFAULT '2000-01-01 00:00:00'`,
    );
    await context.query(
      `UPDATE shop SET began_at = LEAST(UTC_TIMESTAMP(6), COALESCE((SELECT MIN(installed_at) FROM needle_installs), UTC_TIMESTAMP(6)),
         COALESCE((SELECT MIN(sewn_at) FROM test_seams), UTC_TIMESTAMP(6)), COALESCE((SELECT MIN(saved_at) FROM setups), UTC_TIMESTAMP(6)))`,
    );
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE shop DROP COLUMN IF EXISTS began_at');
    await context.query('DROP TABLE IF EXISTS withdrawals');
  },
};
