import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const NEEDLE = `needle_system ${CODE} NOT NULL, blade_nm INT NOT NULL, point_style ${CODE} NOT NULL, needle_finish ${CODE} NOT NULL`;

/** Created in this order and dropped in reverse. */
const TABLES: readonly (readonly [name: string, body: string])[] = [
  [
    'rounds_settings',
    `version INT PRIMARY KEY CHECK (version > 0), settings LONGTEXT NOT NULL, set_at DATETIME(6) NOT NULL,
     set_by_id ${ID} NOT NULL, FOREIGN KEY (set_by_id) REFERENCES people (id)`,
  ],
  [
    'round_plans',
    `id ${ID} PRIMARY KEY, version INT NOT NULL DEFAULT 0, made_at DATETIME(6) NOT NULL, made_by_id ${ID} NOT NULL,
     plan LONGTEXT NOT NULL, told_at DATETIME(6), told_by_id ${ID},
     INDEX round_plans_by_time (made_at), INDEX round_plans_told (told_at),
     FOREIGN KEY (made_by_id) REFERENCES people (id), FOREIGN KEY (told_by_id) REFERENCES people (id)`,
  ],
  [
    'round_skips',
    `id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, starts_at DATETIME(6) NOT NULL, reason ${CODE} NOT NULL,
     note VARCHAR(200) NOT NULL, skipped_at DATETIME(6) NOT NULL, skipped_by_id ${ID} NOT NULL,
     INDEX round_skips_by_shift (starts_at, machine_id),
     CHECK (reason IN ('machine-busy', 'no-needle', 'no-time', 'needle-good', 'other')),
     FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (skipped_by_id) REFERENCES people (id)`,
  ],
  [
    'calendar_links',
    `person_id ${ID} PRIMARY KEY, token_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
     made_at DATETIME(6) NOT NULL, FOREIGN KEY (person_id) REFERENCES people (id)`,
  ],
  [
    'stock_counts',
    `id ${ID} PRIMARY KEY, ${NEEDLE}, counted INT NOT NULL CHECK (counted >= 0), counted_at DATETIME(6) NOT NULL,
     counted_by_id ${ID} NOT NULL, INDEX stock_counts_by_time (counted_at),
     FOREIGN KEY (counted_by_id) REFERENCES people (id)`,
  ],
  [
    'stock_orders',
    `id ${ID} PRIMARY KEY, ${NEEDLE}, quantity INT NOT NULL CHECK (quantity > 0), expected_on DATE NOT NULL,
     ordered_at DATETIME(6) NOT NULL, ordered_by_id ${ID} NOT NULL, received_at DATETIME(6), received_by_id ${ID},
     received_quantity INT CHECK (received_quantity >= 0), INDEX stock_orders_open (received_at, expected_on),
     FOREIGN KEY (ordered_by_id) REFERENCES people (id), FOREIGN KEY (received_by_id) REFERENCES people (id)`,
  ],
];

/** Round plans, their settings and results, and the needles in stock. */
export const roundsRoom: Migration = {
  name: '20261207-rounds-room',
  up: async ({ context }) => {
    for (const [name, body] of TABLES) {
      await context.query(
        `CREATE TABLE IF NOT EXISTS ${name} (${body}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
      );
    }
    await context.query(
      `ALTER TABLE jobs DROP CONSTRAINT IF EXISTS CONSTRAINT_1, ADD COLUMN IF NOT EXISTS ask TEXT,
         ADD CONSTRAINT IF NOT EXISTS jobs_kind CHECK (kind IN ('fit-lives', 'plan-rounds'))`,
    );
    // Needles on hand are the last count less those installed since.
    await context.query(
      'ALTER TABLE needle_installs ADD INDEX IF NOT EXISTS needle_installs_by_time (installed_at)',
    );
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE needle_installs DROP INDEX IF EXISTS needle_installs_by_time');
    await context.query(`DELETE FROM jobs WHERE kind = 'plan-rounds'`);
    await context.query(
      `ALTER TABLE jobs DROP CONSTRAINT IF EXISTS jobs_kind, DROP COLUMN IF EXISTS ask,
         ADD CONSTRAINT IF NOT EXISTS CONSTRAINT_1 CHECK (kind IN ('fit-lives'))`,
    );
    for (const [name] of [...TABLES].reverse()) await context.query(`DROP TABLE IF EXISTS ${name}`);
  },
};
