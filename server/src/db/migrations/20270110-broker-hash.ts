import type { Migration } from '../migration.js';

/** The token hash for an external broker. Devices registered earlier have none and need a new token to go there. */
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
