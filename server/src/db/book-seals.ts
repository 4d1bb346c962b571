import { createHash } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';

/** An entry as it was sealed until 2027-01-11: without the names shown beside it. */
export interface FirstSealed {
  readonly at: Date;
  readonly personId: string;
  readonly kind: string;
  readonly machineId: string | null;
  readonly subject: string;
  readonly details: string;
  readonly device: string;
}

/** An entry as it is sealed: its number and everything that is shown of it. */
export interface Sealed extends FirstSealed {
  readonly id: number | string;
  readonly byName: string;
  readonly machineName: string | null;
  readonly words: string;
  readonly entryKey: string | null;
}

/** The seal before the first entry. */
export const NO_SEAL = '0'.repeat(64);

const digestOf = (said: readonly unknown[]): string =>
  createHash('sha256').update(JSON.stringify(said)).digest('hex');

/** The seal of an entry until 2027-01-11, which only the migration that replaced it still needs. */
export function firstSealOf(row: FirstSealed, place: number, before: string): string {
  const { at, personId, kind, machineId, subject, details, device } = row;
  return digestOf([place, before, at.toISOString(), personId, kind, machineId, subject, details, device]);
}

/** The seal of an entry: SHA-256 over its place, the seal before it, and all of its content. */
export function sealOf(row: Sealed, place: number, before: string): string {
  const { at, personId, byName, kind, machineId, machineName, subject, details, words, device } = row;
  return digestOf([
    ...[2, place, before, String(row.id), row.entryKey, at.toISOString(), personId, byName, kind],
    ...[machineId, machineName, subject, details, words, device],
  ]);
}

/** Writes the places and seals of entries, all in one statement: number of the entry, place, seal. */
export async function writeSeals(
  sequelize: Sequelize,
  seals: readonly (readonly [id: string, place: number, seal: string])[],
  transaction: Transaction,
): Promise<void> {
  await sequelize.query(
    `UPDATE book_entries e JOIN JSON_TABLE(:seals, '$[*]' COLUMNS (
         id BIGINT UNSIGNED PATH '$[0]', place BIGINT UNSIGNED PATH '$[1]', seal CHAR(64) PATH '$[2]')) s ON s.id = e.id
        SET e.place = s.place, e.seal = s.seal`,
    { replacements: { seals: JSON.stringify(seals) }, transaction },
  );
}

/** Moves the end of the chain. */
export async function writeEnd(
  sequelize: Sequelize,
  end: { readonly place: number; readonly seal: string },
  transaction: Transaction,
): Promise<void> {
  await sequelize.query('UPDATE book_end SET place = :place, seal = :seal WHERE id = 1', {
    replacements: { ...end },
    transaction,
  });
}
