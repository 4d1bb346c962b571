import { QueryTypes } from 'sequelize';
import type { TabletPerson } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

/** Active people who have a PIN, by name. */
export function findWithPin({ sequelize }: Database): Promise<TabletPerson[]> {
  return sequelize.query<TabletPerson>(
    `SELECT p.id, p.name FROM people p JOIN person_passes s ON s.person_id = p.id
      WHERE p.active AND s.pin_hash IS NOT NULL ORDER BY p.name`,
    { type: QueryTypes.SELECT },
  );
}

/** The hash of a person's PIN; null if they have none or have left. */
export async function findPinHash({ sequelize }: Database, personId: string): Promise<string | null> {
  const [row] = await sequelize.query<{ pinHash: string | null }>(
    `SELECT s.pin_hash AS pinHash FROM person_passes s JOIN people p ON p.id = s.person_id AND p.active
      WHERE s.person_id = :personId`,
    { type: QueryTypes.SELECT, replacements: { personId } },
  );
  return row?.pinHash ?? null;
}

/** The id of the person with a badge; null for an invalid badge. */
export async function findBadgeHolder({ sequelize }: Database, badgeHash: string): Promise<string | null> {
  const [row] = await sequelize.query<{ personId: string }>(
    `SELECT s.person_id AS personId FROM person_passes s JOIN people p ON p.id = s.person_id AND p.active
      WHERE s.badge_hash = :badgeHash`,
    { type: QueryTypes.SELECT, replacements: { badgeHash } },
  );
  return row?.personId ?? null;
}

/** Stores a person's PIN or badge, leaving the other as it is. */
export async function keepPass(
  { tables }: Database,
  personId: string,
  pass: { readonly pinHash: string | null } | { readonly badgeHash: string },
  tx: Transaction | null = null,
): Promise<void> {
  const row = { personId, pinHash: null, badgeHash: null, ...pass };
  const updateOnDuplicate = Object.keys(pass) as (keyof typeof row)[];
  await tables.personPasses.bulkCreate([row], { updateOnDuplicate, transaction: tx });
}
