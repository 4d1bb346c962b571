import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

/**
 * How a machine's stitch length and a bobbin case's spring are set, and whether a seam had a bobbin thread of another
 * colour.
 */
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
    await context.query(
      `ALTER TABLE bobbin_cases ADD COLUMN IF NOT EXISTS setting_screw VARCHAR(40) CHARACTER SET ascii
         COLLATE ascii_bin CHECK (setting_screw IN ('only', 'nearer-slot', 'further-away'))`,
    );
  },
  down: async ({ context }) => {
    if (await hasColumn(context, 'machines', 'stitch_control'))
      await context.query('ALTER TABLE machines DROP COLUMN stitch_control');
    if (await hasColumn(context, 'bobbin_cases', 'setting_screw'))
      await context.query('ALTER TABLE bobbin_cases DROP COLUMN setting_screw');
    await context.query('ALTER TABLE test_seams DROP COLUMN IF EXISTS bobbin_contrast');
  },
};
