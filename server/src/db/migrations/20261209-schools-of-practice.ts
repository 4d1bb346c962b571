import type { Migration } from '../migration.js';

const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Schools of practice for the shop and its set-ups: the point in coated sheeting, and the step at the knob. */
const COLUMNS: readonly (readonly [table: string, name: string, byDefault: string])[] = [
  ['shop', 'coated_point_school', 'small-cut'],
  ['setups', 'coated_point_school', 'small-cut'],
  ['shop', 'step_school', 'as-the-seam-tells'],
];

export const schoolsOfPractice: Migration = {
  name: '20261209-schools-of-practice',
  up: async ({ context }) => {
    for (const [table, name, byDefault] of COLUMNS) {
      await context.query(
        `ALTER TABLE ${table} ADD COLUMN IF NOT EXISTS ${name} ${CODE} NOT NULL DEFAULT '${byDefault}'`,
      );
    }
  },
  down: async ({ context }) => {
    for (const [table, name] of [...COLUMNS].reverse()) {
      await context.query(`ALTER TABLE ${table} DROP COLUMN IF EXISTS ${name}`);
    }
  },
};
