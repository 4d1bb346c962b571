import { hasColumn } from '../has-column.js';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Pieces entered by mistake and removed. */
export const withdrawnPieces: Migration = {
  name: '20261208-withdrawn-pieces',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE piece_counts ADD COLUMN IF NOT EXISTS withdrawn_at DATETIME(6), ADD COLUMN IF NOT EXISTS withdrawn_by_id ${ID},
         ADD INDEX IF NOT EXISTS piece_counts_withdrawn (withdrawn_at),
         ADD CONSTRAINT piece_counts_withdrawn_by FOREIGN KEY IF NOT EXISTS (withdrawn_by_id) REFERENCES people (id)`,
    );
  },
  down: async ({ context }) => {
    if (await hasColumn(context, 'piece_counts', 'withdrawn_at'))
      await context.query('DELETE FROM piece_counts WHERE withdrawn_at IS NOT NULL');
    await context.query(
      `ALTER TABLE piece_counts DROP CONSTRAINT IF EXISTS piece_counts_withdrawn_by, DROP INDEX IF EXISTS piece_counts_withdrawn,
         DROP COLUMN IF EXISTS withdrawn_by_id, DROP COLUMN IF EXISTS withdrawn_at`,
    );
  },
};
