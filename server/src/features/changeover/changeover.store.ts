import { Op, QueryTypes } from 'sequelize';
import { ChangeoverSteps, type Changeover, type ChangeoverTick } from '@gantelet/contracts';
import type { ChangeoverRow, ChangeoverTickRow } from '../../db/changeover-rows.js';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';

interface NamedRow extends ChangeoverRow {
  readonly machineName: string;
  readonly fromName: string | null;
  readonly toName: string;
  readonly begunBy: string;
  readonly endedBy: string | null;
}

/** Changeovers with their ticks, newest first. */
export async function findChangeovers(
  database: Database,
  only: { readonly id: string } | { readonly machineId: string } | { readonly ended: true },
  most: number,
  tx: Transaction | null = null,
): Promise<readonly Changeover[]> {
  const where =
    'id' in only ? 'c.id = :id' : 'machineId' in only ? 'c.machine_id = :machineId' : 'c.ending IS NOT NULL';
  const rows = await database.sequelize.query<NamedRow>(
    `SELECT c.id, c.machine_id AS machineId, c.from_setup_id AS fromSetupId, c.to_setup_id AS toSetupId, c.steps,
            c.begun_at AS begunAt, c.ending, c.reason, c.ended_at AS endedAt, m.name AS machineName, f.name AS fromName,
            t.name AS toName, b.name AS begunBy, e.name AS endedBy
       FROM changeovers c JOIN machines m ON m.id = c.machine_id JOIN setups t ON t.id = c.to_setup_id
       JOIN people b ON b.id = c.begun_by_id LEFT JOIN setups f ON f.id = c.from_setup_id
       LEFT JOIN people e ON e.id = c.ended_by_id
      WHERE ${where} ORDER BY c.begun_at DESC, c.id DESC LIMIT :most`,
    { type: QueryTypes.SELECT, replacements: { ...only, most }, transaction: tx },
  );
  const ids = rows.map(({ id }) => id);
  const ticks = ids.length === 0 ? new Map<string, ChangeoverTick[]>() : await findTicks(database, ids, tx);
  return rows.map((row) => changeoverOf(row, ticks.get(row.id) ?? []));
}

async function findTicks(
  { tables }: Database,
  changeoverIds: readonly string[],
  tx: Transaction | null,
): Promise<ReadonlyMap<string, ChangeoverTick[]>> {
  const rows = plainRows(
    await tables.changeoverTicks.findAll({
      where: { changeoverId: { [Op.in]: [...changeoverIds] } },
      order: ['changeoverId', 'place'],
      transaction: tx,
    }),
  );
  const people = plainRows(
    await tables.people.findAll({
      attributes: ['id', 'name'],
      where: { id: [...new Set(rows.map(({ tickedById }) => tickedById))] },
      transaction: tx,
    }),
  );
  const names = new Map(people.map(({ id, name }) => [id, name]));
  const found = new Map<string, ChangeoverTick[]>();
  for (const { changeoverId, id, step, outcome, tickedAt, tickedById, installId } of rows) {
    const tickedBy = names.get(tickedById) ?? '';
    const own = found.get(changeoverId) ?? [];
    own.push({ id, step, outcome, tickedAt: tickedAt.toISOString(), tickedBy, installId });
    found.set(changeoverId, own);
  }
  return found;
}

function changeoverOf(row: NamedRow, ticks: ChangeoverTick[]): Changeover {
  const { id, machineId, machineName, fromSetupId, fromName, toSetupId, toName } = row;
  return {
    id,
    machineId,
    machineName,
    from: fromSetupId === null || fromName === null ? null : { id: fromSetupId, name: fromName },
    to: { id: toSetupId, name: toName },
    steps: ChangeoverSteps.parse(JSON.parse(row.steps)).steps,
    ticks,
    begunAt: row.begunAt.toISOString(),
    begunBy: row.begunBy,
    end:
      row.ending === null || row.endedAt === null
        ? null
        : {
            ending: row.ending,
            reason: row.reason,
            endedAt: row.endedAt.toISOString(),
            endedBy: row.endedBy ?? '',
          },
  };
}

/** Who started the machine's open changeover; null when there is none. */
export async function openChangeoverOf(
  { sequelize }: Database,
  machineId: string,
  tx: Transaction,
): Promise<{ readonly id: string; readonly by: string } | null> {
  const [row] = await sequelize.query<{ id: string; by: string }>(
    `SELECT c.id, p.name AS \`by\` FROM changeovers c JOIN people p ON p.id = c.begun_by_id
      WHERE c.open_machine_id = :machineId`,
    { type: QueryTypes.SELECT, replacements: { machineId }, transaction: tx },
  );
  return row ?? null;
}

/** @param clash the error to throw when the machine already has an open one */
export async function insertChangeover(
  { tables }: Database,
  row: ChangeoverRow,
  clash: () => Error,
  tx: Transaction,
): Promise<void> {
  await orIfDuplicate(tables.changeovers.create(row, { transaction: tx }), clash);
}

export async function endChangeoverRow(
  { tables }: Database,
  id: string,
  end: Pick<ChangeoverRow, 'ending' | 'reason' | 'endedAt' | 'endedById'>,
  tx: Transaction,
): Promise<void> {
  await tables.changeovers.update({ ...end, openMachineId: null }, { where: { id }, transaction: tx });
}

export async function insertTick(
  { tables }: Database,
  row: Omit<ChangeoverTickRow, 'place'>,
  tx: Transaction,
): Promise<void> {
  const { changeoverId } = row;
  const last = (await tables.changeoverTicks.max('place', { where: { changeoverId }, transaction: tx })) as
    number | null;
  await tables.changeoverTicks.create({ ...row, place: (last ?? 0) + 1 }, { transaction: tx });
}
