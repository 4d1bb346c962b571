import type { Migration } from '../migration.js';

/** How long an item in the store keeps. */
export const shelfLife: Migration = {
  name: '20270109-shelf-life',
  up: async ({ context }) => {
    await context.query('ALTER TABLE store_items ADD COLUMN IF NOT EXISTS shelf_months INT');
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE store_items DROP COLUMN IF EXISTS shelf_months');
  },
};
