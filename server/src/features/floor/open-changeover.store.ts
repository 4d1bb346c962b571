import { QueryTypes } from 'sequelize';
import { replayTicks } from '@gantelet/core';
import { ChangeoverSteps, type ChangeoverOnFloor, type ChangeoverTick } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

interface OpenRow {
  readonly id: string;
  readonly machineId: string;
  readonly setupName: string;
  readonly steps: string;
  readonly begunBy: string;
  readonly step: ChangeoverTick['step'] | null;
  readonly outcome: ChangeoverTick['outcome'];
  readonly tickedBy: string;
}

/** Open changeovers, by machine. */
export async function findOpenChangeovers(
  { sequelize }: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, ChangeoverOnFloor>> {
  const rows = await sequelize.query<OpenRow>(
    `SELECT c.id, c.machine_id AS machineId, s.name AS setupName, c.steps, b.name AS begunBy, t.step, t.outcome,
            p.name AS tickedBy
       FROM changeovers c JOIN setups s ON s.id = c.to_setup_id JOIN people b ON b.id = c.begun_by_id
       LEFT JOIN changeover_ticks t ON t.changeover_id = c.id LEFT JOIN people p ON p.id = t.ticked_by_id
      WHERE ${only === null ? 'c.open_machine_id IS NOT NULL' : 'c.open_machine_id = :only'}
      ORDER BY c.id, t.place`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  const byMachine = new Map<string, OpenRow[]>();
  for (const row of rows) byMachine.set(row.machineId, [...(byMachine.get(row.machineId) ?? []), row]);
  return new Map([...byMachine].map(([machineId, own]) => [machineId, viewOf(own)]));
}

/** @param rows one per tick, oldest first; one without a tick if there is none */
function viewOf(rows: readonly OpenRow[]): ChangeoverOnFloor {
  const { id, setupName, steps: stored, begunBy } = rows[0]!;
  const { steps } = ChangeoverSteps.parse(JSON.parse(stored));
  const ticks = rows.flatMap(({ step, outcome }) => (step === null ? [] : [{ step, outcome }]));
  const { next, open } = replayTicks(steps, ticks);
  const by = ticks.length === 0 ? begunBy : rows.at(-1)!.tickedBy;
  return { id, setupName, by, step: next?.do ?? null, done: steps.length - open, of: steps.length };
}
