import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

/** What sets the stitch of a machine, and whether a test seam had a bobbin thread of another colour. */
export const stitchAndContrast: Migration = {
  name: '20270106-stitch-and-contrast',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS stitch_control VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin
         CHECK (stitch_control IN ('dial', 'lever-stop', 'screw'))`,
    );
    await context.query(
      'ALTER TABLE test_seams ADD COLUMN IF NOT EXISTS bobbin_contrast BOOLEAN NOT NULL DEFAULT FALSE',
    );
  },
  down: async ({ context }) => {
    if (await hasColumn(context, 'machines', 'stitch_control'))
      await context.query('ALTER TABLE machines DROP COLUMN stitch_control');
    await context.query('ALTER TABLE test_seams DROP COLUMN IF EXISTS bobbin_contrast');
  },
};
