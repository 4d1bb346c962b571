import { QueryTypes } from 'sequelize';
import { plainRows, type Database } from '../../db/database.js';

/** What planning needs of each machine besides what the floor shows. */
export interface MachineFactsRow {
  readonly machineId: string;
  readonly machineClass: string;
  /** Null for a needle that was installed without a set-up. */
  readonly lifeGroup: string | null;
}

export async function findMachineFacts({
  sequelize,
}: Database): Promise<ReadonlyMap<string, MachineFactsRow>> {
  const rows = await sequelize.query<MachineFactsRow>(
    `SELECT m.id AS machineId, m.machine_class AS machineClass, i.life_group AS lifeGroup
       FROM machines m LEFT JOIN needle_installs i ON i.id = m.present_install_id
      WHERE m.retired_at IS NULL`,
    { type: QueryTypes.SELECT },
  );
  return new Map(rows.map((row) => [row.machineId, row]));
}

/** Share of the shift that each machine's needle ran since an instant, by its counter. */
export async function findCountedShares(
  { sequelize }: Database,
  since: Date,
): Promise<ReadonlyMap<string, number>> {
  const rows = await sequelize.query<{ machineId: string; motorMs: number; coveredMs: number }>(
    `SELECT machine_id AS machineId, SUM(motor_ms) AS motorMs, SUM(covered_shift_ms) AS coveredMs
       FROM counter_hours WHERE hour_at >= :since GROUP BY machine_id HAVING SUM(covered_shift_ms) > 0`,
    { type: QueryTypes.SELECT, replacements: { since } },
  );
  return new Map(
    rows.map(({ machineId, motorMs, coveredMs }) => [machineId, Math.min(1, motorMs / coveredMs)]),
  );
}

/** How needles came out since an instant: the ages of those changed by plan, and how many came out in all. */
export async function findRemovalAges({ sequelize }: Database, since: Date) {
  const rows = await sequelize.query<{ cause: string; hours: number }>(
    `SELECT cause, running_hours AS hours FROM needle_removals
      WHERE removed_at >= :since AND cause IN ('scheduled', 'wear', 'accident')`,
    { type: QueryTypes.SELECT, replacements: { since } },
  );
  const agesHours = rows.filter(({ cause }) => cause === 'scheduled').map(({ hours }) => hours);
  return { agesHours, plannedShare: rows.length === 0 ? 0 : agesHours.length / rows.length };
}

/** Everybody who has not left. */
export async function listPeople({ tables }: Database): Promise<readonly { id: string; name: string }[]> {
  return plainRows(await tables.people.findAll({ where: { active: true }, order: [['name', 'ASC']] })).map(
    ({ id, name }) => ({
      id,
      name,
    }),
  );
}
