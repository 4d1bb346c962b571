import type { Sequelize, Transaction } from 'sequelize';

/** An older table seen as entries: who, when, what, about what, and with which details. */
interface Told {
  readonly kind: string;
  readonly from: string;
  readonly at: string;
  readonly person: string;
  readonly machine: string;
  readonly subject: string;
  readonly body: string;
  readonly words: string;
}

const NEEDLE = `'systemId', t.needle_system, 'nm', t.blade_nm, 'pointId', t.point_style, 'finishId', t.needle_finish`;

const TOLD: readonly Told[] = [
  {
    kind: 'changeNeedle',
    from: `needle_installs t LEFT JOIN needle_removals r ON r.machine_id = t.machine_id AND r.removed_at = t.installed_at
           LEFT JOIN needle_lots l ON l.id = t.lot_id`,
    at: 't.installed_at',
    person: 't.installed_by_id',
    machine: 't.machine_id',
    subject: 't.machine_id',
    body: `'cause', r.cause, 'fragments', r.fragments, 'needle', JSON_OBJECT(${NEEDLE}), 'lotId', t.lot_id`,
    words: `r.cause, t.needle_system, l.code`,
  },
  {
    kind: 'logSeam',
    from: 'test_seams t JOIN setups s ON s.id = t.setup_id',
    at: 't.sewn_at',
    person: 't.sewn_by_id',
    machine: 's.machine_id',
    subject: 't.setup_id',
    body: `'turns', t.turns, 'grade', t.grade`,
    words: 's.name, t.grade',
  },
  {
    kind: 'logService',
    from: 'machine_services t',
    at: 't.done_at',
    person: 't.done_by_id',
    machine: 't.machine_id',
    subject: 't.machine_id',
    body: `'kind', t.kind, 'note', t.note`,
    words: 't.kind, t.note',
  },
  {
    kind: 'logFaultCase',
    from: 'fault_cases t',
    at: 't.ended_at',
    person: 't.ended_by_id',
    machine: 't.machine_id',
    subject: 't.id',
    body: `'symptomId', t.symptom, 'ending', t.ending, 'causeId', t.cause, 'note', t.note`,
    words: 't.symptom, t.ending, t.cause, t.note',
  },
  {
    kind: 'registerLot',
    from: 'needle_lots t',
    at: 't.received_at',
    person: 't.received_by_id',
    machine: 'NULL',
    subject: 't.id',
    body: `'code', t.code, 'needle', JSON_OBJECT(${NEEDLE})`,
    words: 't.code, t.needle_system',
  },
  {
    kind: 'saveSetup',
    from: 'setups t',
    at: 't.saved_at',
    person: 't.saved_by_id',
    machine: 't.machine_id',
    subject: 't.id',
    body: `'name', t.name`,
    words: 't.name',
  },
];

/**
 * Writes what the older tables remember into an empty book, in the order it happened.
 *
 * @param names whether the book has columns for the names people and machines had; it has since 2027-01-12
 */
export async function writeHistoryIntoBook(
  sequelize: Sequelize,
  { names, transaction = null }: { readonly names: boolean; readonly transaction?: Transaction | null },
): Promise<void> {
  const [read, written] = names
    ? [', p.name AS by_name, m.name AS machine_name', ', by_name, machine_name']
    : ['', ''];
  const parts = TOLD.map(
    ({ kind, from, at, person, machine, subject, body, words }) =>
      `SELECT ${at} AS at, ${person} AS person_id, '${kind}' AS kind, ${machine} AS machine_id, ${subject} AS subject,
              JSON_OBJECT('params', JSON_OBJECT(), 'body', JSON_OBJECT(${body})) AS details,
              CONCAT_WS(' ', p.name, m.name, ${words}) AS words${read}
         FROM ${from} JOIN people p ON p.id = ${person} LEFT JOIN machines m ON m.id = ${machine}`,
  );
  await sequelize.query(
    `INSERT INTO book_entries (at, person_id, kind, machine_id, subject, details, words${written})
     SELECT * FROM (${parts.join(' UNION ALL ')}) told ORDER BY at`,
    { transaction },
  );
}
