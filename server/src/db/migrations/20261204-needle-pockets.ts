import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Created in this order and dropped in reverse. */
const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'needle_lots',
    `id ${ID} PRIMARY KEY, code VARCHAR(40) NOT NULL, needle_system ${CODE} NOT NULL, blade_nm INT NOT NULL,
     point_style ${CODE} NOT NULL, needle_finish ${CODE} NOT NULL, received_at DATETIME(6) NOT NULL,
     received_by_id ${ID} NOT NULL,
     UNIQUE needle_lots_by_kind (needle_system, blade_nm, point_style, needle_finish, code),
     FOREIGN KEY (received_by_id) REFERENCES people (id)`,
  ],
  [
    'part_used_needles',
    `id ${ID} PRIMARY KEY, removal_id ${ID} NOT NULL UNIQUE, pocket INT NOT NULL CHECK (pocket > 0),
     kept_at DATETIME(6) NOT NULL, left_at DATETIME(6), taken_install_id ${ID} UNIQUE, discarded_by_id ${ID},
     held_pocket INT GENERATED ALWAYS AS (IF(left_at IS NULL, pocket, NULL)) STORED UNIQUE,
     FOREIGN KEY (removal_id) REFERENCES needle_removals (id),
     FOREIGN KEY (taken_install_id) REFERENCES needle_installs (id),
     FOREIGN KEY (discarded_by_id) REFERENCES people (id)`,
  ],
  [
    'sharps_emptyings',
    `id ${ID} PRIMARY KEY, emptied_at DATETIME(6) NOT NULL, emptied_by_id ${ID} NOT NULL,
     counted INT NOT NULL CHECK (counted >= 0), expected INT NOT NULL CHECK (expected >= 0),
     INDEX sharps_emptyings_by_time (emptied_at), FOREIGN KEY (emptied_by_id) REFERENCES people (id)`,
  ],
  [
    'undone_changes',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, change_made LONGTEXT NOT NULL CHECK (JSON_VALID(change_made)),
     undone_at DATETIME(6) NOT NULL, undone_by_id ${ID} NOT NULL, INDEX undone_changes_by_machine (machine_id, undone_at),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (undone_by_id) REFERENCES people (id)`,
  ],
];

/** Needle lots, pockets for part-used needles, the sharps box, and undone changes. */
export const needlePockets: Migration = {
  name: '20261204-needle-pockets',
  up: async ({ context }) => {
    for (const [name, body] of TABLES) {
      await context.query(
        `CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
      );
    }
    await context.query(
      `ALTER TABLE needle_installs ADD COLUMN IF NOT EXISTS lot_id ${ID},
         ADD CONSTRAINT needle_installs_lot FOREIGN KEY IF NOT EXISTS (lot_id) REFERENCES needle_lots (id)`,
    );
    await context.query(
      'ALTER TABLE needle_removals ADD INDEX IF NOT EXISTS needle_removals_by_machine (machine_id, removed_at)',
    );
  },
  down: async ({ context }) => {
    await context.query(
      'ALTER TABLE needle_removals ADD INDEX IF NOT EXISTS machine_id (machine_id), DROP INDEX IF EXISTS needle_removals_by_machine',
    );
    await context.query(
      'ALTER TABLE needle_installs DROP FOREIGN KEY IF EXISTS needle_installs_lot, DROP COLUMN IF EXISTS lot_id',
    );
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
  },
};
