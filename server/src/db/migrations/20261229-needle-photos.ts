import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Needle photos, apart from their checks so that lists of checks never read them. */
export const needlePhotos: Migration = {
  name: '20261229-needle-photos',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS needle_photos (
         check_id ${ID} PRIMARY KEY, jpeg MEDIUMBLOB NOT NULL, FOREIGN KEY (check_id) REFERENCES needle_checks (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS needle_photos');
  },
};
