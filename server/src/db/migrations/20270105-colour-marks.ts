import type { Migration } from '../migration.js';

/** The shop's colours for needle sizes, systems and threads. */
export const colourMarks: Migration = {
  name: '20270105-colour-marks',
  up: async ({ context }) => {
    await context.query(
      `ALTER TABLE shop ADD COLUMN IF NOT EXISTS colour_marks TEXT NOT NULL DEFAULT '{"version":1,"marks":[]}'`,
    );
  },
  down: async ({ context }) => {
    await context.query('ALTER TABLE shop DROP COLUMN IF EXISTS colour_marks');
  },
};
