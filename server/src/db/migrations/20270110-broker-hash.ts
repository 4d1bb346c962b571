import type { Migration } from '../migration.js';

/** What an outside broker knows a device by; none of those registered before: they get a new token to go there. */
export const brokerHash: Migration = {
  name: '20270110-broker-hash',
  up: async ({ context }) => {
    await context.query(
      'ALTER TABLE devices ADD COLUMN IF NOT EXISTS broker_hash VARCHAR(160) CHARACTER SET ascii COLLATE ascii_bin',
    );
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE devices DROP COLUMN IF EXISTS broker_hash');
  },
};
