import { QueryTypes } from 'sequelize';
import type { LoggedPullTest, PullTestEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { PullTestRow } from '../../db/pull-test-rows.js';
import { standing } from '../../db/withdrawn.js';

type TestRow = Omit<PullTestRow, 'testedById'> & { readonly testedBy: string };

/** The latest pull tests that were not withdrawn, newest first. */
export async function findPullTests({ sequelize }: Database, most: number): Promise<LoggedPullTest[]> {
  const rows = await sequelize.query<TestRow>(
    `SELECT t.id, t.setup_id AS setupId, t.broke, t.force_n AS forceN, t.width_mm AS widthMm, t.note,
            t.tested_at AS testedAt, p.name AS testedBy
       FROM pull_tests t JOIN people p ON p.id = t.tested_by_id
      WHERE ${standing('t')} ORDER BY t.tested_at DESC, t.id DESC LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { most } },
  );
  return rows.map(({ testedAt, ...row }) => ({ ...row, testedAt: testedAt.toISOString() }));
}

export async function insertPullTest(
  { tables }: Database,
  id: string,
  { testedAt, ...test }: PullTestEntry,
  testedById: string,
  tx: Transaction,
): Promise<void> {
  await tables.pullTests.create(
    { id, ...test, testedAt: new Date(testedAt), testedById },
    { transaction: tx },
  );
}
