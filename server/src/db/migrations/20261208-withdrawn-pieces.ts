import type { Migration } from '../migrate.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Pieces that were written down wrongly and taken back. */
export const withdrawnPieces: Migration = {
  name: '20261208-withdrawn-pieces',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE piece_counts ADD withdrawn_at DATETIME(6), ADD withdrawn_by_id ${ID},
         ADD INDEX piece_counts_withdrawn (withdrawn_at),
         ADD CONSTRAINT piece_counts_withdrawn_by FOREIGN KEY (withdrawn_by_id) REFERENCES people (id)`,
    );
  },
  down: async ({ context }) => {
    await context.query('DELETE FROM piece_counts WHERE withdrawn_at IS NOT NULL');
    await context.query(
      `ALTER TABLE piece_counts DROP CONSTRAINT piece_counts_withdrawn_by, DROP INDEX piece_counts_withdrawn,
         DROP COLUMN withdrawn_by_id, DROP COLUMN withdrawn_at`,
    );
  },
};
