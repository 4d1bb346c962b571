import { QueryTypes } from 'sequelize';
import { ProblemError, type PersonAccount, type PersonEntry } from '@gantelet/contracts';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';
import type { PersonRow } from '../../db/rows.js';

/** Everybody, those who have left last. */
export async function findPeople(
  { tables }: Database,
  now: Date,
  tx: Transaction | null = null,
): Promise<PersonAccount[]> {
  const order: [string, string][] = [
    ['active', 'DESC'],
    ['name', 'ASC'],
  ];
  return plainRows(await tables.people.findAll({ order, transaction: tx })).map((row) => accountOf(row, now));
}

/** A person's row, locked. @throws ProblemError `person.unknown` */
export async function lockPerson({ tables }: Database, id: string, tx: Transaction): Promise<PersonRow> {
  const found = await tables.people.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('person.unknown');
  return found.get({ plain: true });
}

/** @throws ProblemError `person.name-taken` */
export async function insertPerson({ tables }: Database, row: PersonRow, tx: Transaction): Promise<void> {
  await orIfDuplicate(tables.people.create(row, { transaction: tx }), () => nameTaken(row));
}

/** @throws ProblemError `person.name-taken` */
export async function updatePerson(
  { tables }: Database,
  id: string,
  change: Partial<PersonRow>,
  tx: Transaction | null = null,
): Promise<void> {
  const { signInName = '' } = change;
  await orIfDuplicate(tables.people.update(change, { where: { id }, transaction: tx }), () =>
    nameTaken({ signInName }),
  );
}

function nameTaken({ signInName }: Pick<PersonEntry, 'signInName'>): ProblemError {
  return new ProblemError('person.name-taken', { signInName }, [
    { path: 'body.signInName', message: 'a name nobody else signs in by' },
  ]);
}

/** Locks the active leads, so that two at once cannot both be the last to leave. */
export async function countOtherLeads({ sequelize }: Database, id: string, tx: Transaction): Promise<number> {
  const rows = await sequelize.query<{ id: string }>(
    `SELECT id FROM people WHERE role = 'lead' AND active FOR UPDATE`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return rows.filter((row) => row.id !== id).length;
}

/**
 * Ends everything that identifies a person without asking again: sessions on every device, calendar link, PIN and
 * badge.
 */
export async function endAccess(
  { sequelize, tables }: Database,
  personId: string,
  tx: Transaction,
): Promise<void> {
  await sequelize.query('DELETE FROM sessions WHERE person_id = :personId', {
    type: QueryTypes.DELETE,
    replacements: { personId },
    transaction: tx,
  });
  await tables.calendarLinks.destroy({ where: { personId }, transaction: tx });
  await tables.personPasses.destroy({ where: { personId }, transaction: tx });
}

export function accountOf(
  { id, name, role, signInName, active, codeUntil, version }: PersonRow,
  now: Date,
): PersonAccount {
  const codeStands = codeUntil !== null && codeUntil > now;
  return {
    id,
    name,
    role,
    signInName,
    active: Boolean(active),
    codeUntil: codeStands ? codeUntil.toISOString() : null,
    version,
  };
}
