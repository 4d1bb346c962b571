import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** How the shop sets tension, unless a set-up says otherwise. */
const SHOP_COLUMNS: readonly (readonly [name: string, type: string])[] = [
  ['bobbin_school', `${CODE} NOT NULL DEFAULT 'leave-bobbin'`],
  ['tension_target', `${CODE} NOT NULL DEFAULT 'middle'`],
  ['version', 'INT NOT NULL DEFAULT 0'],
];

/** Gauges and scales that may talk to the broker, and the shop's schools of setting tension. */
export const devices: Migration = {
  name: '20261128-devices',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS devices (
         id ${ID} PRIMARY KEY, kind ${CODE} NOT NULL, name VARCHAR(80) NOT NULL, stand_in BOOLEAN NOT NULL,
         token_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, registered_at DATETIME(6) NOT NULL,
         registered_by_id ${ID} NOT NULL, revoked_at DATETIME(6),
         CHECK (kind IN ('tension-gauge', 'scale')), FOREIGN KEY (registered_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    for (const [name, type] of SHOP_COLUMNS)
      await context.query(`ALTER TABLE shop ADD COLUMN IF NOT EXISTS ${name} ${type}`);
  },
  down: async ({ context }) => {
    for (const [name] of [...SHOP_COLUMNS].reverse())
      await context.query(`ALTER TABLE shop DROP COLUMN IF EXISTS ${name}`);
    await context.query('DROP TABLE IF EXISTS devices');
  },
};
