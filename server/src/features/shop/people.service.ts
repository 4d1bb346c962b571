import {
  newId,
  ProblemError,
  readPersonRow,
  type CodeSignIn,
  type FieldProblem,
  type PersonAccount,
  type PersonEntry,
  type PersonList,
  type PersonListResult,
  type PersonRevision,
  type PersonWithCode,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireUncommon } from './common-passwords.js';
import { hashPassword, isPassword } from './passwords.js';
import {
  accountOf,
  countOtherLeads,
  endAccess,
  findPeople,
  insertPerson,
  lockPerson,
  updatePerson,
} from './people.store.js';
import { CODE_LASTS_MS, newSignInCode } from './sign-in-code.js';
import { findSigner } from './shop.store.js';

/** No password matches this hash: whoever has it can only sign in by a code. */
const NO_PASSWORD = 'none';

/** Adds a person, who first signs in with the code. */
export async function addPerson(
  database: Database,
  id: string,
  entry: PersonEntry,
  now: Date,
  tx: Transaction,
): Promise<PersonWithCode> {
  const { code, columns } = await madeCode(now);
  const row = { id, ...entry, ...columns, passwordHash: NO_PASSWORD, active: true, version: 0 };
  await insertPerson(database, row, tx);
  return { person: accountOf(row, now), code };
}

/**
 * Adds a list of people, all or none. A person whose sign-in name exists is left as they are.
 *
 * @throws ProblemError `request.invalid` naming every cell that is wrong
 */
export async function importPeople(
  database: Database,
  { rows }: PersonList,
  now: Date,
  tx: Transaction,
): Promise<PersonListResult> {
  const wrong: FieldProblem[] = [];
  const entries: PersonEntry[] = [];
  for (const [i, row] of rows.entries()) {
    const read = readPersonRow(row);
    if ('entry' in read) {
      if (entries.some(({ signInName }) => signInName === read.entry.signInName))
        wrong.push({ path: `body.rows.${i}.signInName`, message: 'each sign-in name once' });
      entries.push(read.entry);
    } else
      for (const { column, message } of read.problems)
        wrong.push({ path: `body.rows.${i}.${column}`, message });
  }
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  const present = new Set((await findPeople(database, now, tx)).map(({ signInName }) => signInName));
  const added: PersonWithCode[] = [];
  for (const entry of entries.filter(({ signInName }) => !present.has(signInName)))
    added.push(await addPerson(database, newId(), entry, now, tx));
  return { added, there: entries.map(({ signInName }) => signInName).filter((name) => present.has(name)) };
}

/**
 * Changes a person's details. Somebody who has left is signed out at once on every device; what they did stays.
 *
 * @throws ProblemError `version.stale`, `person.last-lead` and others
 */
export async function revisePerson(
  database: Database,
  id: string,
  { version, ...change }: PersonRevision,
  now: Date,
  tx: Transaction,
): Promise<PersonAccount> {
  const present = await lockPerson(database, id, tx);
  if (present.version !== version)
    throw new ProblemError('version.stale', { sent: version, current: accountOf(present, now) });
  const isLead = change.active && change.role === 'lead';
  if (!isLead && (await countOtherLeads(database, id, tx)) === 0) throw new ProblemError('person.last-lead');
  const gone = change.active ? {} : { codeHash: null, codeUntil: null };
  await updatePerson(database, id, { ...change, ...gone, version: version + 1 }, tx);
  if (!change.active) await endAccess(database, id, tx);
  return accountOf(await lockPerson(database, id, tx), now);
}

/** A new code for somebody who forgot their password. @throws ProblemError `person.left` */
export async function makeSignInCode(
  database: Database,
  id: string,
  now: Date,
  tx: Transaction,
): Promise<PersonWithCode> {
  const present = await lockPerson(database, id, tx);
  if (!present.active) throw new ProblemError('person.left', { name: present.name });
  const { code, columns } = await madeCode(now);
  await updatePerson(database, id, columns, tx);
  return { person: accountOf({ ...present, ...columns }, now), code };
}

async function madeCode(now: Date) {
  const code = newSignInCode();
  const codeUntil = new Date(now.getTime() + CODE_LASTS_MS);
  return { code, columns: { codeHash: await hashPassword(code), codeUntil } };
}

/**
 * The id of the person whose code this is; it sets their new password and is used up.
 *
 * @throws ProblemError `code.wrong`, `password.common`
 */
export async function useCode(
  database: Database,
  { signInName, code, password }: CodeSignIn,
  now: Date,
): Promise<string> {
  const signer = await findSigner(database, signInName);
  const { codeHash = null, codeUntil = null } = signer ?? {};
  const matches = await isPassword(codeHash ?? (await NOBODY), code);
  if (!signer || !matches || codeUntil === null || codeUntil < now) throw new ProblemError('code.wrong');
  requireUncommon(password, 'body.password');
  const passwordHash = await hashPassword(password);
  const used = await database.transaction(async (tx) => {
    // Of two people using one code at once, only one succeeds.
    const present = await lockPerson(database, signer.id, tx);
    if (present.codeHash !== codeHash) return false;
    await updatePerson(database, signer.id, { passwordHash, codeHash: null, codeUntil: null }, tx);
    return true;
  });
  if (!used) throw new ProblemError('code.wrong');
  return signer.id;
}

/** Checked against when there is no code, so that the time taken does not reveal which names exist. */
const NOBODY = hashPassword('nobody has this code');
