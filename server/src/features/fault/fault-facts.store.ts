import { QueryTypes } from 'sequelize';
import type { Database } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';

/** Work done within this many hours may have caused a fault; faults of other machines count for this many days. */
const JUST_HOURS = 4;
const LATELY_DAYS = 7;

/** What the logs hold about a machine, as counts. */
export interface LoggedCounts {
  readonly changed: number;
  readonly threads: number;
  readonly lotId: string | null;
  readonly lotRan: number;
  readonly turns: number;
  readonly others: number;
}

/** Counts for one registered machine. */
export async function countLogged(
  { sequelize }: Database,
  machineId: string,
  now: Date,
): Promise<LoggedCounts> {
  const [row] = await sequelize.query<LoggedCounts>(
    `SELECT (SELECT COUNT(*) FROM machine_setups x WHERE x.machine_id = :machineId AND x.set_at > :just AND x.set_at <= :now)
              AS changed,
            (SELECT COUNT(DISTINCT thread) FROM (SELECT CONCAT(s.thread_construction, ' ', s.thread_tex) AS thread
               FROM machine_setups x JOIN setups s ON s.id = x.setup_id WHERE x.machine_id = :machineId AND x.set_at <= :now
              ORDER BY x.set_at DESC LIMIT 2) last) AS threads,
            i.lot_id AS lotId,
            (SELECT COUNT(*) FROM needle_installs o WHERE o.lot_id = i.lot_id AND o.id <> i.id) AS lotRan,
            (SELECT COUNT(DISTINCT t.turns) FROM test_seams t JOIN setups s ON s.id = t.setup_id
              WHERE s.machine_id = :machineId AND t.sewn_at > :just AND t.sewn_at <= :now AND ${standing('t')}) AS turns,
            (SELECT COUNT(*) FROM trouble_reports r JOIN needle_installs o ON o.id = r.install_id
              WHERE o.lot_id = i.lot_id AND r.machine_id <> :machineId AND r.reported_at > :lately) AS others
       FROM machines m
       LEFT JOIN needle_installs i ON i.machine_id = m.id
             AND NOT EXISTS (SELECT 1 FROM needle_removals r WHERE r.install_id = i.id)
      WHERE m.id = :machineId ORDER BY i.installed_at DESC LIMIT 1`,
    {
      type: QueryTypes.SELECT,
      replacements: {
        machineId,
        now,
        just: new Date(now.getTime() - JUST_HOURS * 3_600_000),
        lately: new Date(now.getTime() - LATELY_DAYS * 24 * 3_600_000),
      },
    },
  );
  return row!;
}
