import { QueryTypes } from 'sequelize';
import type { Migration } from '../migration.js';

/** A group's interval before a fit changed it, and when it changed. */
export const changedIntervals: Migration = {
  name: '20261216-changed-intervals',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE life_intervals ADD COLUMN IF NOT EXISTS previous_hours DOUBLE, ADD COLUMN IF NOT EXISTS changed_at DATETIME(6)`,
      { type: QueryTypes.RAW },
    );
  },
  down: async ({ context }) => {
    await context.query(
      'ALTER TABLE life_intervals DROP COLUMN IF EXISTS previous_hours, DROP COLUMN IF EXISTS changed_at',
      { type: QueryTypes.RAW },
    );
  },
};
