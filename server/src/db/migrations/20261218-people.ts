import type { Migration } from '../migration.js';

/**
 * People who join and leave, their first sign-in codes, and whether a shop is the demo, whose passwords are public.
 */
export const people: Migration = {
  name: '20261218-people',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE people ADD COLUMN IF NOT EXISTS active BOOLEAN NOT NULL DEFAULT TRUE,
         ADD COLUMN IF NOT EXISTS code_hash VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin,
         ADD COLUMN IF NOT EXISTS code_until DATETIME(6), ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 0`,
    );
    // Until now every shop was the demo.
    await context.query('ALTER TABLE shop ADD COLUMN IF NOT EXISTS is_demo BOOLEAN NOT NULL DEFAULT TRUE');
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE shop DROP COLUMN IF EXISTS is_demo');
    await context.query(
      `ALTER TABLE people DROP COLUMN IF EXISTS version, DROP COLUMN IF EXISTS code_until,
         DROP COLUMN IF EXISTS code_hash, DROP COLUMN IF EXISTS active`,
    );
  },
};
