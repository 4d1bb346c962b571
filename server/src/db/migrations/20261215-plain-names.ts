import { QueryTypes } from 'sequelize';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const INSTANT = 'DATETIME(6)';

/** Renames columns and tables to the words on screen: spot checks, published plans. */
export const plainNames: Migration = {
  name: '20261215-plain-names',
  up: async ({ context }) => {
    const run = (sql: string) => context.query(sql, { type: QueryTypes.RAW });
    await run('RENAME TABLE IF EXISTS work_looks TO spot_checks');
    await run(
      `ALTER TABLE spot_checks CHANGE COLUMN IF EXISTS looked_at checked_at ${INSTANT} NOT NULL,
         CHANGE COLUMN IF EXISTS looked_by_id checked_by_id ${ID} NOT NULL`,
    );
    await run('ALTER TABLE zones CHANGE COLUMN IF EXISTS sample_looks sample_checks INT');
    await run(`UPDATE withdrawals SET log = 'spot-check' WHERE log = 'look'`);
    await run(
      `ALTER TABLE round_plans CHANGE COLUMN IF EXISTS told_at published_at ${INSTANT},
         CHANGE COLUMN IF EXISTS told_by_id published_by_id ${ID}`,
    );
    await run(`UPDATE round_plans SET plan = REPLACE(plan, '"told":', '"published":')`);
  },
  down: async ({ context }) => {
    const run = (sql: string) => context.query(sql, { type: QueryTypes.RAW });
    await run(`UPDATE round_plans SET plan = REPLACE(plan, '"published":', '"told":')`);
    await run(
      `ALTER TABLE round_plans CHANGE COLUMN IF EXISTS published_at told_at ${INSTANT},
         CHANGE COLUMN IF EXISTS published_by_id told_by_id ${ID}`,
    );
    await run(`UPDATE withdrawals SET log = 'look' WHERE log = 'spot-check'`);
    await run('ALTER TABLE zones CHANGE COLUMN IF EXISTS sample_checks sample_looks INT');
    await run(
      `ALTER TABLE spot_checks CHANGE COLUMN IF EXISTS checked_at looked_at ${INSTANT} NOT NULL,
         CHANGE COLUMN IF EXISTS checked_by_id looked_by_id ${ID} NOT NULL`,
    );
    await run('RENAME TABLE IF EXISTS spot_checks TO work_looks');
  },
};
