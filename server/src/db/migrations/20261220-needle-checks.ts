import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Needle checks, which now include eye friction tests, and decisions on lots. */
export const needleChecks: Migration = {
  name: '20261220-needle-checks',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE needle_lots
         ADD COLUMN IF NOT EXISTS received INT UNSIGNED, ADD COLUMN IF NOT EXISTS supplier VARCHAR(80) NOT NULL DEFAULT '',
         ADD COLUMN IF NOT EXISTS state ${CODE} NOT NULL DEFAULT 'open'
           CHECK (state IN ('open', 'to-check', 'accepted', 'quarantined')),
         ADD COLUMN IF NOT EXISTS decided_at DATETIME(6), ADD COLUMN IF NOT EXISTS decided_by_id ${ID},
         ADD COLUMN IF NOT EXISTS decision VARCHAR(200) NOT NULL DEFAULT '',
         ADD FOREIGN KEY IF NOT EXISTS needle_lots_decided_by (decided_by_id) REFERENCES people (id)`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS needle_checks (
         id ${ID} PRIMARY KEY, lot_id ${ID}, document TEXT NOT NULL, note VARCHAR(200) NOT NULL DEFAULT '',
         checked_at DATETIME(6) NOT NULL, checked_by_id ${ID} NOT NULL, INDEX needle_checks_by_lot (lot_id),
         INDEX needle_checks_by_time (checked_at), FOREIGN KEY (lot_id) REFERENCES needle_lots (id),
         FOREIGN KEY (checked_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    if (await hasColumn(context, 'lot_frictions', 'id')) {
      await context.query(
        `INSERT IGNORE INTO needle_checks (id, lot_id, document, checked_at, checked_by_id)
         SELECT id, lot_id, JSON_OBJECT('version', 1, 'looks', JSON_OBJECT('pulls',
                  JSON_OBJECT('weightN', weight_n, 'upN', up_n, 'downN', down_n))), read_at, read_by_id
           FROM lot_frictions`,
      );
      await context.query('DROP TABLE lot_frictions');
    }
    await context.query(`UPDATE withdrawals SET log = 'needle-check' WHERE log = 'eye-test'`);
  },
  down: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS lot_frictions (
         id ${ID} PRIMARY KEY, lot_id ${ID} NOT NULL, weight_n DOUBLE NOT NULL CHECK (weight_n > 0),
         up_n DOUBLE NOT NULL CHECK (up_n > 0), down_n DOUBLE NOT NULL CHECK (down_n > 0),
         read_at DATETIME(6) NOT NULL, read_by_id ${ID} NOT NULL, INDEX lot_frictions_by_lot (lot_id),
         FOREIGN KEY (lot_id) REFERENCES needle_lots (id), FOREIGN KEY (read_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    if (await hasColumn(context, 'needle_checks', 'id'))
      await context.query(
        `INSERT IGNORE INTO lot_frictions (id, lot_id, weight_n, up_n, down_n, read_at, read_by_id)
         SELECT id, lot_id, JSON_VALUE(document, '$.looks.pulls.weightN'), JSON_VALUE(document, '$.looks.pulls.upN'),
                JSON_VALUE(document, '$.looks.pulls.downN'), checked_at, checked_by_id
           FROM needle_checks WHERE lot_id IS NOT NULL AND JSON_VALUE(document, '$.looks.pulls.upN') IS NOT NULL`,
      );
    await context.query(
      `DELETE FROM withdrawals WHERE log = 'needle-check' AND entry_id NOT IN (SELECT id FROM lot_frictions)`,
    );
    await context.query(`UPDATE withdrawals SET log = 'eye-test' WHERE log = 'needle-check'`);
    await context.query('DROP TABLE IF EXISTS needle_checks');
    await context.query(
      `ALTER TABLE needle_lots
         DROP FOREIGN KEY IF EXISTS needle_lots_decided_by, DROP COLUMN IF EXISTS received,
         DROP COLUMN IF EXISTS supplier, DROP COLUMN IF EXISTS state, DROP COLUMN IF EXISTS decided_at,
         DROP COLUMN IF EXISTS decided_by_id, DROP COLUMN IF EXISTS decision`,
    );
  },
};
