import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** Whose session it is, so that all of a person's sessions can be ended, and indexes for pruning by age. */
export const sessionsOfPeople: Migration = {
  name: '20261212-sessions-of-people',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE sessions ADD COLUMN IF NOT EXISTS person_id ${ID}, ADD INDEX IF NOT EXISTS sessions_by_person (person_id)`,
    );
    await context.query('ALTER TABLE writes ADD INDEX IF NOT EXISTS writes_by_time (written_at)');
    await context.query(
      'ALTER TABLE sign_in_tries ADD INDEX IF NOT EXISTS sign_in_tries_by_reset (resets_at)',
    );
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE sign_in_tries DROP INDEX IF EXISTS sign_in_tries_by_reset');
    await context.query('ALTER TABLE writes DROP INDEX IF EXISTS writes_by_time');
    await context.query(
      'ALTER TABLE sessions DROP INDEX IF EXISTS sessions_by_person, DROP COLUMN IF EXISTS person_id',
    );
  },
};
