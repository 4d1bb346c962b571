import type { Migration } from '../migration.js';

/** When a machine was retired. Its needles, set-ups and history stay. */
export const retiredMachines: Migration = {
  name: '20261225-retired-machines',
  up: async ({ context }) => {
    await context.query(
      'ALTER TABLE machines ADD COLUMN IF NOT EXISTS retired_at DATETIME(6), ADD INDEX IF NOT EXISTS machines_retired (retired_at)',
    );
  },
  down: async ({ context }) => {
    await context.query(
      'ALTER TABLE machines DROP INDEX IF EXISTS machines_retired, DROP COLUMN IF EXISTS retired_at',
    );
  },
};
