import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const GROUP = 'VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin';

/** Groups that the lead merged or split, and eye tests of lots. */
export const lifeGroupings: Migration = {
  name: '20261206-life-groupings',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS life_groupings (
         group_of_work ${GROUP} PRIMARY KEY, merged_into ${GROUP}, split_by ${CODE}, version INT NOT NULL,
         set_at DATETIME(6) NOT NULL, set_by_id ${ID} NOT NULL, CHECK (split_by IN ('size', 'finish')),
         CHECK (merged_into <> group_of_work), FOREIGN KEY (set_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS lot_frictions (
         id ${ID} PRIMARY KEY, lot_id ${ID} NOT NULL, weight_n DOUBLE NOT NULL CHECK (weight_n > 0),
         up_n DOUBLE NOT NULL CHECK (up_n > 0), down_n DOUBLE NOT NULL CHECK (down_n > 0),
         read_at DATETIME(6) NOT NULL, read_by_id ${ID} NOT NULL, INDEX lot_frictions_by_lot (lot_id),
         FOREIGN KEY (lot_id) REFERENCES needle_lots (id), FOREIGN KEY (read_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `ALTER TABLE needle_installs ADD COLUMN IF NOT EXISTS group_of_work ${GROUP}, ADD INDEX IF NOT EXISTS needle_installs_group_of_work (group_of_work)`,
    );
    await context.query('UPDATE needle_installs SET group_of_work = life_group');
  },
  down: async ({ context }) => {
    if (await hasColumn(context, 'needle_installs', 'group_of_work'))
      await context.query('UPDATE needle_installs SET life_group = group_of_work');
    await context.query(
      'ALTER TABLE needle_installs DROP INDEX IF EXISTS needle_installs_group_of_work, DROP COLUMN IF EXISTS group_of_work',
    );
    await context.query('DROP TABLE IF EXISTS lot_frictions');
    await context.query('DROP TABLE IF EXISTS life_groupings');
  },
};
