import type { PracticeRun, PracticeRunInput } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

/** A person's practice runs, oldest first. */
export async function findRuns({ tables }: Database, personId: string): Promise<PracticeRun[]> {
  const rows = plainRows(
    await tables.practiceRuns.findAll({ where: { personId }, order: ['finishedAt', 'id'] }),
  );
  return rows.map(({ personId: _, finishedAt, ...run }) => ({
    ...run,
    finishedAt: finishedAt.toISOString(),
  }));
}

export async function insertRun(
  { tables }: Database,
  id: string,
  { judged, ...run }: PracticeRunInput,
  personId: string,
  tx: Transaction,
): Promise<PracticeRun> {
  const row = { id, personId, ...run, finishedAt: new Date(run.finishedAt) };
  await tables.practiceRuns.create(row, { transaction: tx });
  const judgements = judged.map(({ z, grade }, place) => ({ runId: id, place, halfWindows: z, grade }));
  if (judgements.length > 0) await tables.practiceJudgements.bulkCreate(judgements, { transaction: tx });
  return { id, ...run };
}
