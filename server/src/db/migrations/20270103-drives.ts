import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

/** Each machine's motor type. */
export const drives: Migration = {
  name: '20270103-drives',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS drive VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin
         CHECK (drive IN ('clutch', 'clutch-reducer', 'servo', 'servo-reducer', 'hand'))`,
    );
  },
  down: async ({ context }) => {
    if (await hasColumn(context, 'machines', 'drive'))
      await context.query('ALTER TABLE machines DROP COLUMN drive');
  },
};
