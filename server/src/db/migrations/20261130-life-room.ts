import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** What a needle change costs until the shop enters its own figures. Assumption. */
const SHOP_COLUMNS: readonly (readonly [name: string, type: string])[] = [
  ['currency', "CHAR(3) CHARACTER SET ascii NOT NULL DEFAULT 'EUR'"],
  ['needle_cost', 'DOUBLE NOT NULL DEFAULT 1 CHECK (needle_cost > 0)'],
  ['labour_cost_per_hour', 'DOUBLE NOT NULL DEFAULT 30 CHECK (labour_cost_per_hour >= 0)'],
  ['planned_minutes', 'DOUBLE NOT NULL DEFAULT 4 CHECK (planned_minutes >= 0)'],
  ['wear_minutes', 'DOUBLE NOT NULL DEFAULT 15 CHECK (wear_minutes >= 0)'],
  ['accident_minutes', 'DOUBLE NOT NULL DEFAULT 30 CHECK (accident_minutes >= 0)'],
];

/** The work a needle was installed for, what changes cost, and long computations. */
export const lifeRoom: Migration = {
  name: '20261130-life-room',
  up: async ({ context }) => {
    for (const [name, type] of SHOP_COLUMNS)
      await context.query(`ALTER TABLE shop ADD COLUMN IF NOT EXISTS ${name} ${type}`);
    await context.query(
      `CREATE TABLE IF NOT EXISTS spoiled_work (
         material_kind ${CODE} PRIMARY KEY, cost DOUBLE NOT NULL CHECK (cost >= 0)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `ALTER TABLE needle_installs ADD COLUMN IF NOT EXISTS setup_id ${ID},
         ADD CONSTRAINT needle_installs_setup FOREIGN KEY IF NOT EXISTS (setup_id) REFERENCES setups (id)`,
    );
    // What a needle was installed for was not recorded before: the machine's present work is the best guess.
    await context.query(
      `UPDATE needle_installs i JOIN machines m ON m.id = i.machine_id SET i.setup_id = m.present_setup_id`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS jobs (
         id ${ID} PRIMARY KEY, kind ${CODE} NOT NULL, state ${CODE} NOT NULL, progress DOUBLE NOT NULL DEFAULT 0,
         result LONGTEXT, tries INT NOT NULL DEFAULT 0, claimed_by ${ID}, claimed_until DATETIME(6),
         asked_at DATETIME(6) NOT NULL, asked_by_id ${ID} NOT NULL, finished_at DATETIME(6),
         INDEX jobs_by_state (state, asked_at), INDEX jobs_by_kind (kind, state, finished_at),
         CHECK (kind IN ('fit-lives')), CHECK (progress BETWEEN 0 AND 1),
         CHECK (state IN ('queued', 'running', 'done', 'failed', 'cancelled')),
         FOREIGN KEY (asked_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS jobs');
    await context.query(
      'ALTER TABLE needle_installs DROP FOREIGN KEY IF EXISTS needle_installs_setup, DROP COLUMN IF EXISTS setup_id',
    );
    await context.query('DROP TABLE IF EXISTS spoiled_work');
    for (const [name] of [...SHOP_COLUMNS].reverse())
      await context.query(`ALTER TABLE shop DROP COLUMN IF EXISTS ${name}`);
  },
};
