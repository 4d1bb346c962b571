import { QueryTypes } from 'sequelize';
import { HookDocument, type MachineEvent } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';

type Kind = MachineEvent['kind'];
type Row = Readonly<Record<string, unknown>> & {
  readonly id: string;
  readonly at: Date;
  readonly by: string;
};

interface Source {
  readonly kind: Kind;
  readonly sql: string;
  /** What a row says besides when and by whom. */
  readonly say?: (row: Row) => object;
}

/** Where each kind of event is stored. Each is read backwards along its table's index. */
const SOURCES: readonly Source[] = [
  {
    kind: 'needle-in',
    sql: `SELECT i.id, i.installed_at AS at, p.name AS \`by\`, i.needle_system AS systemId, i.blade_nm AS nm,
                 i.point_style AS pointId, i.needle_finish AS finishId, l.code AS lotCode, i.entry_hours AS entryHours
            FROM needle_installs i JOIN people p ON p.id = i.installed_by_id LEFT JOIN needle_lots l ON l.id = i.lot_id
           WHERE i.machine_id = :machineId AND i.installed_at < :before`,
    say: ({ systemId, nm, pointId, finishId, lotCode, entryHours }) => ({
      needle: { systemId, nm, pointId, finishId },
      lotCode,
      entryHours,
    }),
  },
  {
    kind: 'needle-out',
    sql: `SELECT r.id, r.removed_at AS at, p.name AS \`by\`, r.cause, r.fragments, r.running_hours AS runningHours
            FROM needle_removals r JOIN people p ON p.id = r.removed_by_id
           WHERE r.machine_id = :machineId AND r.removed_at < :before`,
  },
  {
    kind: 'change-undone',
    sql: `SELECT u.id, u.undone_at AS at, p.name AS \`by\` FROM undone_changes u JOIN people p ON p.id = u.undone_by_id
           WHERE u.machine_id = :machineId AND u.undone_at < :before`,
  },
  {
    kind: 'cleared',
    sql: `SELECT c.id, c.cleared_at AS at, p.name AS \`by\`, c.finding
            FROM clearances c JOIN safety_stops s ON s.id = c.stop_id JOIN people p ON p.id = c.cleared_by_id
           WHERE s.machine_id = :machineId AND c.cleared_at < :before`,
  },
  {
    kind: 'report',
    sql: `SELECT t.id, t.reported_at AS at, p.name AS \`by\`, t.trouble, t.finding
            FROM trouble_reports t JOIN people p ON p.id = t.reported_by_id
           WHERE t.machine_id = :machineId AND t.reported_at < :before`,
  },
  {
    kind: 'service',
    sql: `SELECT s.id, s.done_at AS at, p.name AS \`by\`, s.kind AS service, k.name AS serviceName, s.note, q.name AS withdrawnBy
            FROM machine_services s JOIN people p ON p.id = s.done_by_id LEFT JOIN service_kinds k ON k.id = s.kind
            LEFT JOIN withdrawals w ON w.entry_id = s.id LEFT JOIN people q ON q.id = w.withdrawn_by_id
           WHERE s.machine_id = :machineId AND s.done_at < :before`,
  },
  {
    kind: 'pieces',
    sql: `SELECT c.id, c.to_at AS at, p.name AS \`by\`, c.pieces, c.stitches_per_piece AS stitchesPerPiece,
                 c.from_at AS fromAt, w.name AS withdrawnBy
            FROM piece_counts c JOIN people p ON p.id = c.counted_by_id LEFT JOIN people w ON w.id = c.withdrawn_by_id
           WHERE c.machine_id = :machineId AND c.to_at < :before`,
    say: ({ pieces, stitchesPerPiece, fromAt, withdrawnBy }) => ({
      pieces,
      stitchesPerPiece,
      from: (fromAt as Date).toISOString(),
      withdrawnBy,
    }),
  },
  {
    kind: 'set-for',
    sql: `SELECT x.id, x.set_at AS at, p.name AS \`by\`, x.setup_id AS setupId, s.name AS setupName
            FROM machine_setups x JOIN setups s ON s.id = x.setup_id JOIN people p ON p.id = x.set_by_id
           WHERE x.machine_id = :machineId AND x.set_at < :before`,
  },
  {
    kind: 'changeover',
    sql: `SELECT c.id, c.ended_at AS at, p.name AS \`by\`, c.id AS changeoverId, s.name AS setupName, c.ending, c.reason
            FROM changeovers c JOIN setups s ON s.id = c.to_setup_id JOIN people p ON p.id = c.ended_by_id
           WHERE c.machine_id = :machineId AND c.ended_at < :before`,
  },
  {
    kind: 'fault',
    sql: `SELECT f.id, f.ended_at AS at, p.name AS \`by\`, f.symptom, f.ending, f.cause, f.note
            FROM fault_cases f JOIN people p ON p.id = f.ended_by_id
           WHERE f.machine_id = :machineId AND f.ended_at < :before`,
  },
  {
    kind: 'hook',
    sql: `SELECT h.id, h.checked_at AS at, p.name AS \`by\`, h.document, h.note, q.name AS withdrawnBy
            FROM hook_checks h JOIN people p ON p.id = h.checked_by_id
            LEFT JOIN withdrawals w ON w.entry_id = h.id LEFT JOIN people q ON q.id = w.withdrawn_by_id
           WHERE h.machine_id = :machineId AND h.checked_at < :before`,
    say: ({ document, note, withdrawnBy }) => {
      const { reading, set } = HookDocument.parse(JSON.parse(document as string));
      return { reading, set, note, withdrawnBy };
    },
  },
  {
    kind: 'setup-saved',
    sql: `SELECT s.id, s.saved_at AS at, p.name AS \`by\`, s.id AS setupId, s.name AS setupName
            FROM setups s JOIN people p ON p.id = s.saved_by_id
           WHERE s.machine_id = :machineId AND s.saved_at < :before`,
  },
  {
    kind: 'seams',
    sql: `SELECT t.id, t.sewn_at AS at, p.name AS \`by\`, s.id AS setupId, s.name AS setupName, n.seams, t.turns, t.grade
            FROM (SELECT setup_id, MAX(sewn_at) AS sewn_at, COUNT(*) AS seams FROM test_seams a
                   WHERE ${standing('a')} AND setup_id IN (SELECT id FROM setups WHERE machine_id = :machineId)
                   GROUP BY setup_id, DATE(sewn_at)) n
            JOIN test_seams t ON t.setup_id = n.setup_id AND t.sewn_at = n.sewn_at AND ${standing('t')}
            JOIN setups s ON s.id = t.setup_id JOIN people p ON p.id = t.sewn_by_id
           WHERE t.sewn_at < :before`,
    say: ({ setupId, setupName, seams, turns, grade }) => ({
      setupId,
      setupName,
      seams: Number(seams),
      turns,
      grade,
    }),
  },
  {
    kind: 'bobbin-reading',
    sql: `SELECT b.id, b.read_at AS at, p.name AS \`by\`, b.outcome, b.tension_cn AS tensionCn
            FROM bobbin_readings b JOIN people p ON p.id = b.read_by_id
           WHERE b.machine_id = :machineId AND b.read_at < :before AND ${standing('b')}`,
  },
  {
    kind: 'gauge-reading',
    sql: `SELECT g.id, g.read_at AS at, p.name AS \`by\`, g.turns, g.tension_cn AS tensionCn
            FROM gauge_readings g JOIN people p ON p.id = g.read_by_id
           WHERE g.machine_id = :machineId AND g.read_at < :before AND ${standing('g')}`,
  },
];

/** The last events of each kind before an instant, at most so many of each. */
export async function findEvents(
  { sequelize }: Database,
  machineId: string,
  before: Date,
  most: number,
): Promise<readonly MachineEvent[]> {
  const found = await Promise.all(
    SOURCES.map(async ({ kind, sql, say }) => {
      const rows = await sequelize.query<Row>(`${sql} ORDER BY at DESC LIMIT :most`, {
        type: QueryTypes.SELECT,
        replacements: { machineId, before, most },
      });
      return rows.map(({ id, at, by, ...rest }) => {
        const said = say ? say({ id, at, by, ...rest }) : rest;
        return { kind, id, at: at.toISOString(), by, ...said } as MachineEvent;
      });
    }),
  );
  return found.flat();
}
